import type { Examination } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';
import { parseFrets, POINTS, VERDICTS, type PointId, type StateId } from '@upright-elder/core/readings';
import { ToggleGroup } from 'radix-ui';
import { memo, useState, type KeyboardEvent } from 'react';
import { Link, useNavigate } from 'react-router';
import { MoneyField } from '../../../fields/MoneyField.js';
import { TypedField } from '../../../fields/TypedField.js';
import { LineName } from './LineName.js';
import { VerdictMark } from '../../../fields/VerdictMark.js';
import {
  isGiven,
  NO_FINDING,
  sayPointFinding,
  VERDICT_WORDS,
  withState,
  type DraftPointFinding,
} from './draftFinding.js';
import { ListField } from '../../../fields/ListField.js';

interface Props {
  point: PointId;
  finding: DraftPointFinding | undefined;
  priced: boolean;
  currency: string;
  last: Examination | undefined;
  refusals: Record<string, string>;
  active: boolean;
  onActive: (line: PointId, place: null) => void;
  onFinding: (point: PointId, finding: DraftPointFinding) => void;
  /** what the map has at this point, in words, and the map at its place; none where the map has no place for it */
  map: { has: string; to: string } | null;
}

/** One point a line: its states to touch or number, the verdict they ask for, words, and an allowance where it is priced. */
export const PointLine = memo(function PointLine(props: Props) {
  const {
    point,
    finding = NO_FINDING,
    priced,
    currency,
    last,
    refusals,
    active,
    onActive,
    onFinding,
    map,
  } = props;
  const navigate = useNavigate();
  const { name, how, states, frets } = POINTS[point];
  const change = (part: Partial<DraftPointFinding>) => onFinding(point, { ...finding, ...part });
  const [more, setMore] = useState(false);
  // nothing moves under a finger: the second row comes with what is chosen, not with the focus
  const shown = more || isGiven(finding);
  const before = last?.findings.find((one) => one.point === point);
  const onDigit = (event: KeyboardEvent) => {
    if (!/^[1-9]$/u.test(event.key) || event.ctrlKey || event.altKey || event.metaKey) return;
    // a number that no state has must not lead to another page either
    event.preventDefault();
    const state = states[Number(event.key) - 1];
    if (state) onFinding(point, withState(point, finding, state.id));
  };
  /** M goes to the map, from a state or a button, never from within words */
  const onLetter = (event: KeyboardEvent) => {
    const inWords = /^(INPUT|SELECT|TEXTAREA)$/u.test((event.target as HTMLElement).tagName);
    if (!map || inWords || event.key !== 'm' || event.ctrlKey || event.altKey || event.metaKey) return;
    event.preventDefault();
    void navigate(map.to);
  };
  const refusal = ['verdict', 'states', 'point'].map((field) => refusals[`${point}.${field}`]).find(Boolean);
  return (
    <fieldset
      className={`grid gap-x-4 border-t border-rule py-1.5 pl-2 md:grid-cols-[12.5rem_minmax(0,1fr)] ${active ? 'border-l-4 border-l-verdigris' : 'border-l-4 border-l-transparent'}`}
      data-point={point}
      onFocus={() => onActive(point, null)}
      onKeyDown={onLetter}
    >
      <legend className="sr-only">{name}</legend>
      <div className="max-lg:flex max-lg:flex-wrap max-lg:items-center max-lg:gap-x-3">
        <LineName name={name} how={how} />
        {map && (
          <Link to={map.to} className="flex min-h-[44px] items-center text-[0.88rem] underline" data-aside>
            {map.has || 'mark it on the map'}
          </Link>
        )}
        {before && (
          <p className="text-[0.85rem] leading-snug">
            {sayDate(last!.date, 'narrow')}: {sayPointFinding(before)}
          </p>
        )}
      </div>
      <div>
        <ToggleGroup.Root
          type="multiple"
          aria-label={name}
          data-step
          value={finding.states}
          onValueChange={(chosen: StateId[]) => {
            const changed = [...finding.states, ...chosen].find(
              (state) => finding.states.includes(state) !== chosen.includes(state),
            );
            if (changed) onFinding(point, withState(point, finding, changed));
          }}
          onKeyDown={onDigit}
          className="flex flex-wrap gap-1"
        >
          {states.map((state, i) => (
            <ToggleGroup.Item key={state.id} value={state.id} className="label">
              {state.name}
              {active && (
                <span
                  className="ml-1.5 hidden text-[0.75rem] text-faint lg:inline pointer-coarse:hidden"
                  aria-hidden="true"
                >
                  {i + 1}
                </span>
              )}
            </ToggleGroup.Item>
          ))}
          {!shown && (
            <button
              type="button"
              className="min-h-[44px] px-3 text-faint underline decoration-dotted underline-offset-4 print:hidden"
              data-aside
              aria-label={`${name}, say more`}
              onClick={() => setMore(true)}
            >
              more
            </button>
          )}
        </ToggleGroup.Root>
        <div hidden={!shown} className={shown ? 'mt-1 flex flex-wrap items-start gap-x-3 gap-y-1' : ''}>
          <div className="flex items-center gap-2">
            {finding.verdict && <VerdictMark verdict={finding.verdict} bare />}
            <ListField
              label={`${name}, verdict`}
              hideLabel
              aside
              className="w-44"
              value={finding.verdict}
              invalid={refusal !== undefined}
              options={[
                { value: '', label: 'not looked at' },
                ...VERDICTS.map((verdict) => ({ value: verdict, label: VERDICT_WORDS[verdict] })),
              ]}
              onPick={(verdict) => change({ verdict: verdict })}
            />
          </div>
          {frets && (
            <div className="w-40">
              <TypedField
                label={`${name}, at frets`}
                hideLabel
                hint="frets, such as 1-3 5"
                value={finding.frets}
                refusal={refusals[`${point}.frets`]}
                parse={parseFrets}
                understood={(text) => {
                  const result = parseFrets(text);
                  return result.ok ? `frets ${result.value.join(', ')}` : '';
                }}
                onChange={(text) => change({ frets: text })}
              />
            </div>
          )}
          {priced && (finding.verdict !== 'sound' || finding.allowance !== '') && (
            <div className="w-36">
              <MoneyField
                label={`${name}, allowance`}
                hideLabel
                placeholder="allowance"
                currency={currency}
                value={finding.allowance}
                refusal={refusals[`${point}.allowance`]}
                onChange={(allowance) => change({ allowance })}
              />
            </div>
          )}
          <label className="min-w-[10rem] flex-1">
            <span className="sr-only">{name}, in words</span>
            <input
              className="field"
              data-aside
              placeholder="in words"
              autoComplete="off"
              value={finding.words}
              onChange={(event) => change({ words: event.target.value })}
            />
          </label>
        </div>
        {refusal && <p className="text-[0.88rem] text-ochre">✕ {refusal}</p>}
      </div>
    </fieldset>
  );
}, isAlike);

/** Nothing of this line has changed. */
function isAlike(before: Props, after: Props): boolean {
  const own = ({ point, refusals, map, ...others }: Props): unknown[] => [
    ...['verdict', 'states', 'point', 'frets', 'allowance'].map((field) => refusals[`${point}.${field}`]),
    map?.has,
    map?.to,
    point,
    ...Object.values(others),
  ];
  const now = own(after);
  return own(before).every((value, i) => Object.is(value, now[i]));
}
