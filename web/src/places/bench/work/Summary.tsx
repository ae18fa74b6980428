import { Link } from 'react-router';
import { amountsOf, fillEnd, runFacts, stepsFor, unmetPorts } from '@hiraeth/core/bench';
import { fillEndWords } from '@hiraeth/core/words';
import { useNow } from '../../../state/hooks';
import { FactLine } from '../FactLine';
import { Next } from './Next';
import type { StepProps } from './props';

/** What went in, and the facts that will be recorded. */
export function Summary({ bench, run, env, step, actions }: StepProps<'summary'>) {
  const now = useNow();
  const facts = runFacts(run, env, now);
  const total = amountsOf(run, env).reduce((sum, amount) => sum + amount.ml.value, 0);
  const end = fillEnd(run, env);
  const warnings = stepsFor(run, env).flatMap((s) =>
    s.id === 'install' ? unmetPorts(run.ports, s.requires) : [],
  );
  return (
    <div className="stack">
      <div className="huge">
        {total.toFixed(1)}
        <small>ml went in</small>
      </div>
      {end && <p className={end.code === 'over' ? 'warn' : ''}>{fillEndWords(end)}</p>}
      {warnings.map((w) => (
        <p key={w.port} className="bad">
          The {w.port} is {w.is}; it must be {w.needs} before it goes back.
        </p>
      ))}
      <ul className="stack" style={{ listStyle: 'none', gap: 4 }}>
        {facts.map((fact, i) => (
          <li key={i}>
            <FactLine fact={fact} />
          </li>
        ))}
      </ul>
      <div className="row">
        <Next onClick={() => actions.next(step)}>
          {bench.rehearsal ? 'End of the rehearsal' : 'Record it'}
        </Next>
        <Link to={`/cartridge/${run.cartridgeId}`}>See its history</Link>
      </div>
    </div>
  );
}
