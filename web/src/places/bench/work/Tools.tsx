import { planOf, toolCheck } from '@hiraeth/core';
import { Next } from './Next';
import type { StepProps } from './props';

/** What this run needs, checked before the bottle is open. */
export function Tools({ bench, run, env, step, actions }: StepProps) {
  const before = bench.queue
    .slice(0, bench.at)
    .filter((other) => other.state === 'doing' && other.bottleIds[0] === run.bottleIds[0]).length;
  const need = Math.max(0, planOf(run, env).addMl.value);
  const findings = toolCheck(run, env, before * need);
  return (
    <>
      <ul className="stack" style={{ listStyle: 'none', gap: 6 }}>
        {findings.map((finding, i) => (
          <li key={i} className={finding.ok ? '' : 'warn'}>
            {finding.ok ? 'Here: ' : 'Look: '}
            {finding.text}
          </li>
        ))}
      </ul>
      <div>
        <Next onClick={() => actions.next(step)}>
          {findings.every((f) => f.ok) ? 'All here' : 'Go on with what is here'}
        </Next>
      </div>
    </>
  );
}
