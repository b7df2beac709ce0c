import type { PlanSettings, RepairPlan as KeptPlan } from '@upright-elder/contract';
import { settingsOf, wishesOf } from '@upright-elder/contract/lists';
import type { OwnTreatment, TreatmentId } from '@upright-elder/core/treatments';
import { useEffect, useState } from 'react';
import type { OwnAsked } from '../../../compute/tasks/plans.js';

export const AS_PLANNED: PlanSettings = { saddle: {}, pull: 1, humidity: null, target: {}, schools: {} };

/** A plan that a person makes: what is in it, and what is set by hand. */
export interface Own {
  ids: TreatmentId[];
  /** of the shop's own, by their ids */
  shops: string[];
  settings: PlanSettings;
  /** what it was begun from, in words */
  from: string;
}

export interface OwnState {
  own: Own | null;
  begin: (
    from: string,
    ids: readonly TreatmentId[],
    settings?: PlanSettings,
    shops?: readonly string[],
  ) => void;
  toggleShops: (id: string) => void;
  toggle: (id: TreatmentId) => void;
  change: (add: readonly TreatmentId[], remove: readonly TreatmentId[]) => void;
  set: (settings: Partial<PlanSettings>) => void;
  end: () => void;
}

/** The person's own plan; every change of it is asked of the worker at once. */
export function useOwn(ask: (asked: OwnAsked | null) => void, shops: readonly OwnTreatment[]): OwnState {
  const [own, setOwn] = useState<Own | null>(null);
  useEffect(() => {
    ask(
      own && {
        ids: own.ids,
        settings: settingsOf(own.settings),
        wishes: wishesOf(own.settings),
        own: shops.filter(({ id }) => own.shops.includes(id)),
      },
    );
  }, [own, ask, shops]);
  const change = (add: readonly TreatmentId[], remove: readonly TreatmentId[]) =>
    setOwn(
      (now) =>
        now && {
          ...now,
          ids: [
            ...now.ids.filter((id) => !remove.includes(id)),
            ...add.filter((id) => !now.ids.includes(id)),
          ],
        },
    );
  return {
    own,
    begin: (from, ids, settings = AS_PLANNED, kept = []) =>
      setOwn({ from, ids: ids.filter((id) => id !== 'measure-first'), settings, shops: [...kept] }),
    toggleShops: (id) =>
      setOwn(
        (now) =>
          now && {
            ...now,
            shops: now.shops.includes(id) ? now.shops.filter((one) => one !== id) : [...now.shops, id],
          },
      ),
    toggle: (id) =>
      setOwn(
        (now) =>
          now && {
            ...now,
            ids: now.ids.includes(id) ? now.ids.filter((one) => one !== id) : [...now.ids, id],
          },
      ),
    change,
    set: (settings) => setOwn((now) => now && { ...now, settings: { ...now.settings, ...settings } }),
    end: () => setOwn(null),
  };
}

/** A kept plan as it is taken up again. */
export const taken = ({
  treatments,
  settings,
  own = [],
}: KeptPlan): [TreatmentId[], PlanSettings, string[]] => [treatments, settings, own];
