import {
  changesSince,
  PAPERS,
  toAgree,
  waySaid,
  type PaperId,
  type WaySaid,
} from '@upright-elder/core/papers';
import { sayMonth, sayDate } from '@upright-elder/core/days';
import {
  list,
  ORIGINALS_WORDS,
  PLAN_WORDS,
  sayConsent,
  sayCost,
  sayDays,
  sayEstimateChange,
  sayInside,
  sayMoneySpan,
  saySpanOfDays,
  sayTree,
  UNDO_WORDS,
} from '@upright-elder/core/wording';
import { sayBench, sayHeight } from '@upright-elder/core/units';
import type { Block, Paper } from './blocks.js';
import {
  beforeAndAfter,
  CAUTION,
  heading,
  lookedAt,
  notSeen,
  photographs,
  readings,
  small,
  text,
  theMap,
  whatIsWrong,
  whatItIs,
  whatWasDone,
} from './parts.js';
import type { JobOnPaper, PaperRecord, PlanOnPaper } from './record.js';

/** What stands on each paper. */
const BLOCKS: Record<PaperId, (record: PaperRecord) => Block[]> = {
  condition: (of) => [
    ...whatItIs(of),
    ...whatIsWrong(of),
    ...theMap(of),
    ...readings(of),
    ...lookedAt(of),
    ...whatWasDone(of),
    ...notSeen(of),
    ...values(of),
    ...photographs(of),
  ],
  estimate,
  consent,
  'job sheet': jobSheet,
  'shop list': shopList,
  'job report': jobReport,
  seasons,
  'quick look': quickLook,
};

/** A paper of a record, ready to be set. */
export function paperOf(id: PaperId, record: PaperRecord): Paper {
  const { name } = PAPERS[id];
  const { instrument, shop, day, audience, shows } = record;
  const version = record.versions[id] ?? 1;
  const about = [
    instrument.maker,
    shows.ownerName && audience === 'owner' && instrument.owner
      ? `for ${instrument.owner}`
      : `for the ${audience}`,
    sayDate(day, 'long'),
    version > 1 ? `version ${version}` : '',
    shop.name,
  ];
  return {
    title: `${name}: ${instrument.nickname}`,
    about: about.filter((one) => one.trim() !== '').join(' · '),
    shop: shop.name,
    day,
    blocks: [...BLOCKS[id](record), ...(shop.foot === '' ? [] : [small(shop.foot)])],
  };
}

function values({ shows, instrument: { marketValue, worthToOwner }, shop, audience }: PaperRecord): Block[] {
  if (!shows.prices || (marketValue === null && worthToOwner === null)) return [];
  const span = (amount: number) => sayMoneySpan([amount, amount], shop.currency);
  return [
    heading('Value'),
    {
      kind: 'facts',
      pairs: [
        ...(marketValue === null ? [] : [['Market value', span(marketValue)] as const]),
        ...(worthToOwner === null || audience !== 'owner'
          ? []
          : [['Worth to the owner', span(worthToOwner)] as const]),
      ],
    },
    ...(shop.insurance === '' ? [] : [small(shop.insurance)]),
  ];
}

/** What was chosen says so. */
const aimOf = ({ plan, chosen }: PlanOnPaper): string => {
  const [kind] = plan.kinds;
  return [...(kind ? [PLAN_WORDS[kind].aim] : []), ...(chosen ? ['chosen'] : [])].join('; ');
};

const agreedBy = ({ plan: { kinds }, chosen }: PlanOnPaper) => ({ kinds, chosen });

/** What an estimate keeps of a way; one that was made by hand goes by its name. */
export const waySaidOf = ({ plan, name }: PlanOnPaper): WaySaid =>
  waySaid(plan, plan.kinds.length === 0 ? name : null);

const isWay = ({ plan }: PaperRecord['plans'][number]): boolean => plan.kinds[0] !== 'leave it';

/** Ways side by side, what each leaves, the tree of each, and the lines of what is done. */
function estimate(record: PaperRecord): Block[] {
  const { plans, shop, shows, money, heights, instrument } = record;
  const ways = plans.filter(isWay);
  if (ways.length === 0)
    return [
      ...changed(record),
      ...whatIsWrong(record),
      text('There is nothing to plan yet, or nothing needs doing.'),
    ];
  const cost = (plan: (typeof plans)[number]['plan']) =>
    shows.prices ? sayCost(plan.cost, money, shop.currency).cost : '';
  return [
    ...(instrument.complaint.trim() === '' ? [] : [text(`Asked for: ${instrument.complaint.trim()}`)]),
    ...changed(record),
    ...whatIsWrong(record),
    heading('The ways, side by side'),
    {
      kind: 'table',
      name: 'The ways',
      head: ['', ...plans.map(({ name }) => name)],
      rows: [
        ['What it aims at', ...plans.map(aimOf)],
        ...(shows.prices ? [['Cost, about', ...plans.map(({ plan }) => cost(plan))]] : []),
        ['At the bench', ...plans.map(({ plan }) => sayBench(plan.cost.hours))],
        ['With waiting', ...plans.map(({ plan }) => saySpanOfDays(plan.cost.days))],
        [
          'Action afterwards',
          ...plans.map(({ plan: { outcome } }) =>
            outcome.slack
              ? 'slack'
              : outcome.sides
                  .map(({ side, action }) => `${sayHeight(action.value, heights)} ${side}`)
                  .join(', ') || 'not told',
          ),
        ],
        ['In range all year', ...plans.map(({ plan: { outcome } }) => sayInside(outcome.chance))],
        [
          'Can it be undone?',
          ...plans.map(
            ({ plan }) => `${UNDO_WORDS[plan.cost.undo]}, ${ORIGINALS_WORDS[plan.cost.originals]}`,
          ),
        ],
        ['Seen and left as it is', ...plans.map(({ left }) => left.join(' ') || 'nothing')],
      ],
      widths: [0.22, ...plans.map(() => 0.78 / plans.length)],
    },
    ...listed('Asked for, and not done', record.job?.handedOver === null ? record.job.leftOut : []),
    ...ways.flatMap((way) => wayInFull(way, record)),
    ...notSeen(record),
    small(`An estimate, not an invoice: no tax is in it. ${CAUTION}`),
  ];
}

/** What is otherwise than in the estimate that the owner has already. */
function changed({ lastEstimate: last, plans, shop, shows }: PaperRecord): Block[] {
  if (!last) return [];
  const now = plans.map(waySaidOf);
  const priced = (ways: readonly WaySaid[]) =>
    shows.prices ? ways : ways.map((way) => ({ ...way, money: null }));
  const changes = changesSince(priced(last.ways), priced(now));
  const title = `Changed since ${sayDate(last.day, 'long')}`;
  return changes.length === 0
    ? [text(`Nothing has changed since the estimate of ${sayDate(last.day, 'long')}.`)]
    : listed(
        title,
        changes.map((one) => sayEstimateChange(one, shop.currency)),
      );
}

function wayInFull(
  { name, plan, tree, steps }: PaperRecord['plans'][number],
  { shop, shows, money }: PaperRecord,
): Block[] {
  const materials = [...new Set(steps.flatMap((step) => step.materials))];
  const said = tree && sayTree(tree, shop.currency);
  const total = shows.prices ? sayCost(plan.cost, money, shop.currency) : null;
  return [
    heading(`${name}, step by step`),
    {
      kind: 'table',
      name: 'Steps',
      head: ['', 'What is done', 'Why', 'At the bench'],
      rows: steps.map(({ name, why, hands }, i) => [`${i + 1}`, name, why, sayBench(hands)]),
      widths: [0.05, 0.33, 0.46, 0.16],
    },
    ...(materials.length > 0 ? [text(`Materials: ${list(materials)}.`)] : []),
    ...(total
      ? [
          text(
            `Together about ${total.cost}${total.beside.length > 0 ? `, ${total.beside.join(', ')}` : ''}; ${sayDays(plan.cost.days)} with all waiting.`,
          ),
        ]
      : []),
    ...(said && shows.prices
      ? [
          { kind: 'text' as const, text: 'What it may come to', strong: true as const },
          text(said.first),
          { kind: 'list' as const, items: said.lines },
          ...(said.whole ? [text(said.whole)] : []),
        ]
      : []),
  ];
}

/** What the owner agrees to, line by line: in writing where what is done is not undone. */
function consent(record: PaperRecord): Block[] {
  const { plans, shop, instrument } = record;
  const chosen = toAgree(plans, agreedBy);
  if (!chosen) return [text('There is nothing to agree to: no way is planned.')];
  const { plan, tree, steps } = chosen;
  const first = tree ? tree.first.length : steps.length;
  const asked = steps.filter((step) => step.consent);
  const done = steps.slice(0, first);
  return [
    text(`I have read the estimate for ${instrument.nickname}, and agree to what is ticked here.`),
    heading(tree ? 'The first part' : 'The work'),
    { kind: 'list', ticks: true, items: done.map(({ name }) => name) },
    ...(asked.length > 0
      ? [
          heading('What cannot be undone'),
          text('Each of these needs a yes of its own, in writing:'),
          { kind: 'list' as const, ticks: true as const, items: asked.map(({ name }) => name) },
        ]
      : []),
    ...(tree && tree.says !== 'ask'
      ? [
          heading('After the next reading'),
          text('What is not ticked is asked for when it comes.'),
          {
            kind: 'list' as const,
            ticks: true as const,
            items: tree.ways
              .filter(({ more }) => more.hours[2] > 0.5)
              .map((way) => sayConsent(way, shop.currency)),
          },
        ]
      : []),
    text(
      `Estimated at ${sayCost(plan.cost, record.money, shop.currency).cost}. We stop and ask where it goes beyond what is agreed.`,
    ),
    { kind: 'sign', lines: ['Name', 'Signature', 'Date'] },
  ];
}

/** For the wall: the steps in their order, with a box for each: of a job under way what is still to do. */
function jobSheet(record: PaperRecord): Block[] {
  const { job } = record;
  const chosen = toAgree(record.plans, agreedBy);
  const steps = underWay(job)
    ? job.open.map(({ name, hands }) => `${name} (${sayBench(hands)}).`)
    : (chosen?.steps ?? []).map(({ name, why, hands }) => `${name} (${sayBench(hands)}). ${why}`);
  return [
    ...whatIsWrong(record),
    ...(steps.length > 0
      ? [heading('Steps'), { kind: 'list' as const, ticks: true as const, items: steps }]
      : [text(underWay(job) ? 'Every step is done.' : 'No way is planned.')]),
    ...(underWay(job) ? listed('Done already', job.finished) : []),
    ...theMap(record),
    small(CAUTION),
  ];
}

const underWay = (job: JobOnPaper | null): job is JobOnPaper => job !== null && job.handedOver === null;

/** What to have at hand or to order, each thing once, with what it is for. */
function shopList({ job, plans }: PaperRecord): Block[] {
  const steps: readonly { name: string; materials: readonly string[] }[] = underWay(job)
    ? job.open
    : (toAgree(plans, agreedBy)?.steps ?? []);
  const wanted = underWay(job) ? job.wanted : [];
  const materials = [...new Set(steps.flatMap((step) => step.materials))].map((material) => [
    material,
    steps
      .filter((step) => step.materials.includes(material))
      .map(({ name }) => name)
      .join('; '),
  ]);
  return [
    ...(materials.length > 0
      ? [
          heading('Materials'),
          {
            kind: 'table' as const,
            name: 'Materials',
            head: ['Material', 'For'],
            rows: materials,
            widths: [0.4, 0.6],
          },
        ]
      : []),
    ...(wanted.length > 0
      ? [heading('Parts wanted'), { kind: 'list' as const, ticks: true as const, items: wanted }]
      : []),
    ...(materials.length === 0 && wanted.length === 0 ? [text('Nothing is wanted for it.')] : []),
  ];
}

/** What a buyer asks: is it sound, what does it need, what may hide, and what that costs. */
function quickLook({ quick, shows }: PaperRecord): Block[] {
  if (!quick) return [text('It has had no quick look yet.')];
  const { date, byName, asking, words, points } = quick;
  return [
    {
      kind: 'facts',
      pairs: [
        ['Looked at', `${sayDate(date, 'long')}, by ${byName}`],
        ...(asking === '' ? [] : [['Asked for it', asking] as const]),
      ],
    },
    heading(words.state),
    ...(shows.prices && words.first !== '' ? [text(words.first)] : []),
    ...(words.lines.length > 0 ? [{ kind: 'list' as const, items: words.lines }] : []),
    ...(points.length > 0
      ? [
          heading('Point by point'),
          {
            kind: 'table' as const,
            name: 'Point by point',
            head: ['Point', 'Found', ''],
            rows: points.map(({ name, found, verdict }) => [name, found, verdict]),
            widths: [0.3, 0.55, 0.15],
          },
        ]
      : []),
    ...listed('What may hide', words.unseen),
    small('A quick look, by eye and from outside: nothing was taken apart, and little was measured.'),
  ];
}

/** What was done, and what it came to: for whoever has it next. */
function jobReport(record: PaperRecord): Block[] {
  const { job, judged } = record;
  if (!job) return [text('No job was done on it here.')];
  const stays = judged.findings.filter(({ severity }) => severity !== 'watch');
  return [
    {
      kind: 'facts',
      pairs: [
        ['Job', job.name],
        ...(job.asked === '' ? [] : [['Asked for', job.asked] as const]),
        ['From', sayDate(job.opened, 'long')],
        ['To', job.handedOver === null ? 'still under way' : sayDate(job.handedOver, 'long')],
      ],
    },
    ...beforeAndAfter(record),
    ...whatItCameTo(job, record),
    ...(job.log.length > 0
      ? [
          heading('What was done'),
          {
            kind: 'table' as const,
            name: 'What was done',
            head: ['Day', 'What'],
            rows: job.log.flatMap(({ day, lines }) =>
              lines.map((line, i) => [i === 0 ? sayDate(day) : '', line]),
            ),
            widths: [0.16, 0.84],
          },
        ]
      : []),
    ...listed('Not as it was thought', job.otherwise),
    ...listed('Not done', job.leftOut),
    ...(job.parts.length > 0
      ? [
          heading('Parts'),
          {
            kind: 'table' as const,
            name: 'Parts',
            head: ['Part', 'Where it is'],
            rows: job.parts.map(({ name, where }) => [name, where]),
            widths: [0.4, 0.6],
          },
        ]
      : []),
    ...listed(
      'What stays as it is',
      stays.map(({ text: said }) => said),
    ),
    ...photographs(record),
  ];
}

/** Estimated and worked, line by line; money only where prices are printed. */
function whatItCameTo({ came, used, ours }: JobOnPaper, { shows, money, shop }: PaperRecord): Block[] {
  const { rate } = money;
  const priced = shows.prices && rate !== null;
  const cost = ([from, to]: readonly [number, number]) =>
    priced ? [sayMoneySpan([from * rate, to * rate], shop.currency)] : [];
  const row = (say: string, estimated: readonly [number, number], worked: number): string[] => [
    ...[say, sayBench(estimated), ...cost(estimated)],
    ...[sayBench([worked, worked]), ...cost([worked, worked])],
  ];
  const sum = (of: (one: JobOnPaper['came'][number]) => number) =>
    came.reduce((all, one) => all + of(one), 0);
  const whole = row(
    'Together',
    [sum((one) => one.estimated[0]), sum((one) => one.estimated[1])],
    sum((one) => one.worked),
  );
  return [
    ...(came.length === 0
      ? []
      : [
          heading('What it came to'),
          {
            kind: 'table' as const,
            name: 'What it came to',
            head: priced ? ['', 'Estimated', '', 'At the bench', ''] : ['', 'Estimated', 'At the bench'],
            rows: [
              ...came.map(({ say, estimated, worked }) => row(say, estimated, worked)),
              ...(came.length > 1 ? [whole] : []),
            ],
            widths: priced ? [0.36, 0.14, 0.18, 0.14, 0.18] : [0.5, 0.25, 0.25],
          },
        ]),
    ...listed('Used', used),
    ...listed('Went wrong, and is on us', ours),
  ];
}

const listed = (title: string, items: readonly string[]): Block[] =>
  items.length === 0 ? [] : [heading(title), { kind: 'list', items }];

/** What an owner does through the year. */
function seasons(record: PaperRecord): Block[] {
  const { judged, plans, heights } = record;
  const leave = plans[0]?.plan.outcome;
  return [
    heading('Keep it at 40 to 55 % RH'),
    {
      kind: 'list',
      items: [
        'Put a hygrometer in the far corner of the case and look at it once a week.',
        'In the heating season humidify the case; in a damp summer dry the room, never the guitar by heat.',
        'Never leave it in a car, beside a radiator or on an outside wall.',
        'Strings stay at pitch. For a journey or a long rest let them down a little, not off.',
        'Look inside and along the bridge once a season: a gap, a buzz or a new crack is a reason to call, not to wait.',
      ],
    },
    ...(leave && leave.sides.length > 0 && !leave.slack
      ? [
          heading('The action through the coming year'),
          {
            kind: 'table' as const,
            name: 'The coming year',
            head: ['Month', ...leave.sides.map(({ side }) => side)],
            rows: leave.sides[0]!.months.map((_, month) => [
              sayMonth(leave.sides[0]!.months[month]!.day),
              ...leave.sides.map(({ months }) => sayHeight(months[month]!.median, heights)),
            ]),
            widths: [0.3, ...leave.sides.map(() => 0.7 / leave.sides.length)],
          },
        ]
      : []),
    ...(judged.questions.length > 0
      ? [
          heading('When you bring it next'),
          { kind: 'list' as const, items: judged.questions.slice(0, 4).map(({ ask }) => ask) },
        ]
      : []),
  ];
}
