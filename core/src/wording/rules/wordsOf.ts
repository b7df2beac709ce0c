import type { FindingOf, RuleId } from '../../diagnosis/index.js';
import { capital } from '../words.js';
import type { Say } from '../say.js';

/** What a sentence is made of besides its arguments: which side, which mark. */
export type Of = Pick<FindingOf<RuleId>, 'side' | 'mark' | 'evidence'>;

/** The sentence of each rule of a subject: always the same, or made of its arguments. */
export type WordsOf<Args> = {
  readonly [Id in keyof Args]: string | ((args: Args[Id], say: Say, of: Of) => string);
};

/** What is said of a finding besides, one sentence each; nothing of most. */
export type MoreOf<Args> = {
  readonly [Id in keyof Args]?: (args: Args[Id], say: Say, of: Of) => string[];
};

/** The mark that a finding is of, as it begins a sentence. */
export function named({ mark, evidence }: Of): string {
  const source = evidence.find((one) => one.of === 'mark' && one.mark === mark);
  return capital(source?.of === 'mark' ? source.name : 'what is marked');
}
