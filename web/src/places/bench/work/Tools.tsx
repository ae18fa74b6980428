import { takenBefore, toolCheck } from '@hiraeth/core/bench';
import { toolWords } from '@hiraeth/core/words';
import { useLedger, useNow } from '../../../state/hooks';
import { Next } from './Next';
import type { StepProps } from './props';

/** What this run needs, checked before the bottle is open. */
export function Tools({ bench, run, env, step, actions }: StepProps<'tools'>) {
  const ledger = useLedger();
  const now = useNow();
  const findings = toolCheck(run, env, takenBefore(ledger, bench, now));
  return (
    <>
      <ul className="stack" style={{ listStyle: 'none', gap: 6 }}>
        {findings.map((finding, i) => (
          <li key={i} className={finding.ok ? '' : 'warn'}>
            {finding.ok ? 'Here: ' : 'Look: '}
            {toolWords(finding)}
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
