import type { FieldError, InstrumentInput } from '@upright-elder/contract';
import { bandFault, parseStorageEnd } from '@upright-elder/core/instrument';

type Typed = Pick<InstrumentInput, 'keptFrom' | 'keptTo'>;

const ENDS = ['keptFrom', 'keptTo'] as const;

/** What is wrong with the band of humidity that an owner will keep, as it was typed. */
export function storageFaults(typed: Typed): FieldError[] {
  const errors = ENDS.flatMap((field): FieldError[] => {
    const text = typed[field] ?? '';
    const result = parseStorageEnd(text);
    if (result.ok) return [];
    const { reason, accepted } = result;
    return [{ field, typed: text, reason, accepted: `${accepted}; empty where it is not known` }];
  });
  if (errors.length > 0) return errors;
  const { from, to } = endsOf(typed);
  const fault = bandFault(from, to);
  if (!fault) return [];
  const field = from === null ? 'keptFrom' : 'keptTo';
  return [
    { field, typed: typed[field] ?? '', reason: fault, accepted: 'from dry to damp, such as 42 and 52 %' },
  ];
}

/** The band, percent; null where none is kept. */
export function storageBandOf(typed: Typed): { from: number; to: number } | null {
  const { from, to } = endsOf(typed);
  return from === null || to === null ? null : { from, to };
}

function endsOf({ keptFrom = '', keptTo = '' }: Typed): { from: number | null; to: number | null } {
  const end = (text: string) => {
    const result = parseStorageEnd(text);
    return result.ok ? result.value : null;
  };
  return { from: end(keptFrom), to: end(keptTo) };
}
