import Button from '@mui/material/Button';
import { densityOfInk } from '@hiraeth/core/ledger';
import { COVERAGE } from '@hiraeth/core/numeric';
import type { Entity, Ink } from '@hiraeth/core/workbook';
import { knowDensity } from '@hiraeth/core/acts';
import { densityByFills } from '@hiraeth/core/prepare';
import { densityOffWords, toldByWords } from '@hiraeth/core/words';
import { useAct, useLedger } from '../../state/hooks';
import { Swatch } from '../../parts/Swatch';

/** What each ink weighs, and how that is known. */
export function Densities({
  inks,
  onMeasure,
  onEdit,
}: {
  readonly inks: readonly Ink[];
  readonly onMeasure: (ink: Ink) => void;
  readonly onEdit: (entity: Entity) => void;
}) {
  const ledger = useLedger();
  const act = useAct();
  return (
    <div className="scrollx">
      <table className="lines">
        <thead>
          <tr>
            <th>Ink</th>
            <th className="n">g/ml</th>
            <th>Known by</th>
            <th>
              <span className="visually-hidden">Do</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {inks.map((ink) => {
            const density = densityOfInk(ledger.context, ink);
            const measured = ledger.context.densities.has(ink.id);
            const found = densityByFills(ledger, ink.id);
            return (
              <tr key={ink.id}>
                <td>
                  <Swatch shades={[ink.shade]} /> {ink.name}
                </td>
                <td className="n">
                  {density.value.toFixed(3)} ± {(COVERAGE * density.u).toFixed(3)}
                </td>
                <td className="soft">
                  {measured ? 'measured' : ink.density ? 'stated by its maker' : 'usual for its class'}
                  {found && (
                    <div className={found.isOff ? 'warn' : 'small'}>
                      {toldByWords(found)}: {found.told.value.toFixed(3)} ±{' '}
                      {(COVERAGE * found.told.u).toFixed(3)}
                      {found.isOff && `, ${densityOffWords(found.told.value / found.stated.value - 1)}`}
                    </div>
                  )}
                </td>
                <td className="n">
                  {found?.isOff && (
                    <Button
                      size="small"
                      aria-label={`Take ${found.told.value.toFixed(3)} g/ml for ${ink.name}`}
                      onClick={() =>
                        void act(knowDensity({ inkId: ink.id, density: found.told, points: [] }))
                      }
                    >
                      Take {found.told.value.toFixed(3)}
                    </Button>
                  )}
                  <Button
                    size="small"
                    onClick={() => onMeasure(ink)}
                    aria-label={`Measure the density of ${ink.name}`}
                  >
                    Measure
                  </Button>
                  <Button size="small" onClick={() => onEdit(ink)} aria-label={`Correct ${ink.name}`}>
                    Correct
                  </Button>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
