import { useState } from 'react';
import TextField from '@mui/material/TextField';
import { explain, POLICY_WORDS } from '@hiraeth/core/words';
import { parseMoney } from '@hiraeth/core/quantity';
import { PLAN_DEFAULTS, secondSet, setPiece, type PrinterPlan } from '@hiraeth/core/plan';
import { settingsOf } from '@hiraeth/core/ledger';
import type { Printer } from '@hiraeth/core/workbook';
import { useLedger, useMoney, usePriceUnit } from '../../state/hooks';
import { Pick } from '../../parts/fields';

type Kind = 'empties' | 'originals' | 'own';

/** Does a second set pay for itself, and when: as bought empties, as originals, or as another body. */
export function SecondSetPanel({ plan, printer }: { readonly plan: PrinterPlan; readonly printer: Printer }) {
  const money = useMoney();
  const { currency } = settingsOf(useLedger().context);
  const unit = usePriceUnit();
  const known = printer.slots.every(({ original }) => original !== null);
  const [kind, setKind] = useState<Kind>(known ? 'originals' : 'empties');
  const [price, setPrice] = useState('');
  const typed = price.trim() === '' ? null : parseMoney(price, currency);
  if (plan.policies.length === 0) return null;
  const piece = setPiece(
    printer,
    plan.policies,
    kind === 'originals' ? 'originals' : 'empties',
    typed?.ok ? typed.value : null,
  );
  const found = piece && secondSet(plan.policies, printer.slots.length, piece.priceMinor, piece.inkMinor);
  return (
    <section className="section" aria-label="A second set">
      <header>
        <h2>A second set</h2>
        <span className="soft small">
          {plan.policies.some(({ code, bar }) => code.startsWith('rotate') && bar === null)
            ? 'there is one: what another would bring is as much less as it waits'
            : 'to rotate with'}
        </span>
      </header>
      <div className="row">
        <Pick<Kind>
          label="As"
          value={kind}
          options={[
            { value: 'empties', label: 'bought empties' },
            ...(known ? [{ value: 'originals' as const, label: 'a set of originals' }] : []),
            { value: 'own', label: 'another body with the right chip' },
          ]}
          onPick={setKind}
        />
        {kind !== 'originals' && (
          <TextField
            label={`Price of one, ${unit}`}
            value={price}
            onChange={(event) => setPrice(event.target.value)}
            error={typed !== null && !typed.ok}
            helperText={typed && !typed.ok ? explain(typed.problem) : undefined}
          />
        )}
      </div>
      <p data-testid="second-set">
        {found === null ? (
          'Enter what one cartridge costs.'
        ) : (
          <>
            <strong>
              {found.months === null
                ? 'It is not paid back by ink at this use.'
                : found.months.value > 120
                  ? 'Paid back after more than ten years.'
                  : `Paid back after ${monthsOf(found.months.value)}`}
            </strong>
            {found.months !== null &&
              found.months.value <= 120 &&
              ` (nineteen times in twenty between ${monthsOf(found.months.low)} and ${found.months.high === null ? 'never' : monthsOf(found.months.high)}).`}{' '}
            {printer.slots.length} for {money(found.costMinor)}
            {(piece?.inkMinor ?? 0) > 0 ? ', less the ink in them' : ''}. “{POLICY_WORDS[found.way]}” spares{' '}
            {money(found.savedMinor.value)} and {found.savedMl.toFixed(0)} ml a year against one by one
            {found.savedMinutes > 0 ? `, and ${(found.savedMinutes / 60).toFixed(1)} hours of work` : ''},
            over {PLAN_DEFAULTS.years} tried years.
          </>
        )}
      </p>
    </section>
  );
}

const monthsOf = (months: number): string =>
  months < 1.5
    ? 'a month'
    : months < 30
      ? `${Math.round(months)} months`
      : `${(months / 12).toFixed(1)} years`;
