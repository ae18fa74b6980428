import Button from '@mui/material/Button';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import {
  afterMasses,
  amountsOf,
  CAUTIONS,
  chamberDensity,
  COVERAGE,
  formatUncertain,
  judgeFill,
  loadFromScale,
  massBefore,
  planOf,
  pouredDensity,
  runFacts,
  stepsFor,
  toolCheck,
  unmetPorts,
  type BenchRun,
  type CartridgeRun,
  type Fate,
  type MassReading,
  type RunEnv,
  type Step,
} from '@hiraeth/core';
import { useNow } from '../../app/hooks';
import { useServices } from '../../app/services';
import { useScaleTarget } from '../../devices/useScale';
import { QuantityField, readTyped } from '../../parts/fields';
import { clock } from '../../parts/dates';
import { ResetterPanel } from '../rig/ResetterPanel';
import type { BenchActions } from './useBench';
import { Countdown } from './Countdown';
import { FactLine } from './FactLine';
import { Outcome, whereOf } from './Outcome';
import { ToGo } from './ToGo';
import { useRehearsalScale } from './useRehearsalScale';

interface Props {
  readonly bench: BenchRun;
  readonly run: CartridgeRun;
  readonly env: RunEnv;
  readonly step: Step;
  readonly actions: BenchActions;
}

/** The step in hand: what to do, the one number, when to stop, what to mind. */
export function StepSheet({ bench, run, env, step, actions }: Props) {
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => heading.current?.focus(), []);
  const unmet = unmetPorts(run.ports, step.requires);
  useRehearsalScale(bench, run, env);
  return (
    <div className="stack" style={{ alignContent: 'start' }}>
      <h1 ref={heading} tabIndex={-1} style={{ outline: 'none' }}>
        {step.title}
      </h1>
      {step.number && (
        <div>
          <div className="huge" data-testid="step-number">
            {step.number.unit === 'squeezes'
              ? step.number.value
              : step.number.value.toFixed(
                  step.number.unit === 'g'
                    ? 2
                    : step.id.startsWith('load') || step.id.startsWith('top') || step.id.startsWith('draw')
                      ? 1
                      : 2,
                )}
            <small>
              {step.number.unit}
              {step.number.u !== undefined && step.number.unit === 'ml'
                ? ` ± ${(COVERAGE * step.number.u).toFixed(1)}`
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

function StepWork(props: Props) {
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

function Next({
  onClick,
  children,
  disabled,
}: {
  readonly onClick: () => Promise<void> | void;
  readonly children: React.ReactNode;
  readonly disabled?: boolean;
}) {
  const [busy, setBusy] = useState(false);
  return (
    <Button
      data-next
      variant="contained"
      size="large"
      disabled={busy || disabled === true}
      onClick={() => {
        setBusy(true);
        void Promise.resolve(onClick()).finally(() => setBusy(false));
      }}
    >
      {children}
    </Button>
  );
}

function Tools({ bench, run, env, step, actions }: Props) {
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

function Weigh({ run, env, step, actions }: Props) {
  const { clock: time } = useServices();
  const take = useCallback(
    ({ massG }: MassReading) =>
      void actions.next(step, { kind: 'mass', massG, at: new Date(time.now()).toISOString() }),
    // A new step has a new component, so its actions are the current ones.
    [actions, step, time],
  );
  const target = useMemo(
    () => ({
      label: `${env.body.cartridge.label}, ${step.title.toLowerCase()}`,
      scaleId: run.scaleId,
      onTake: take,
    }),
    [env.body.cartridge.label, step.title, run.scaleId, take],
  );
  useScaleTarget(target);
  const plan = planOf(run, env);
  return (
    <div className="stack">
      <p>
        Take the weight at the foot of the page: <kbd>w</kbd>, the number, <kbd>Enter</kbd>.
      </p>
      {step.purpose === 'before' && env.inkNow && (
        <p className="soft">
          By the log it holds {formatUncertain(env.inkNow, 'ml')}: the scale should show about{' '}
          {(env.body.emptyG.value + env.inkNow.value * env.densityInside.value).toFixed(1)} g.
        </p>
      )}
      {step.purpose === 'after' && (
        <p className="soft">
          It was {massBefore(run)?.value.toFixed(2)} g; never above {env.body.maxG.toFixed(1)} g.
        </p>
      )}
      {step.purpose === 'after' && plan.warnings.some((w) => w.code === 'sectionLimits') && (
        <p className="soft">This method reaches only a part of the body: the target is for that part.</p>
      )}
    </div>
  );
}

function LoadIn({ bench, run, env, step, actions }: Props) {
  const planned =
    step.number?.unit === 'squeezes' ? step.number.value * (run.squeezeMl ?? 0) : (step.number?.value ?? 0);
  const [text, setText] = useState('');
  const [open, setOpen] = useState(false);
  const typed = readTyped(text, 'volume');
  const ml = typed.value ?? planned;
  const plan = planOf(run, env);
  const naive = plan.naiveMl - plan.addMl.value;
  const live = useCallback(
    ({ massG }: MassReading) =>
      void actions.next(step, { kind: 'load', ml: loadFromScale(run, env, massG) ?? planned, massG }),
    [actions, step, planned, run, env],
  );
  useScaleTarget(
    useMemo(
      () => ({ label: `${step.title.toLowerCase()}, live`, scaleId: run.scaleId, onTake: live }),
      [step.title, run.scaleId, live],
    ),
  );
  return (
    <div className="stack">
      {step.scaleG !== undefined && (
        <ToGo targetG={step.scaleG} density={chamberDensity(env, step.chamber ?? 0).value} />
      )}
      <div className="row">
        {step.waitSeconds !== undefined && <Countdown seconds={step.waitSeconds} />}
        <Next
          onClick={() => actions.next(step, { kind: 'load', ml, massG: null })}
          disabled={typed.error !== null}
        >
          It is in
        </Next>
        {open ? (
          <QuantityField label="Went in, ml" kind="volume" value={text} onText={setText} autoFocus />
        ) : (
          <Button onClick={() => setOpen(true)}>Another amount went in</Button>
        )}
        {bench.rehearsal && !run.foam && (
          <Button color="warning" onClick={actions.foam}>
            Push the last air in too, to see
          </Button>
        )}
        {step.optional && (
          <Button onClick={() => void actions.next(step, { kind: 'choice', choice: 'full' })}>
            It takes no more
          </Button>
        )}
      </div>
      {step.id === 'load-0-0' && (
        <p className="soft small">
          In all {formatUncertain(plan.addMl, 'ml')} to {plan.targetG.toFixed(2)} g (
          {plan.targetBy === 'sections'
            ? 'what this method reaches'
            : plan.targetBy === 'own'
              ? 'your own target'
              : plan.targetBy === 'maximum'
                ? 'its own maximum'
                : 'full'}
          ).
          {Math.abs(naive) > 0.05 &&
            ` “1 g = 1 ml” would add ${plan.naiveMl.toFixed(2)} ml: ${Math.abs(naive).toFixed(2)} ml too ${naive > 0 ? 'many' : 'few'}.`}
          {plan.bottleAfterMl !== null &&
            ` The bottle then holds ${plan.bottleAfterMl.toFixed(0)} ml: ${Math.floor(plan.bottleAfterMl / Math.max(1, plan.addMl.value))} more fills like this.`}
          {plan.warnings.some((w) => w.code === 'bottleShort') && (
            <strong className="bad"> The bottle does not hold that much.</strong>
          )}
        </p>
      )}
    </div>
  );
}

const FATES: readonly { value: Fate; label: string; why: string }[] = [
  { value: 'bin', label: 'Into the bin for mixed ink', why: 'The log counts it as lost.' },
  { value: 'bottle', label: 'Back into the bottle', why: 'Only from a clean cartridge of the same lot.' },
  { value: 'cartridge', label: 'Back into the cartridge', why: 'Then nothing was lost.' },
];

function DrawOut({ run, env, step, actions }: Props) {
  const [text, setText] = useState(
    step.number ? step.number.value.toFixed(step.id === 'leftover' ? 1 : 2) : '',
  );
  const [fate, setFate] = useState<Fate>((step.suggested as Fate | undefined) ?? 'bin');
  const typed = readTyped(text, 'volume');
  const graduation = env.syringe?.graduationMl ?? 0.5;
  const risky = fate === 'bottle' && run.occasion === 'conversion';
  const [sure, setSure] = useState(false);
  return (
    <form
      className="stack"
      onSubmit={(event) => {
        event.preventDefault();
        void actions.next(step, {
          kind: 'volume',
          ml: { value: typed.value ?? 0, u: Math.max(0.05, graduation / Math.sqrt(12)) },
          fate,
        });
      }}
    >
      <div style={{ maxWidth: 220 }}>
        <QuantityField label="How much, ml" kind="volume" value={text} onText={setText} />
      </div>
      <fieldset className="choice" style={{ border: 0, padding: 0, margin: 0 }}>
        <legend className="soft small">Where does it go?</legend>
        {FATES.map((option) => (
          <label key={option.value}>
            <input
              type="radio"
              name="fate"
              checked={fate === option.value}
              onChange={() => setFate(option.value)}
            />
            {option.label}
            <span>{option.why}</span>
          </label>
        ))}
      </fieldset>
      {risky && (
        <p className="bad" role="alert">
          After a conversion this is a mixture: back in the bottle it spoils the bottle for good.{' '}
          <Button color="error" onClick={() => setSure(true)} disabled={sure}>
            I overrule: into the bottle
          </Button>
        </p>
      )}
      <div>
        <Button
          data-next
          type="submit"
          variant="contained"
          size="large"
          disabled={typed.error !== null || (risky && !sure)}
        >
          Done
        </Button>
      </div>
    </form>
  );
}

function Decide({ bench, step, actions }: Props) {
  const [choice, setChoice] = useState(step.suggested ?? step.choices?.[0]?.value ?? '');
  return (
    <>
      <fieldset className="choice" style={{ border: 0, padding: 0, margin: 0 }}>
        <legend className="visually-hidden">{step.title}</legend>
        {step.choices?.map((option) => (
          <label key={option.value}>
            <input
              type="radio"
              name={step.id}
              checked={choice === option.value}
              onChange={() => setChoice(option.value)}
            />
            {option.label}
            <span>{option.why}</span>
          </label>
        ))}
      </fieldset>
      {bench.rehearsal && step.id === 'reset' && <ResetterPanel onReset={() => setChoice('yes')} />}
      <div>
        <Next onClick={() => actions.next(step, { kind: 'choice', choice })}>Go on</Next>
      </div>
    </>
  );
}

function Rest({ run, step, actions }: Props) {
  const now = useNow();
  const { clock: time } = useServices();
  const started = run.answers['rest-began'];
  const until = started?.kind === 'rest' ? started.until : null;
  const begin = (): Promise<void> =>
    actions.next(
      { ...step, id: 'rest-began' },
      { kind: 'rest', until: new Date(time.now() + (step.waitSeconds ?? 0) * 1000).toISOString() },
    );
  const over = until !== null && now >= until;
  return (
    <div className="stack">
      {until === null ? (
        <div>
          <Next onClick={begin}>It rests from now</Next>
        </div>
      ) : (
        <>
          <div className="big">{over ? 'Rested' : clock(until)}</div>
          <p className="soft">
            {over
              ? 'The rest is over: weigh it.'
              : 'Ready then. Bubbles rise, the sponge evens out. Go on with the next cartridge meanwhile.'}
          </p>
          <div className="row">
            <Next onClick={() => actions.next(step)}>{over ? 'Weigh it now' : 'Weigh it all the same'}</Next>
          </div>
        </>
      )}
    </div>
  );
}

function Summary({ bench, run, env, step, actions }: Props) {
  const now = useNow();
  const facts = runFacts(run, env, now);
  const total = amountsOf(run, env).reduce((sum, amount) => sum + amount.ml.value, 0);
  const after = afterMasses(run).at(-1);
  const plan = planOf(run, env);
  const verdict = after ? judgeFill(after, plan, pouredDensity(env)) : null;
  const warnings = stepsFor(run, env).flatMap((s) =>
    s.id === 'install' ? unmetPorts(run.ports, s.requires) : [],
  );
  return (
    <div className="stack">
      <div className="huge">
        {total.toFixed(1)}
        <small>ml went in</small>
      </div>
      {verdict && (
        <p className={verdict.state === 'over' ? 'warn' : ''}>
          {verdict.state === 'done'
            ? 'Within the tolerance of the target.'
            : verdict.state === 'short'
              ? `${verdict.ml.toFixed(1)} ml short of the target.`
              : `${verdict.ml.toFixed(1)} ml over the target.`}
        </p>
      )}
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
