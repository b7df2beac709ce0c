import type { Instrument, TopModel } from '@upright-elder/contract';
import { bodyPlanOf } from '@upright-elder/contract/lists';
import { useMemo } from 'react';
import { Link, useParams } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { useInstrument, useTop } from '../../data/hooks.js';
import { FindingsHere } from './judgement/FindingsHere.js';
import { ArchedTop } from './top/ArchedTop.js';
import { VirtualTop } from './top/VirtualTop.js';

/** Top: what strings and seasons do to this top, and which loose brace gives the belly back. */
export default function TopPage() {
  const { id } = useParams() as { id: string };
  const top = useTop(id);
  return (
    <Fetching of={useInstrument(id)}>
      {(instrument) => (
        <Fetching of={top}>{(known) => <TopOf instrument={instrument} top={known} />}</Fetching>
      )}
    </Fetching>
  );
}

/** Findings that are of the top and what is under it. */
const OF_THE_TOP = [
  'x-loose-at-bridge',
  'brace-loose',
  'belly-lifts',
  'belly-folds',
  'belly-odd',
  'leans-much',
  'dome-sound',
  'hole-sunk',
  'bar-fallen',
  'bar-loose',
  'arch-sinks',
];

function TopOf({ instrument, top }: { instrument: Instrument; top: TopModel }) {
  const plan = useMemo(() => top.plan && bodyPlanOf(top.plan), [top.plan]);
  const said = <FindingsHere id={instrument.id} of={({ rule }) => OF_THE_TOP.includes(rule)} />;
  if (top.arch)
    return (
      <>
        <ArchedTop instrument={instrument} arch={top.arch} />
        <div className="mt-3">{said}</div>
      </>
    );
  if (!plan)
    return (
      <div className="sheet p-6">
        <p className="said">
          Its top has no drawing yet. The model is made of the map’s plan: outline, hole, bridge and braces.
        </p>
        <Link to="../map" className="act mt-4">
          Draw its top
        </Link>
      </div>
    );
  // what is tried begins again as found where the map has changed
  const found = JSON.stringify([instrument.id, plan, top.loose]);
  return (
    <>
      <VirtualTop key={found} instrument={instrument} known={top} plan={plan} />
      <div className="mt-3">{said}</div>
    </>
  );
}
