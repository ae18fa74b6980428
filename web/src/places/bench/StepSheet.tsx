import Button from '@mui/material/Button';
import { useEffect, useRef } from 'react';
import { CAUTIONS, COVERAGE, unmetPorts, type Step } from '@hiraeth/core';
import { Countdown } from './Countdown';
import { Outcome, whereOf } from './Outcome';
import { useRehearsalScale } from './useRehearsalScale';
import { Decide } from './work/Decide';
import { DrawOut } from './work/DrawOut';
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
  const unmet = unmetPorts(run.ports, step.requires);
  useRehearsalScale(bench, run, env);
  const decimals = step.number ? decimalsOf(step.number) : 0;
  return (
    <div className="stack" style={{ alignContent: 'start' }}>
      <h1 ref={heading} tabIndex={-1} style={{ outline: 'none' }}>
        {step.title}
      </h1>
      {step.number && (
        <div>
          <div className="huge" data-testid="step-number">
            {step.number.value.toFixed(decimals)}
            <small>
              {step.number.unit}
              {step.number.u !== undefined && step.number.unit === 'ml'
                ? ` ± ${Math.max(COVERAGE * step.number.u, 10 ** -decimals).toFixed(decimals)}`
                : ''}
            </small>
          </div>
          {step.scaleG !== undefined && (
            <p className="soft">
              The scale reads <strong>{step.scaleG.toFixed(2)} g</strong> when it is in.
            </p>
          )}
        </div>
      )}
      <p style={{ maxWidth: '60ch' }}>{step.text}</p>
      {step.stop && (
        <p>
          <strong>Stop when:</strong> {step.stop}
        </p>
      )}
      {step.never && <p className="bad">{step.never}</p>}
      {unmet.map(({ port, is, needs }) => (
        <p key={port} className="bad" role="alert">
          By the log the {port} is {is}; it must be {needs}. See to it before you go on.
        </p>
      ))}
      <StepWork bench={bench} run={run} env={env} step={step} actions={actions} />
      {bench.rehearsal && <Outcome run={run} env={env} at={whereOf(step)} />}
      {step.cautions.map((code) => (
        <p key={code} className="caution">
          <b>Mind:</b> {CAUTIONS[code]}
        </p>
      ))}
    </div>
  );
}

/** As fine as hands can follow: a syringe's marks for large amounts, the scale's for masses and small ones. */
function decimalsOf({ value, unit }: NonNullable<Step['number']>): number {
  if (unit === 'squeezes') return 0;
  return unit === 'g' || value < SMALL_ML ? 2 : 1;
}

function StepWork(props: StepProps) {
  const { step, actions, run, bench } = props;
  switch (step.kind) {
    case 'tools':
      return <Tools {...props} />;
    case 'weigh':
      return <Weigh {...props} />;
    case 'load':
      return <LoadIn {...props} />;
    case 'draw':
      return <DrawOut {...props} />;
    case 'decide':
      return <Decide {...props} />;
    case 'rest':
      return <Rest {...props} />;
    case 'summary':
      return <Summary {...props} />;
    case 'do':
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
