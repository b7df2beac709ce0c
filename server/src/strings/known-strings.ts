import type { FieldError, StringSetAnswer, TuningAnswer } from '@upright-elder/contract';
import { NOT_KNOWN, usualSet, type Build } from '@upright-elder/core/construction';
import type { Outer } from '@upright-elder/core/targets';
import {
  notesOf,
  outerPulls,
  setTension,
  STRING_SETS,
  TUNINGS,
  usualPull,
  kindOfStrings,
  type StringKind,
} from '@upright-elder/core/strings';

/** What an instrument is strung with and tuned to. */
export interface Strung {
  stringSet: string;
  /** what it was built for */
  designStringSet: string | null;
  tuning: string;
  scale: { metres: number };
  build: Build;
}

/** What the computation needs of that. */
export interface StrungFacts {
  /** N */
  stringPull: number;
  outerPull: Outer;
  stringKind: StringKind;
  pairedStrings: boolean;
}

/** Every set and tuning of the shop, by id. */
export class KnownStrings {
  private readonly sets: ReadonlyMap<string, StringSetAnswer>;
  private readonly tunings: ReadonlyMap<string, TuningAnswer>;

  constructor(sets: readonly StringSetAnswer[], tunings: readonly TuningAnswer[]) {
    this.sets = new Map(sets.map((one) => [one.id, one]));
    this.tunings = new Map(tunings.map((one) => [one.id, one]));
  }

  /** How the strings of an instrument pull; as the usual set does where nobody knows its own. */
  of(strung: Strung): StrungFacts {
    // nobody knows what is on it: what it was built for stands for it, or else the usual set
    const set = this.sets.get(strung.stringSet) ?? this.sets.get(strung.designStringSet ?? '');
    const usual = STRING_SETS[usualSet(strung.build)];
    const tuning = this.tuningOf(strung.tuning);
    const { strings, paired } = set ?? usual;
    const tension = set && setTension(set, tuning, strung.scale.metres);
    const { total, outer } = tension
      ? { total: tension.total, outer: outerPulls(tension) }
      : usualPull(usual, tuning, strung.scale.metres);
    return { stringPull: total, outerPull: outer, stringKind: kindOfStrings(strings), pairedStrings: paired };
  }

  /** Pull of a set at the tuning of an instrument, N; null where nobody knows the set, or the tuning is not for it. */
  pull(set: string | null, { tuning, scale }: Pick<Strung, 'tuning' | 'scale'>): number | null {
    const known = set === null ? undefined : this.sets.get(set);
    return known ? (setTension(known, this.tuningOf(tuning), scale.metres)?.total ?? null) : null;
  }

  /** Standard tuning stands for one that was never in this shop, as in a data file mended by hand. */
  private tuningOf(id: string): Pick<TuningAnswer, 'notes'> {
    return this.tunings.get(id) ?? { notes: [...TUNINGS.standard.notes] };
  }

  /** What of an instrument's strings cannot be. */
  faults({
    stringSet,
    designStringSet,
    tuning,
  }: {
    stringSet: string;
    designStringSet: string | null;
    tuning: string;
  }): FieldError[] {
    const errors: FieldError[] = [];
    const set = this.sets.get(stringSet);
    const tuned = this.tunings.get(tuning);
    const missing = (field: string, typed: string, what: string) =>
      errors.push({ field, typed, reason: `there is no such ${what}`, accepted: `a ${what} of the shop` });
    if (!set && stringSet !== NOT_KNOWN) missing('stringSet', stringSet, 'string set');
    if (designStringSet !== null && !this.sets.has(designStringSet))
      missing('designStringSet', designStringSet, 'string set');
    if (!tuned) missing('tuning', tuning, 'tuning');
    if (set && tuned && !notesOf(set, tuned))
      errors.push({
        field: 'tuning',
        typed: tuned.name,
        reason: `it names ${tuned.notes.length} notes, and the set has ${set.strings.length} strings`,
        accepted: 'a tuning of as many notes as there are strings, or pairs of strings',
      });
    return errors;
  }

  /** Ids of sets and tunings that a word is found in. */
  named(word: string): { sets: string[]; tunings: string[] } {
    const among = (all: Iterable<{ id: string; name: string }>) =>
      [...all].filter(({ id, name }) => `${id} ${name}`.toLowerCase().includes(word)).map(({ id }) => id);
    return { sets: among(this.sets.values()), tunings: among(this.tunings.values()) };
  }
}
