import Button from '@mui/material/Button';
import { densityOfInk } from '@hiraeth/core/ledger';
import { COVERAGE } from '@hiraeth/core/numeric';
import type { Entity, Ink } from '@hiraeth/core/workbook';
import { knowDensity } from '@hiraeth/core/acts';
import { densityByFills, type DensityByFills } from '@hiraeth/core/prepare';
import { densityOffWords, toldByWords } from '@hiraeth/core/words';
import { useAct, useLedger } from '../../state/hooks';
import { Swatch } from '../../parts/Swatch';
import { Lines } from '../../parts/Lines';

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
  const rows = inks.map((ink) => ({
    ink,
    density: densityOfInk(ledger.context, ink),
    found: densityByFills(ledger, ink.id),
  }));
  return (
    <div className="scrollx">
      <Lines
        columns={[
          {
            head: 'Ink',
            of: ({ ink }) => (
              <>
                <Swatch shades={[ink.shade]} /> {ink.name}
              </>
            ),
          },
          {
            head: 'g/ml',
            n: true,
            of: ({ density }) => `${density.value.toFixed(3)} ± ${(COVERAGE * density.u).toFixed(3)}`,
          },
          {
            head: 'Known by',
            tone: 'soft',
            of: ({ ink, found }) => (
              <>
                {ledger.context.densities.has(ink.id)
                  ? 'measured'
                  : ink.density
                    ? 'stated by its maker'
                    : 'usual for its class'}
                {found && <ToldByFills found={found} />}
              </>
            ),
          },
          {
            head: 'Do',
            isHidden: true,
            n: true,
            of: ({ ink, found }) => (
              <>
                {found?.isOff && (
                  <Button
                    size="small"
                    aria-label={`Take ${found.told.value.toFixed(3)} g/ml for ${ink.name}`}
                    onClick={() => void act(knowDensity({ inkId: ink.id, density: found.told, points: [] }))}
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
              </>
            ),
          },
        ]}
        rows={rows}
        keyOf={({ ink }) => ink.id}
      />
    </div>
  );
}

/** What fills and bottles say, beside what is reckoned with. */
function ToldByFills({ found }: { readonly found: DensityByFills }) {
  const { told, stated, isOff } = found;
  return (
    <div className={isOff ? 'warn' : 'small'}>
      {`${toldByWords(found)}: ${told.value.toFixed(3)} ± ${(COVERAGE * told.u).toFixed(3)}`}
      {isOff && `, ${densityOffWords(told.value / stated.value - 1)}`}
    </div>
  );
}
