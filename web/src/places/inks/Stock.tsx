import Button from '@mui/material/Button';
import { bottleIsEmpty, openBottle } from '@hiraeth/core/acts';
import {
  bottleRemaining,
  bottleStock,
  pricePerMl,
  type BottleContent,
  type BottleState,
} from '@hiraeth/core/ledger';
import { COVERAGE } from '@hiraeth/core/numeric';
import type { InkSupply } from '@hiraeth/core/plan';
import { formatUncertain } from '@hiraeth/core/quantity';
import { MONTH_MS } from '@hiraeth/core/time';
import { lotName } from '@hiraeth/core/words';
import { DUE, type Bottle, type Entity, type Ink } from '@hiraeth/core/workbook';
import { useAct, useLedger, useMoney } from '../../state/hooks';
import { day } from '../../parts/dates';
import { Swatch } from '../../parts/Swatch';

/** Every bottle, ink by ink, the one that runs out first at the top. */
export function Stock({
  inks,
  supplies,
  bottles,
  now,
  withEmpty,
  onWeigh,
  onEdit,
}: {
  readonly inks: readonly Ink[];
  readonly supplies: readonly InkSupply[];
  readonly bottles: readonly Bottle[];
  readonly now: string;
  readonly withEmpty: boolean;
  readonly onWeigh: (bottle: Bottle) => void;
  readonly onEdit: (entity: Entity) => void;
}) {
  const ledger = useLedger();
  const rank = new Map(supplies.map(({ ink }, i) => [ink.id, i]));
  const groups = [...inks]
    .sort((a, b) => (rank.get(a.id) ?? Infinity) - (rank.get(b.id) ?? Infinity))
    .map((ink) => ({
      ink,
      months: supplies.find((supply) => supply.ink.id === ink.id)?.months ?? null,
      rows: bottles
        .filter((bottle) => bottle.inkId === ink.id)
        .map((bottle) => ({
          bottle,
          state: ledger.state.bottles.get(bottle.id),
          left: bottleRemaining(ledger, bottle.id)!,
        }))
        .filter(({ left, state }) => withEmpty || (left.now.value > 1 && !state?.retired)),
    }));
  return (
    <div className="scrollx">
      <table className="lines">
        <thead>
          <tr>
            <th>Ink</th>
            <th className="n">Lasts</th>
            <th>Lot</th>
            <th className="n">Left</th>
            <th className="n">A ml</th>
            <th>Opened</th>
            <th>
              <span className="visually-hidden">Do</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {groups.flatMap(({ ink, months: lasts, rows }) => [
            ...(rows.length === 0
              ? [
                  <tr key={ink.id}>
                    <th scope="row">
                      <Swatch shades={[ink.shade]} /> {ink.name}
                    </th>
                    <td className="soft small" colSpan={6}>
                      No bottle of it has ink left.
                    </td>
                  </tr>,
                ]
              : []),
            ...rows.map((row, i) => (
              <tr key={row.bottle.id}>
                {i === 0 && (
                  <>
                    <th scope="rowgroup" className="group" rowSpan={rows.length}>
                      <Swatch shades={[ink.shade]} /> {ink.name}
                    </th>
                    <td className="n group" rowSpan={rows.length}>
                      {lasts === null ? '–' : `${lasts.toFixed(1)} months`}
                    </td>
                  </>
                )}
                <BottleCells {...row} now={now} onWeigh={onWeigh} onEdit={onEdit} />
              </tr>
            )),
          ])}
        </tbody>
      </table>
    </div>
  );
}

/** One bottle: its lot, what is left, and what can be done with it. */
function BottleCells({
  bottle,
  state,
  left,
  now,
  onWeigh,
  onEdit,
}: {
  readonly bottle: Bottle;
  readonly state: BottleState | undefined;
  readonly left: BottleContent;
  readonly now: string;
  readonly onWeigh: (bottle: Bottle) => void;
  readonly onEdit: (entity: Entity) => void;
}) {
  const act = useAct();
  const money = useMoney();
  const name = lotName(useLedger(), bottle.id);
  const months = state?.openedAt ? (Date.parse(now) - Date.parse(state.openedAt)) / MONTH_MS : 0;
  return (
    <>
      <td>{bottle.lot || 'no lot'}</td>
      <td className="n">
        <strong>{formatUncertain(left.now, 'ml')}</strong>
        <span className="soft small">
          {' '}
          of {bottle.volumeMl}, {left.now.source === 'weighed' ? 'weighed' : 'by the log'}
        </span>
        {left.gapMl !== null && Math.abs(left.gapMl) > COVERAGE * left.gapU && (
          <div className="warn small">
            {left.gapMl > 0
              ? `${left.gapMl.toFixed(1)} ml more gone than the log knows`
              : `${(-left.gapMl).toFixed(1)} ml more left than the log knows`}
          </div>
        )}
      </td>
      <td className="n" title={`${money(bottle.priceMinor)} for ${bottle.volumeMl} ml`}>
        {money(pricePerMl(bottle), 3)}
      </td>
      <td className="when">
        {state?.openedAt ? (
          <span className={months > DUE.bottleMonths ? 'warn' : ''}>
            {day(state.openedAt)}
            {months > DUE.bottleMonths ? ': old, check it' : ''}
          </span>
        ) : (
          <Button size="small" onClick={() => void act(openBottle(bottle.id))}>
            Open it
          </Button>
        )}
      </td>
      <td className="n">
        <Button size="small" onClick={() => onWeigh(bottle)} aria-label={`Weigh ${name}`}>
          Weigh
        </Button>
        <Button size="small" onClick={() => onEdit(bottle)} aria-label={`Correct ${name}`}>
          Correct
        </Button>
        {!state?.retired && bottleStock(left.now.value) === 'last' && (
          <Button size="small" onClick={() => void act(bottleIsEmpty(bottle.id))}>
            Used up
          </Button>
        )}
      </td>
    </>
  );
}
