/** For whom a paper is made: what is not theirs is left out. */
export const AUDIENCES = ['owner', 'next luthier', 'buyer', 'museum'] as const;
export type Audience = (typeof AUDIENCES)[number];

/** What is ticked of a paper. */
export interface Shows {
  ownerName: boolean;
  prices: boolean;
  shopNotes: boolean;
}

/** As it is offered: off where a stranger reads it. */
export const SHOWS: Record<Audience, Shows> = {
  owner: { ownerName: true, prices: true, shopNotes: false },
  'next luthier': { ownerName: false, prices: false, shopNotes: true },
  buyer: { ownerName: false, prices: false, shopNotes: false },
  museum: { ownerName: false, prices: false, shopNotes: true },
};

export const PAPER_SIZES = ['A4', 'Letter'] as const;
export type PaperSize = (typeof PAPER_SIZES)[number];

/** What a paper asks for beside the record: the plans, and what each may come to, take seconds. */
type Asks = 'record' | 'plans' | 'trees';

/** Papers of an instrument: what each is called, what it is good for, and for whom it may be made. */
export const PAPERS = {
  condition: {
    name: 'Condition report',
    says: 'What it is, what is wrong, the map, the readings, and what was not looked at.',
    for: AUDIENCES,
    asks: 'record',
  },
  estimate: {
    name: 'Estimate',
    says: 'The ways side by side, step by step, and what each may come to.',
    for: ['owner'],
    asks: 'trees',
  },
  consent: {
    name: 'Consent',
    says: 'What the owner agrees to, line by line, to be signed.',
    for: ['owner'],
    asks: 'trees',
  },
  'job sheet': {
    name: 'Job sheet',
    says: 'For the wall: the steps in their order, with a box for each.',
    for: ['owner', 'next luthier'],
    asks: 'plans',
  },
  'shop list': {
    name: 'Shop list',
    says: 'What to have at hand or to order: materials, and parts that are wanted.',
    for: ['owner', 'next luthier'],
    asks: 'plans',
  },
  'job report': {
    name: 'Job report',
    says: 'What was done, with which glue, before and after, what stays, and where the parts are.',
    for: AUDIENCES,
    asks: 'record',
  },
  seasons: {
    name: 'Through the year',
    says: 'How to keep it, and how the action goes through the coming year.',
    for: ['owner', 'buyer'],
    asks: 'plans',
  },
  'quick look': {
    name: 'Quick look',
    says: 'What a buyer should know: sound, watch or repair at each point, and what it may cost.',
    for: ['buyer', 'owner'],
    asks: 'record',
  },
} as const satisfies Record<string, { name: string; says: string; for: readonly Audience[]; asks: Asks }>;
export type PaperId = keyof typeof PAPERS;
export const PAPER_IDS = Object.keys(PAPERS) as PaperId[];

/** What is ticked as papers are offered: what a quick look costs is for the buyer who asked for it. */
export const showsOf = (ids: readonly PaperId[], audience: Audience): Shows => ({
  ...SHOWS[audience],
  ...(ids.length > 0 && ids.every((id) => id === 'quick look') ? { prices: true } : {}),
});

/** Whether a paper may be made for somebody. */
export const isFor = (id: PaperId, audience: Audience): boolean =>
  (PAPERS[id].for as readonly Audience[]).includes(audience);

/** What papers together ask for. */
export const askedFor = (ids: readonly PaperId[]): Asks =>
  (['trees', 'plans'] as const).find((asks) => ids.some((id) => PAPERS[id].asks === asks)) ?? 'record';

/** What stands at the foot of papers for each reader, and under the value of an instrument: the shop’s to change. */
export const PAPER_TEXTS = {
  owner: '',
  'next luthier': '',
  buyer:
    'This says how the instrument was found on the day. What was not looked at is listed. It is no guarantee.',
  museum: 'This lists what was found and done here. Ask us before anything else is changed.',
  insurance:
    'The value is what a comparable instrument in this condition would cost to buy on the day of this report. It is no offer to buy, and should be looked at again every three years.',
} as const satisfies Record<Audience | 'insurance', string>;
export type PaperText = keyof typeof PAPER_TEXTS;
export const PAPER_TEXT_IDS = Object.keys(PAPER_TEXTS) as PaperText[];

/** A text as the shop has it: its own where it wrote one, nothing where it took it out. */
export const paperText = (own: Partial<Record<string, string>>, id: PaperText): string =>
  (own[id] ?? PAPER_TEXTS[id]).trim();
