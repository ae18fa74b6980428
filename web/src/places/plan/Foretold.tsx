import { useMemo } from 'react';
import { COVERAGE, modelOf, scoreForecasts, type LogSnapshot, type Printer } from '@hiraeth/core';
import { day } from '../../parts/dates';

/** How well this printer's use was foretold so far, and what was seen to change in it. */
export function Foretold({ ledger, printer }: { readonly ledger: LogSnapshot; readonly printer: Printer }) {
  const own = useMemo(
    () =>
      scoreForecasts(ledger).intervals.filter(
        (interval) => interval.printerId === printer.id && !interval.leftOut,
      ),
    [ledger, printer],
  );
  const model = modelOf(ledger, printer.id);
  const held = own.filter(({ inside }) => inside).length;
  const used = own.reduce((sum, { usedMl }) => sum + usedMl, 0);
  const off = own.reduce((sum, { usedMl, foretoldMl }) => sum + Math.abs(usedMl - foretoldMl), 0);
  return (
    <div data-testid="foretold">
      <h2>How well it foretells</h2>
      {own.length === 0 || used <= 0 ? (
        <p>Nothing was weighed twice yet: it goes by what such printers usually take.</p>
      ) : (
        <p>
          Of {own.length} forecasts that a weighing answered, {Math.round((100 * held) / own.length)} % held
          within their interval of 95 %; off by {Math.round((100 * off) / used)} % on average.
        </p>
      )}
      {model?.changes.map((change) => (
        <p key={change.at}>
          Since {day(change.at)} it draws {change.factor.toFixed(2)} ± {(COVERAGE * change.u).toFixed(2)}{' '}
          times as much as before, in all channels.
        </p>
      ))}
      {model?.missing.map((one) => (
        <p key={one.to}>
          {day(one.from)} to {day(one.to)}: about {one.ratio.toFixed(1)} times what was logged was drawn.
          Something is missing from the log; the interval taught it nothing.
        </p>
      ))}
    </div>
  );
}
