import { all, ALWAYS, COVERAGE, find, modelOf, printedIn, coefficientPerDm2 } from '@hiraeth/core';
import { useLedger, useNow } from '../../app/hooks';
import { Swatch } from '../../parts/Swatch';

/** What each channel was learnt to take for one square decimetre of the mean picture. */
export function UseTable({ printerId }: { readonly printerId: string }) {
  const ledger = useLedger();
  const printer = find(ledger.context, 'printer', printerId);
  const now = useNow();
  const model = modelOf(ledger, printerId);
  if (!printer || !model) return null;
  const printed = new Set(printedIn(ledger, printerId, ALWAYS, now).map((area) => area.subjectId));
  const subjects = all(ledger.context, 'subject').filter((subject) => printed.has(subject.id));
  return (
    <div>
      <h2>Use per dm²</h2>
      <p className="small">µl (thousandths of a ml), learnt from weigh-ins, ± at 95 %</p>
      {printer.slots.map((slot) => {
        const learnt = subjects
          .map((subject) => ({ subject, use: coefficientPerDm2(model, slot.id, subject.id) }))
          .sort((a, b) => b.use.value - a.use.value);
        const most = learnt[0];
        return (
          <p key={slot.id} className="small">
            <Swatch shades={slot.shades} />
            {slot.name}:{' '}
            {most
              ? `${(most.use.value * 1000).toFixed(0)} ± ${(COVERAGE * most.use.u * 1000).toFixed(0)} for ${most.subject.name.replace(/ \(.*/, '').toLowerCase()}`
              : 'nothing printed yet'}
          </p>
        );
      })}
    </div>
  );
}
