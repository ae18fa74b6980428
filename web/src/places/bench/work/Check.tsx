import { useState } from 'react';
import { stepWords } from '@hiraeth/core/words';
import type { CheckAnswer } from '@hiraeth/core/bench';
import { IF_IGNORED } from '@hiraeth/rig';
import { Swatch } from '../../../parts/Swatch';
import { ResetterPanel } from '../../../parts/ResetterPanel';
import { Countdown } from '../Countdown';
import { Next } from './Next';
import { ScannedMatch } from './ScannedMatch';
import { Options } from './Options';
import type { StepProps } from './props';

/** A look that has an answer: the good one stands ready, every other has its consequence. */
export function Check({ bench, run, step, actions }: StepProps<'check'>) {
  const differs = step.pairs.some((pair) => !pair.same);
  const [choice, setChoice] = useState<string>(differs ? 'differs' : step.answers[0]!);
  // In earnest the run leads out of it; here one may see why.
  const ignored = IF_IGNORED[step.check][choice as CheckAnswer];
  return (
    <>
      {step.check === 'match' && <ScannedMatch run={run} onWrong={() => setChoice('differs')} />}
      {step.pairs.length > 0 && (
        <div className="stack">
          {step.pairs.map((pair, i) => (
            <div key={i} className="row" style={{ gap: 32, alignItems: 'flex-end' }}>
              <Side of="In the bottle" shade={pair.bottle} />
              <span className={pair.same ? 'soft' : 'bad'} style={{ fontSize: '1.6rem' }}>
                {pair.same ? 'into' : 'not for'}
              </span>
              <Side of="On the cartridge" shade={pair.cartridge} />
            </div>
          ))}
        </div>
      )}
      <Options
        step={step}
        legend={stepWords(step).title}
        codes={step.answers}
        value={choice}
        onChange={setChoice}
      />
      {bench.rehearsal && ignored && (
        <p role="status">
          <strong className="bad">If it went in like this:</strong> {ignored.what} {ignored.why}
        </p>
      )}
      {bench.rehearsal && step.check === 'reset' && <ResetterPanel onReset={() => setChoice('took')} />}
      <div className="row">
        {step.waitSeconds !== undefined && (
          <Countdown key={`${run.id}${step.id}`} seconds={step.waitSeconds} />
        )}
        <Next onClick={() => actions.next(step, { kind: 'choice', choice })}>Go on</Next>
      </div>
    </>
  );
}

/** One name to be compared, large enough to be read at arm's length. */
function Side({ of, shade }: { readonly of: string; readonly shade: string }) {
  return (
    <span>
      <span className="soft small" style={{ display: 'block' }}>
        {of}
      </span>
      <strong className="named-shade">
        <Swatch shades={[shade]} />
        {shade}
      </strong>
    </span>
  );
}
