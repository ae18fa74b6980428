import { inkOfBottle } from '@hiraeth/core/ledger';
import type { CartridgeRun, RunEnv, Step } from '@hiraeth/core/bench';
import { consequences, type Where } from '@hiraeth/rig';
import { useLedger } from '../../state/hooks';

const HEADS: Record<Where, string> = {
  hands: 'In your hands',
  rest: 'While it rests',
  printer: 'At the printer',
};

/** Up to where the consequences of a rehearsed mistake can be seen at this step. */
export function whereOf(step: Step): readonly Where[] {
  if (step.kind === 'check' || step.kind === 'load' || step.id === 'clean') return ['hands'];
  return step.kind === 'weigh' && step.purpose === 'rested' ? ['hands', 'rest'] : [];
}

/** What the simulated cartridge does with what was done to it. */
export function Outcome({
  run,
  env,
  at,
}: {
  readonly run: CartridgeRun;
  readonly env: RunEnv;
  readonly at: readonly Where[];
}) {
  const ledger = useLedger();
  const inks = run.bottleIds.flatMap((id) => inkOfBottle(ledger.context, id) ?? []);
  const found = consequences(run, env, inks).filter((consequence) => at.includes(consequence.where));
  if (found.length === 0) return null;
  return (
    <section className="section" aria-label="What comes of it">
      {found.map(({ where, what, why }) => (
        <p key={what}>
          <strong className="bad">
            {HEADS[where]}: {what}
          </strong>{' '}
          {why}
        </p>
      ))}
    </section>
  );
}
