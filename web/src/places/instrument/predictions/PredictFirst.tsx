import type { Prediction, Person } from '@upright-elder/contract';
import { PREDICTED_CAUSES, type PredictedCause } from '@upright-elder/core/predictions';
import { PLAN_KINDS, type PlanKind } from '@upright-elder/core/repair-plans';
import { PLAN_WORDS } from '@upright-elder/core/wording';
import { useState, type ReactNode } from 'react';
import { toast } from 'sonner';
import { WhyAsked } from '../../../app/FormFoot.js';
import { StrikeOut } from '../../../app/StrikeOut.js';
import { send } from '../../../data/api.js';
import { usePredictions, usePeople, useRefresh } from '../../../data/hooks.js';
import { newId } from '../../../data/ids.js';
import { usePersonId } from '../../../data/person.js';
import { refusals } from '../../../data/save.js';
import { Choice } from '../../../fields/Choice.js';
import { useAskFirst } from './useAskFirst.js';
import { Tick } from '../../../fields/Tick.js';
import { ListField } from '../../../fields/ListField.js';

const CAUSES = PREDICTED_CAUSES.map((value) => ({ value, label: value }));
const PLANS = PLAN_KINDS.map((value) => ({ value, label: PLAN_WORDS[value].name.toLowerCase() }));

/**
 * Your prediction first: a person says cause and plan before the program shows its own. What is live is never held back.
 *
 * @param children what the program says
 */
export function PredictFirst({
  instrumentId,
  unsound,
  children,
}: {
  instrumentId: string;
  unsound: boolean;
  children: ReactNode;
}) {
  const personId = usePersonId();
  const { data: people } = usePeople();
  const { data: predictions } = usePredictions(instrumentId);
  const person = people?.find(({ id }) => id === personId);
  const [asks, setAsks] = useAskFirst(person);
  const [shown, setShown] = useState(false);
  const own = predictions?.predictions.find(({ by, date }) => by === personId && date === predictions.date);
  // in the same place as below, so that what was opened meanwhile stays open
  if (!person || !predictions?.judged)
    return (
      <>
        {null}
        {children}
        {null}
      </>
    );
  if (asks && !own && !shown)
    return (
      <>
        {unsound && (
          <p className="sheet border-l-[6px] border-l-wax p-4 font-bold text-wax">
            ◆ Unsound: slacken it today, whatever you predict.
          </p>
        )}
        <PredictionForm instrumentId={instrumentId} person={person} onShow={() => setShown(true)} />
      </>
    );
  return (
    <>
      {own && <PredictedAndSaid prediction={own} />}
      {children}
      <Tick
        label={<>Let {person.name} call it first</>}
        checked={asks}
        onChange={(checked) => setAsks(checked)}
        className="text-[0.95rem]"
      />
    </>
  );
}

function PredictionForm({
  instrumentId,
  person,
  onShow,
}: {
  instrumentId: string;
  person: Person;
  onShow: () => void;
}) {
  const refresh = useRefresh();
  const [cause, setCause] = useState<PredictedCause>('cannot tell yet');
  const [plan, setPlan] = useState<PlanKind>('leave it');
  const save = async () => {
    try {
      await send('PUT', `predictions/${newId()}`, {
        version: 0,
        instrumentId,
        by: person.id,
        cause,
        plan,
        shown: null,
      });
      await refresh();
      toast.success('Your prediction is kept.');
    } catch (error) {
      refusals(error);
    }
  };
  return (
    <form
      className="sheet p-4"
      aria-label="Your prediction first"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <h2 className="text-[1.4rem]">Your prediction first, {person.name}</h2>
      <p className="text-faint">
        Say what you think the cause is and what you would do. Then the program shows its own; both are kept
        with the outcome.
      </p>
      <p className="mt-3 mb-1 font-bold">What is the cause?</p>
      <Choice label="Cause" value={cause} onChange={setCause} options={CAUSES} />
      <p className="mt-3 mb-1 font-bold">What would you do?</p>
      <Choice label="Plan" value={plan} onChange={setPlan} options={PLANS} />
      <div className="mt-4 flex flex-wrap gap-2">
        <button type="submit" className="act">
          That is my prediction
        </button>
        <button type="button" className="quiet" onClick={onShow}>
          Show me without
        </button>
      </div>
    </form>
  );
}

/** What was predicted, what the program said then, and what the work showed since. */
function PredictedAndSaid({ prediction }: { prediction: Prediction }) {
  const refresh = useRefresh();
  /** what the work showed is changed, and a reason is asked */
  const [asked, setAsked] = useState<{ shown: PredictedCause | null; why: string; refusal: string } | null>(
    null,
  );
  const showed = async (shown: PredictedCause | null) => {
    const { id, version, instrumentId, by, cause, plan } = prediction;
    try {
      await send('PUT', `predictions/${id}`, {
        version,
        instrumentId,
        by,
        cause,
        plan,
        shown,
        ...(asked ? { why: asked.why } : {}),
      });
      setAsked(null);
      await refresh();
      toast.success('It is noted what the work showed.');
    } catch (error) {
      const { why } = refusals(error);
      if (why) setAsked({ shown, why: asked?.why ?? '', refusal: why });
    }
  };
  const why = asked && {
    shown: asked.shown,
    value: asked.why,
    refusal: asked.refusal,
    change: (typed: string) => setAsked({ ...asked, why: typed }),
  };
  const { programCause, programPlan } = prediction;
  const same = prediction.cause === programCause;
  return (
    <section className="sheet p-4" aria-label="Your prediction">
      <p>
        <strong>{prediction.byName} predicted</strong> {prediction.cause}, and would{' '}
        {planWords(prediction.plan)}. <strong>The program</strong>{' '}
        {programCause === null || programPlan === null
          ? 'has not said its own: it is working it out, or something was written before it could.'
          : `${same ? 'says the same cause' : `says ${programCause}`}, and would ${planWords(programPlan)}.`}
      </p>
      <ListField
        label="The work showed"
        inline
        value={prediction.shown ?? ''}
        options={[
          { value: '', label: 'nothing yet' },
          ...PREDICTED_CAUSES.filter((cause) => cause !== 'cannot tell yet').map((cause) => ({
            value: cause,
            label: cause,
          })),
        ]}
        onPick={(chosen) => void showed(chosen === '' ? null : chosen)}
        className="w-auto"
      />
      {why && <WhyAsked {...why} />}
      {why && (
        <button type="button" className="act mt-2" onClick={() => void showed(why.shown)}>
          Save it
        </button>
      )}
      <p className="mt-2">
        <StrikeOut
          kind="prediction"
          id={prediction.id}
          what="this prediction"
          struck={false}
          example="it was made for another guitar"
        />
      </p>
    </section>
  );
}

const planWords = (plan: PlanKind): string =>
  plan === 'leave it' ? 'leave it' : `take the ${PLAN_WORDS[plan].name.toLowerCase()} plan`;
