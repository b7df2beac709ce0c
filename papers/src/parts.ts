import { FACES, type Face } from '@upright-elder/core/body-plan';
import { sayDate } from '@upright-elder/core/days';
import {
  isHeight,
  placeName,
  POINTS,
  QUANTITIES,
  stateName,
  type QuantityId,
  type ReadPlace,
} from '@upright-elder/core/readings';
import { finer, printLength, sayHeight, sayLengthInches } from '@upright-elder/core/units';
import { FACE_NAMES, markName, sayMarkExtent } from '@upright-elder/core/wording';
import { bodyPlanDrawing, extentSeen, markSeen, PAPER_INKS, type DrawnOnPlan } from '@upright-elder/drawings';
import type { Block } from './blocks.js';
import type { PaperRecord } from './record.js';

/** Parts that several papers have. */

export const heading = (text: string): Block => ({ kind: 'heading', text });
export const text = (said: string): Block => ({ kind: 'text', text: said });
export const small = (said: string): Block => ({ kind: 'text', text: said, small: true });

/** What it is: only what is known, and what of it is doubtful. */
export function whatItIs({ instrument: of, shows }: PaperRecord): Block[] {
  const { maker, identity, doubtful, construction, strings, complaint, owner } = of;
  const pairs: [string, string][] = [
    ['Maker', maker],
    ['Identity', identity],
    ['Owner', shows.ownerName ? owner : ''],
    ['Kind', of.archtop ? 'archtop' : 'flat top'],
    ['Scale length', `${printLength(of.scale, 'mm', 0)} · ${printLength(of.scale, 'in', 2)}`],
    ['Body joint', `fret ${of.bodyJoin}`],
    ['Construction', construction],
    ...of.build.map(([name, way]): [string, string] => [name, way]),
    ['Strings', strings],
    ['What is asked for', complaint],
    ['Not surely original', doubtful.join(', ')],
  ];
  return [heading('What it is'), { kind: 'facts', pairs: pairs.filter(([, said]) => said.trim() !== '') }];
}

/** What was found, the gravest first, with what not to do until then. */
export function whatIsWrong({ judged: { first, unsound, findings, date } }: PaperRecord): Block[] {
  const grave = findings.filter(({ severity }) => severity !== 'watch');
  const watch = findings.filter(({ severity }) => severity === 'watch');
  if (date === null) return [heading('What is wrong'), text('It was not examined yet.')];
  return [
    heading('What is wrong'),
    ...(first ? [{ kind: 'text' as const, text: first, strong: true as const }] : []),
    ...(unsound
      ? [text('Unsound: keep it slack. Do not tune it up until this is fixed, not even to measure.')]
      : []),
    ...(grave.length > 0
      ? [
          {
            kind: 'table' as const,
            name: 'What is wrong',
            head: ['Weight', 'What was found', 'Until it is fixed, do not'],
            rows: grave.map(({ severity, text: said, never }) => [
              SEVERITY[severity],
              said,
              never.join('; '),
            ]),
            widths: [0.14, 0.52, 0.34],
          },
        ]
      : [text('Nothing that asks for work was found.')]),
    ...(watch.length > 0
      ? [text('To watch:'), { kind: 'list' as const, items: watch.map(({ text: said }) => said) }]
      : []),
  ];
}

const SEVERITY = {
  live: 'Live',
  structural: 'Structural',
  playing: 'Playing',
  looks: 'Looks',
  watch: 'Watch',
} as const;

/** What nobody has looked at is never called sound. */
export function notSeen({ judged: { notLooked } }: PaperRecord): Block[] {
  if (notLooked.length === 0) return [];
  return [heading('Not looked at'), text(`Of these nothing is said: ${notLooked.join(', ')}.`)];
}

/** A reading as the shop says it: heights in its one unit, the rest as it is read. */
export function sayRead(
  { heights, lengths }: Pick<PaperRecord, 'heights' | 'lengths'>,
  quantity: QuantityId,
  value: number,
): string {
  const { dimension, tool } = QUANTITIES[quantity];
  if (dimension === 'angle') return `${(value / (Math.PI / 180)).toFixed(1).replace('-', '−')}°`;
  if (dimension === 'cents') return `${value.toFixed(0).replace('-', '−')} cents`;
  if (isHeight(quantity)) return sayHeight(value, tool === 'feelers' ? finer(heights) : heights);
  return lengths === 'in' ? sayLengthInches(value) : `${(value * 1000).toFixed(1).replace('-', '−')} mm`;
}

const STRINGS = { pitch: 'at pitch', slack: 'slack', off: 'strings off' } as const;

/** Readings of the first and the last examination beside each other. */
export function readings(record: PaperRecord): Block[] {
  const { examinations } = record;
  const last = examinations.findLast((one) => one.readings.length > 0);
  if (!last) return [];
  const first = examinations.find((one) => one.readings.length > 0 && one !== last) ?? null;
  const before = (quantity: QuantityId, place: ReadPlace) => {
    const read = first?.readings.find((one) => one.quantity === quantity && one.place === place);
    return read ? sayRead(record, quantity, read.value) : '';
  };
  const said = (one: typeof last) =>
    `${sayDate(one.date, 'long')} by ${one.byName}, ${STRINGS[one.strings]}${one.humidity ? `, ${one.humidity} % RH` : ''}`;
  return [
    heading('Readings'),
    small(`Measured ${said(last)}.${first ? ` Before that ${said(first)}.` : ''}`),
    {
      kind: 'table',
      name: 'Readings',
      head: ['Quantity', 'Where', sayDate(last.date), ...(first ? [sayDate(first.date)] : []), 'Tool'],
      rows: last.readings.map(({ quantity, place, value, toolName }) => [
        QUANTITIES[quantity].name,
        placeName(place),
        sayRead(record, quantity, value),
        ...(first ? [before(quantity, place)] : []),
        toolName,
      ]),
      widths: first ? [0.3, 0.17, 0.16, 0.16, 0.21] : [0.34, 0.2, 0.2, 0.26],
    },
    ...(record.shows.shopNotes && last.notes.trim() !== '' ? [text(`Notes: ${last.notes.trim()}`)] : []),
  ];
}

/** What a job is judged by, before and after it: one table. */
export function beforeAndAfter(record: PaperRecord): Block[] {
  const { examinations, job } = record;
  if (!job) return [];
  const last = examinations.findLast((one) => one.readings.length > 0 && one.date >= job.opened);
  const before = examinations.findLast(
    (one) => one.readings.length > 0 && one !== last && (!last || one.date < last.date),
  );
  const tells: readonly QuantityId[] = [
    'action12',
    'relief',
    'bridgeGap',
    'saddleShowing',
    'straightedge',
    'bellyBehindBridge',
  ];
  if (!before) return [];
  const read = (of: typeof before | undefined, quantity: QuantityId, place: ReadPlace) => {
    const one = of?.readings.find((other) => other.quantity === quantity && other.place === place);
    return one ? sayRead(record, quantity, one.value) : 'not measured';
  };
  const rows = before.readings
    .filter(({ quantity }) => tells.includes(quantity))
    .map(({ quantity, place }) => [
      QUANTITIES[quantity].name,
      placeName(place),
      read(before, quantity, place),
      read(last, quantity, place),
    ]);
  return rows.length === 0
    ? []
    : [
        heading('Before and after'),
        {
          kind: 'table',
          name: 'Before and after',
          head: [
            'Quantity',
            'Where',
            `Before, ${sayDate(before.date)}`,
            last ? `After, ${sayDate(last.date)}` : 'After',
          ],
          rows,
          widths: [0.34, 0.2, 0.23, 0.23],
        },
      ];
}

/** What was looked at by eye and hand when it was last seen. */
export function lookedAt({ examinations, shows }: PaperRecord): Block[] {
  const last = examinations.findLast(({ points }) => points.length > 0);
  if (!last) return [];
  return [
    heading('Looked at by eye and hand'),
    {
      kind: 'table',
      name: 'Looked at',
      head: ['Part', 'Found'],
      rows: last.points.map(({ point, states, words }) => [
        POINTS[point].name,
        [states.map((one) => stateName(point, one)).join(', '), shows.shopNotes ? words : '']
          .filter(Boolean)
          .join('; '),
      ]),
      widths: [0.38, 0.62],
    },
  ];
}

/** The map: each face on which something is marked, and every mark by name, length and state. */
export function theMap(record: PaperRecord): Block[] {
  const { plan, marks, instrument, lengths, judged } = record;
  if (marks.length === 0) return [];
  const live = new Set(
    judged.findings.filter(({ severity }) => severity === 'live').flatMap(({ marks: of }) => of),
  );
  const faces = plan ? FACES.filter((face) => marks.some((mark) => mark.face === face)) : [];
  const drawn = (face: Face): DrawnOnPlan[] =>
    marks
      .filter((mark) => mark.face === face)
      .map((mark) => markSeen(mark, plan!, live.has(mark.id), lengths));
  return [
    heading('The map'),
    ...faces.map((face): Block => {
      const on = drawn(face);
      return {
        kind: 'figure',
        drawing: bodyPlanDrawing(
          {
            plan: plan!,
            face,
            neck: { scale: instrument.scale, bodyJoin: instrument.bodyJoin },
            marks: on,
            tailpiece: instrument.tailpiece,
          },
          FACE_NAMES[face],
          PAPER_INKS,
        ),
        said: `${FACE_NAMES[face]}: ${on.map(({ name, extent: far }) => [name, far].filter(Boolean).join(', ')).join('; ')}`,
        caption: FACE_NAMES[face],
        height: 230,
      };
    }),
    {
      kind: 'table',
      name: 'Marks',
      head: ['Mark', 'Face', 'How far', 'State', 'First seen', 'Last seen'],
      rows: marks.map((mark) => [
        markName(mark),
        FACE_NAMES[mark.face].split(',')[0]!,
        sayMarkExtent(mark.kind, mark.sightings.at(-1)!.path, extentSeen(mark), lengths),
        mark.sightings.at(-1)!.state,
        sayDate(mark.sightings[0]!.date),
        sayDate(mark.sightings.at(-1)!.date),
      ]),
      widths: [0.27, 0.22, 0.13, 0.12, 0.13, 0.13],
    },
  ];
}

export function whatWasDone({ done }: PaperRecord): Block[] {
  if (done.length === 0) return [];
  return [
    heading('What was done to it'),
    {
      kind: 'table',
      name: 'What was done',
      head: ['When', 'What'],
      rows: done.map(({ when, what }) => [when, what]),
      widths: [0.2, 0.8],
    },
  ];
}

export function photographs({ photographs: of }: PaperRecord): Block[] {
  return of.length === 0 ? [] : [heading('Photographs'), { kind: 'photographs', of }];
}

/** What was asked of the owner by law, custom and sense. */
export const CAUTION =
  'Where the work can hurt a person, the product’s data sheet, local rules and licensed practice come first.';
