import { goBy } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { BAR_WORDS, POLICY_WORDS } from '@hiraeth/core/words';
import { COVERAGE } from '@hiraeth/core/numeric';
import type { Uncertain } from '@hiraeth/core/quantity';
import type { PlannedPolicy, PrinterPlan } from '@hiraeth/core/plan';
import type { Printer } from '@hiraeth/core/workbook';
import { useMoney, useAct } from '../../state/hooks';
import { Pick } from '../../parts/fields';
import type { Simulated } from './simulated';
import { Term } from '../../parts/Term';
import { Lines } from '../../parts/Lines';

const RISKS = [0.01, 0.02, 0.05, 0.1, 0.2];

/** What each way of changing and topping up takes in a year, side by side; the one to use stands out. */
export function Policies({
  plan,
  printer,
  simulated,
  risk,
  onRisk,
}: {
  readonly plan: PrinterPlan;
  readonly printer: Printer;
  readonly simulated: Simulated;
  /** The most that a line may run dry, as a share of years. */
  readonly risk: number;
  readonly onRisk: (risk: number) => void;
}) {
  const { state, share, stop, again } = simulated;
  const best = plan.policies.find(({ code }) => code === plan.best);
  const single = plan.policies.find(({ code }) => code === 'single');
  return (
    <section className="section" aria-busy={state === 'busy'}>
      <header>
        <h2>How to change and top up</h2>
        <Pick
          label="A line may run dry in"
          value={String(risk)}
          options={RISKS.map((share) => ({
            value: String(share),
            label: `${100 * share} % of years`,
          }))}
          onPick={(value) => onRisk(Number(value))}
        />
      </header>
      <p data-testid="best-policy" role="status">
        {state === 'busy' && 'Trying each way on thousands of years of your own days …'}
        {state === 'stopped' && 'Stopped: the ways were not tried.'}
        {state === 'failed' &&
          'The ways could not be tried: a part of the app did not load. Load the page again.'}
        {state === 'done' &&
          !best &&
          `None of the ways that are open keeps a dry line below ${100 * risk} % of years: weigh in more often.`}
        {state === 'done' && best && (
          <>
            <strong>{POLICY_WORDS[best.code]}</strong>
            {ruleOf(best)}
            {single && best !== single && single.primingMl.value > best.primingMl.value
              ? `: ${(single.primingMl.value - best.primingMl.value).toFixed(0)} ml of ink a year less lost to priming than one by one.`
              : '.'}
          </>
        )}
      </p>
      {state === 'busy' && (
        <div className="row">
          <progress value={share} aria-label="How many of the ways are tried" />
          <Button size="small" onClick={stop}>
            Stop
          </Button>
        </div>
      )}
      {(state === 'stopped' || state === 'failed') && (
        <div>
          <Button onClick={again}>Try them</Button>
        </div>
      )}
      {plan.policies.length > 0 && <WaysTable plan={plan} printer={printer} />}
    </section>
  );
}

/** A year by each way, side by side. */
function WaysTable({ plan, printer }: { readonly plan: PrinterPlan; readonly printer: Printer }) {
  const money = useMoney();
  const act = useAct();
  const choose = (policy: PlannedPolicy): void => void act(goBy(printer, policy));
  return (
    <div className="scrollx">
      <Lines
        columns={[
          {
            head: 'A year of (±: nineteen years in twenty)',
            of: (policy) => (
              <>
                {POLICY_WORDS[policy.code]}
                {printer.policy?.code === policy.code ? (
                  <div className="soft small">chosen: what is due follows it</div>
                ) : (
                  policy.bar === null && (
                    <div>
                      <Button
                        size="small"
                        aria-label={`Go by: ${POLICY_WORDS[policy.code]}`}
                        onClick={() => choose(policy)}
                      >
                        Go by this
                      </Button>
                    </div>
                  )
                )}
                {policy.bar && <div className="soft small">not now: {BAR_WORDS[policy.bar]}</div>}
              </>
            ),
          },
          {
            head: <Term of="routine">Times opened</Term>,
            n: true,
            of: (policy) => spread(policy.routinesPerYear, 1),
          },
          {
            head: 'Ink lost',
            n: true,
            of: (policy) => <>{spread(policy.primingMl, policy.primingMl.value < 10 ? 1 : 0)} ml</>,
          },
          { head: 'Money lost', n: true, of: (policy) => money(policy.wasteMinor.value) },
          {
            head: 'Work',
            n: true,
            of: (policy) => `${(policy.minutesPerYear.value / 60).toFixed(1)} h`,
          },
          {
            head: 'Runs dry',
            n: true,
            of: (policy) => (policy.code === 'originals' ? '–' : dryWords(policy)),
          },
          {
            head: <Term of="wastePad">Pad lasts</Term>,
            n: true,
            of: (policy) => (policy.padYears === null ? '–' : `${policy.padYears.toFixed(1)} y`),
          },
        ]}
        rows={plan.policies}
        keyOf={(policy) => policy.code}
        toneOf={(policy) => (policy.code === plan.best ? 'total' : '')}
      />
    </div>
  );
}

const spread = ({ value, u }: Uncertain, digits: number): string =>
  `${value.toFixed(digits)} ± ${(COVERAGE * u).toFixed(digits)}`;

/** The most that it may be, where it was hardly seen. */
function dryWords({ dryProbability, dryU }: PlannedPolicy): string {
  const most = 100 * (dryProbability + COVERAGE * dryU);
  return most < 0.1
    ? 'under 0.1 %'
    : `${(100 * dryProbability).toFixed(1)} ± ${(100 * COVERAGE * dryU).toFixed(1)} %`;
}

/** The threshold that was found for it. */
function ruleOf(policy: PlannedPolicy): string {
  if (policy.threshold === null) return '';
  return policy.code === 'topUpAll'
    ? ` (all that stand below ${Math.round(100 * policy.threshold)} % of full when one needs it)`
    : ` (after ${policy.threshold} standard sheets)`;
}
