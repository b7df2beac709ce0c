import type { Shop } from '@upright-elder/contract';
import { parseFigure } from '@upright-elder/core/treatments';
import { toast } from 'sonner';
import { useSWRConfig } from 'swr';
import { ProblemError, send } from '../api.js';
import { useShop } from '../hooks.js';
import { usePersonId } from '../person.js';

/** The shop's own figures, where nobody gave one: read, and kept once somebody typed one at the bench. */
export function useFigures(): {
  of: (id: string) => number | null;
  keep: (id: string, typed: string) => void;
} {
  const { data: shop } = useShop();
  const { mutate } = useSWRConfig();
  const by = usePersonId();
  return {
    of: (id) => {
      const typed = shop?.figures?.[id];
      const read = typed === undefined ? null : parseFigure(id, typed);
      return read?.ok ? read.value : null;
    },
    keep: (id, typed) => {
      if (!shop || shop.figures?.[id] === typed) return;
      const { today: _today, zone: _zone, ...input } = shop;
      void send<Shop>('PUT', 'shop', { ...input, figures: { ...input.figures, [id]: typed }, by })
        .then(() => mutate('shop'))
        // the step goes on by what was typed; only the next one is asked again
        .catch((error: unknown) => {
          if (error instanceof ProblemError) toast.error(`The figure is not kept: ${error.message}`);
        });
    },
  };
}
