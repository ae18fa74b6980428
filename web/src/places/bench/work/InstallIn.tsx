import { useState } from 'react';
import { goingIn, unmetPorts } from '@hiraeth/core/bench';
import { goingInWords } from '@hiraeth/core/words';
import { useLedger, useNow } from '../../../state/hooks';
import { Next } from './Next';
import type { StepProps } from './props';
import { Tick } from '../../../parts/Tick';

/** What the fill of this very run settles, once it is in the log. */
const SETTLED_BY_FILL = new Set(['neverFilled', 'nothingInside', 'wet']);
/** Asked by the step's own requirements. */
const PORTS = new Set(['plugOut', 'ventShut', 'taped', 'keeperOn']);

/** Into the printer: stops at whatever would drip, starve the head or stop the printer, until it was seen to. */
export function InstallIn({ run, env, step, actions }: StepProps<'do'>) {
  const ledger = useLedger();
  const now = useNow();
  const [seen, setSeen] = useState(false);
  const filled = Object.values(run.answers).some((answer) => answer.kind === 'load' && answer.ml > 0);
  const problems = goingIn(ledger, run.cartridgeId, now, env.slot ?? undefined, run.ports).filter(
    ({ code }) =>
      !PORTS.has(code) &&
      !(filled && SETTLED_BY_FILL.has(code)) &&
      // Its reset is in the log with its fill.
      !(code === 'chipWillStop' && run.answers['reset-1'] !== undefined),
  );
  const stops = [
    ...unmetPorts(run.ports, step.requires).map(
      ({ port, is, needs }) => `By the log ${portName(port)} is ${is}; it must be ${needs}.`,
    ),
    ...problems.map((problem) => {
      const { what, mend } = goingInWords(problem);
      return `${what} ${mend}`;
    }),
  ];
  return (
    <div className="stack">
      {stops.length > 0 && (
        <div role="alert">
          {stops.map((words) => (
            <p key={words} className="bad">
              {words}
            </p>
          ))}
          <Tick label="I have seen to it" checked={seen} onTick={setSeen} />
        </div>
      )}
      <div>
        <Next
          onClick={() => actions.next(step)}
          disabled={(stops.length > 0 && !seen) || problems.some(({ code }) => code === 'rejected')}
        >
          Done
        </Next>
      </div>
    </div>
  );
}

const portName = (port: string): string =>
  port === 'primed' ? 'priming' : port === 'tape' ? 'the tape on the vent' : `the ${port}`;
