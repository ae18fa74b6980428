import { useMemo } from 'react';
import { COVERAGE } from '@hiraeth/core/numeric';
import { scoreForecasts } from '@hiraeth/core/plan';
import { find, type LogSnapshot } from '@hiraeth/core/ledger';
import { leakWords, unseenCleaningWords, wrongIntervalWords } from '@hiraeth/core/words';
import { Link } from 'react-router';
import { day } from '../../parts/dates';

/** How well this printer's use was foretold so far, and what was seen to change in it. */
export function Foretold({
  ledger,
  printerId,
}: {
  readonly ledger: LogSnapshot;
  readonly printerId: string;
}) {
  const scores = useMemo(() => scoreForecasts(ledger).printers, [ledger]);
  const score = scores.find(({ id }) => id === printerId);
  if (!score) return null;
  return (
    <div data-testid="foretold">
      <h2>How well it foretells</h2>
      {score.inside === null || score.error === null ? (
        <p>Nothing was weighed twice yet: it goes by what such printers usually take.</p>
      ) : (
        <p>
          Of {score.count} forecasts that a weighing answered, {Math.round(100 * score.inside)} % held within
          their interval of 95 %; off by {Math.round(100 * score.error)} % on average.
        </p>
      )}
      {score.changes.map((change) => (
        <p key={change.at}>
          Since {day(change.at)} it draws {change.factor.toFixed(2)} ± {(COVERAGE * change.u).toFixed(2)}{' '}
          times as much as before, in all channels.
        </p>
      ))}
      {score.leaks.map((leak) => (
        <p key={leak.cartridgeId} className="warn">
          {leakWords(find(ledger.context, 'cartridge', leak.cartridgeId)?.label ?? 'One', leak.mlPerDay)}{' '}
          <Link to={`/cartridge/${leak.cartridgeId}`}>Say what a look found</Link>
        </p>
      ))}
      {score.unseenCleanings > 0 && <p>{unseenCleaningWords(score.unseenCleanings)}</p>}
      {score.missing.map((one) => (
        <p key={one.to}>
          {day(one.from)} to {day(one.to)}: {wrongIntervalWords(one.ratio)}
        </p>
      ))}
    </div>
  );
}
