import { areaDm2 } from '@hiraeth/core/area';
import { printCost, printerCost } from '@hiraeth/core/cost';
import { formatUncertain } from '@hiraeth/core/quantity';
import { Big } from '../../parts/Big';
import { useHour, useLedger, useMoneyInterval } from '../../state/hooks';
import { NEW } from './printForm';

/** Ink and price of one copy, as the fields stand. */
export function WhatOneTakes({
  printerId,
  subjectId,
  area,
  demand,
  paperId,
}: {
  readonly printerId: string;
  readonly subjectId: string;
  readonly area: { readonly widthMm: number; readonly heightMm: number } | null;
  readonly demand: ReadonlyMap<string, number> | undefined;
  readonly paperId: string;
}) {
  const ledger = useLedger();
  const money = useMoneyInterval();
  // An account is not written anew with every half minute.
  const cost = printerCost(ledger, printerId, useHour());
  const one =
    cost && area && subjectId && subjectId !== NEW
      ? printCost(ledger, cost, subjectId, areaDm2(area), {
          demand,
          paperId,
        })
      : null;
  return (
    <div className="lead" style={{ paddingTop: 12 }}>
      <Big text={one && one.ml.value > 0 ? formatUncertain(one.ml, 'ml') : '–'} of="of ink for one" />
      <p>
        {one ? (
          <>
            {one.refill ? `${money(one.refill)} with your ink` : 'A price is not known yet'}
            {one.original ? `, ${money(one.original)} with originals` : ''}: for the size, kind of picture and
            paper below.
          </>
        ) : subjectId === NEW ? (
          'What a new kind of picture takes is learnt from the weigh-ins after it.'
        ) : (
          'Choose a size and a kind of picture below.'
        )}
      </p>
    </div>
  );
}
