import { bodyPlanOf } from '@upright-elder/contract/lists';
import { Link } from 'react-router';
import { useTop, useTrials } from '../../../data/hooks.js';
import { useFieldUnit } from '../../../fields/LengthField.js';
import { togglesOf } from '../top/stretches.js';
import { gluedIn } from '../top/Trials.js';

/** Braces that were chosen on the model of the top, for whoever puts the repairs in order. */
export function ChosenOnTop({ id }: { id: string }) {
  const { data: trials = [] } = useTrials(id);
  const { data: top } = useTop(id);
  const unit = useFieldUnit('mm');
  const chosen = trials.filter(({ forWork }) => forWork);
  if (!top?.plan || chosen.length === 0) return null;
  const toggles = togglesOf(bodyPlanOf(top.plan).braces, top.loose, unit);
  return (
    <section className="sheet mb-3 p-4" aria-label="Chosen on the top">
      <h3 className="text-[1.1rem]">Chosen on the top</h3>
      <ul>
        {chosen.map((trial) => {
          const glues = gluedIn(trial, toggles).map(({ name }) => name);
          return (
            <li key={trial.id}>
              {glues.length > 0 ? `Glue ${glues.join('; ')}` : 'Nothing of it is recorded loose any more'}{' '}
              <span className="text-faint">
                ({trial.name}, {trial.byName})
              </span>
            </li>
          );
        })}
      </ul>
      <Link to="../top" className="underline">
        What it gives back
      </Link>
    </section>
  );
}
