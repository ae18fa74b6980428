import Button from '@mui/material/Button';
import { useEffect, useRef } from 'react';
import { apartWords, CAUTION_WORDS, stepWords } from '@hiraeth/core/words';
import { COVERAGE } from '@hiraeth/core/numeric';
import {
  inkInRun,
  numberOf,
  panOf,
  placeOfStep,
  saidApart,
  unmetPorts,
  type StepNumber,
} from '@hiraeth/core/bench';
import { CartridgeDrawing } from '../../parts/drawing/CartridgeDrawing';
import { Countdown } from './Countdown';
import { Outcome, whereOf } from './Outcome';
import { useRehearsalScale } from './useRehearsalScale';
import { Check } from './work/Check';
import { Decide } from './work/Decide';
import { DrawOut } from './work/DrawOut';
import { InstallIn } from './work/InstallIn';
import { LoadIn } from './work/LoadIn';
import { Next } from './work/Next';
import type { StepProps } from './work/props';
import { Rest } from './work/Rest';
import { Summary } from './work/Summary';
import { Tools } from './work/Tools';
import { Weigh } from './work/Weigh';

const SMALL_ML = 5;

/** The step in hand: what to do, the one number, when to stop, what to mind. */
export function StepSheet({ bench, run, env, step, actions }: StepProps) {
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => heading.current?.focus(), []);
  // Installing has its own sheet for what is not as it must be.
  const unmet = step.id === 'install' && !bench.rehearsal ? [] : unmetPorts(run.ports, step.requires);
  useRehearsalScale(bench, run, env, step);
  const words = stepWords(step);
  const number = numberOf(step);
  const decimals = number ? decimalsOf(number) : 0;
  // With whatever lies on the scale beside it.
  const shown = step.kind === 'load' || step.kind === 'draw' ? step.scaleG : null;
  const scaleG = shown === null ? null : shown + panOf(run, env).massG.value;
  const { type, cartridge } = env.body;
  const place = placeOfStep(step, type.construction);
  const ink = inkInRun(run, env);
  const apart = saidApart(run, env);
  const sheet = (
    <div className="stack step-sheet">
      <h1 ref={heading} tabIndex={-1} style={{ outline: 'none' }}>
        {words.title}
      </h1>
      {number && (
        <div>
          <div className="huge" data-testid="step-number">
            {number.value.toFixed(decimals)}
            <small>
              {number.unit}
              {number.u !== undefined && number.unit === 'ml'
                ? ` ± ${Math.max(COVERAGE * number.u, 10 ** -decimals).toFixed(decimals)}`
                : ''}
            </small>
          </div>
          {scaleG !== null && (
            <p className="soft">
              The scale reads <strong>{scaleG.toFixed(2)} g</strong> when it is{' '}
              {step.kind === 'draw' ? 'out' : 'in'}.
            </p>
          )}
        </div>
      )}
      <p style={{ maxWidth: '60ch' }}>{words.text}</p>
      {words.stop && (
        <p>
          <strong>Stop when:</strong> {words.stop}
        </p>
      )}
      {words.never && <p className="bad">{words.never}</p>}
      {unmet.map(({ port, is, needs }) => (
        <p key={port} className="bad" role="alert">
          By the log the {port} is {is}; it must be {needs}. See to it before you go on.
        </p>
      ))}
      {apart && <p className="warn">{apartWords(apart)}</p>}
      {step.cautions.map((code) => (
        <p key={code} className="caution">
          <b>Mind:</b> {CAUTION_WORDS[code]}
        </p>
      ))}
      {bench.rehearsal && <Outcome run={run} env={env} at={whereOf(step)} />}
      <div className="step-work stack">
        <StepWork bench={bench} run={run} env={env} step={step} actions={actions} />
      </div>
    </div>
  );
  if (!place) return sheet;
  return (
    <div className="step-with-drawing">
      {sheet}
      <CartridgeDrawing
        construction={type.construction}
        shades={cartridge.shades}
        fill={ink && { share: ink.value / type.capacityMl, u: ink.u / type.capacityMl }}
        ports={run.ports}
        {...place}
        width="100%"
      />
    </div>
  );
}

/** As fine as hands can follow: a syringe's marks for large amounts, the scale's for masses and small ones. */
function decimalsOf({ value, unit }: StepNumber): number {
  if (unit === 'squeezes' || unit === 'drops') return 0;
  return unit === 'g' || value < SMALL_ML ? 2 : 1;
}

function StepWork({ step, ...rest }: StepProps) {
  const { actions, run, bench } = rest;
  switch (step.kind) {
    case 'tools':
      return <Tools {...rest} step={step} />;
    case 'check':
      return <Check {...rest} step={step} />;
    case 'weigh':
      return <Weigh {...rest} step={step} />;
    case 'load':
      return <LoadIn {...rest} step={step} />;
    case 'draw':
      return <DrawOut {...rest} step={step} />;
    case 'decide':
      return <Decide {...rest} step={step} />;
    case 'rest':
      return <Rest {...rest} step={step} />;
    case 'summary':
      return <Summary {...rest} step={step} />;
    case 'do':
      if (step.id === 'install' && !bench.rehearsal) return <InstallIn {...rest} step={step} />;
      return (
        <div className="row">
          {step.waitSeconds !== undefined && (
            <Countdown key={`${run.id}${step.id}`} seconds={step.waitSeconds} />
          )}
          <Next onClick={() => actions.next(step)}>Done</Next>
          {bench.rehearsal && (
            <Button color="warning" onClick={() => actions.skip(step)}>
              Leave it out, to see
            </Button>
          )}
        </div>
      );
  }
}
