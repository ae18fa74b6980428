import { weighInEvery } from '@hiraeth/core/acts';
import { useMemo } from 'react';
import { Link } from 'react-router';
import Button from '@mui/material/Button';
import { settingsOf } from '@hiraeth/core/ledger';
import { weighPlan, type WeighRhythm } from '@hiraeth/core/plan';
import type { Printer } from '@hiraeth/core/workbook';
import { useLedger, useAct } from '../../state/hooks';
import { Lines } from '../../parts/Lines';

/** Which cartridges are worth weighing next, and how often: what a weighing changes against what it draws. */
export function Weighing({ printer, at }: { readonly printer: Printer; readonly at: string }) {
  const ledger = useLedger();
  const act = useAct();
  const plan = useMemo(() => weighPlan(ledger, printer.id, at), [ledger, printer.id, at]);
  if (!plan) return null;
  const [first] = plan.channels;
  const now = printer.weighInDays ?? settingsOf(ledger.context).weighInDays;
  const days = ({ everyDays, unseenDays }: WeighRhythm): number =>
    everyDays ?? Math.max(1, Math.round(unseenDays));
  return (
    <section className="section" aria-label="When to weigh">
      <header>
        <h2>When to weigh</h2>
      </header>
      <p data-testid="weigh-verdict">
        {plan.unknown.length > 0 ? (
          <>
            <strong>
              Weigh {plan.unknown.map(({ name }) => name).join(', ')} <Link to="/weigh-in">now</Link>:
            </strong>{' '}
            nothing can be said of {plan.unknown.length === 1 ? 'it' : 'them'} before.
          </>
        ) : plan.verdict === 'now' ? (
          <>
            <strong>
              <Link to="/weigh-in">Weigh now</Link>:
            </strong>{' '}
            it spares about {plan.gainMl.toFixed(1)} ml of later changes, and draws {plan.onceMl.toFixed(1)}{' '}
            ml.
          </>
        ) : (
          <>
            <strong>Weigh at the next change, not before.</strong> Pulling cartridges out and in again draws
            about {plan.onceMl.toFixed(1)} ml from the channels; knowing better would spare{' '}
            {plan.gainMl.toFixed(1)} ml. While the printer is open anyway it costs nothing. It is due after{' '}
            {now} days all the same, so that a missing entry does not stay unseen for longer
            {plan.rhythms.length > 1 ? ': choose below' : ''}.
          </>
        )}
        {first && first.laterDays >= 1 && (
          <>
            {' '}
            Most is to be learnt of {first.name}: known to ± {(2 * first.uAfter).toFixed(1)} ml instead of ±{' '}
            {(2 * first.u).toFixed(1)} ml, its top-up may come {first.laterDays.toFixed(0)}{' '}
            {first.laterDays < 1.5 ? 'day' : 'days'} later.
          </>
        )}
      </p>
      {plan.rhythms.length > 1 && (
        <div className="scrollx">
          <Lines
            columns={[
              { head: 'Weighed', of: (row) => rhythmName(row) },
              { head: 'Changes a year', n: true, of: (row) => row.changes.toFixed(1) },
              { head: 'Ink drawn a year', n: true, of: (row) => `${row.ml.toFixed(0)} ml` },
              {
                head: 'A missing entry shows after',
                n: true,
                of: (row) => `${row.unseenDays.toFixed(0)} days`,
              },
              {
                head: 'Choose it',
                isHidden: true,
                n: true,
                of: (row) =>
                  days(row) === now ? (
                    <span className="soft small">due by this</span>
                  ) : (
                    <Button
                      size="small"
                      aria-label={`Be due by: ${rhythmName(row)}`}
                      onClick={() => void act(weighInEvery(printer, days(row)))}
                    >
                      Be due by this
                    </Button>
                  ),
              },
            ]}
            rows={plan.rhythms}
            keyOf={(row) => row.everyDays ?? 'changes'}
            toneOf={(row) => (row === plan.best ? 'total' : '')}
            widest={720}
          />
        </div>
      )}
    </section>
  );
}

const rhythmName = ({ everyDays }: WeighRhythm): string =>
  everyDays === null
    ? 'all, whenever it is open for a change'
    : everyDays === 7
      ? 'every week'
      : `every ${Math.round(everyDays / 7)} weeks`;
