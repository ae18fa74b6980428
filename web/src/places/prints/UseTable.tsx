import { all, COVERAGE, coefficient, find } from '@hiraeth/core';
import { useLedger } from '../../app/hooks';
import { Swatch } from '../../parts/Swatch';

/** What each channel was learnt to take for one square decimetre of the mean picture. */
export function UseTable({ printerId }: { readonly printerId: string }) {
  const ledger = useLedger();
  const printer = find(ledger.context, 'printer', printerId);
  const state = ledger.state.printers[printerId];
  if (!printer || !state) return null;
  const subjects = all(ledger.context, 'subject').filter((subject) => state.totals[`area:${subject.id}`]);
  return (
    <div>
      <h2>Use per dm²</h2>
      <p className="small">µl (thousandths of a ml), learnt from weigh-ins, ± at 95 %</p>
      {printer.slots.map((slot) => {
        const model = state.slots[slot.id]?.model;
        if (!model) return null;
        const learnt = subjects
          .map((subject) => ({ subject, use: coefficient(model, `area:${subject.id}`, printer.draws) }))
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
