import { knowDensity } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { zodResolver } from '@hookform/resolvers/zod';
import { useCallback, useMemo } from 'react';
import { useFieldArray, useForm, useWatch, type Control } from 'react-hook-form';
import { z } from 'zod';
import { all, factsOf, pricePerMl, type MassReading } from '@hiraeth/core/ledger';
import { COVERAGE, widenForFew } from '@hiraeth/core/numeric';
import { explain } from '@hiraeth/core/words';
import { fitDensity, type DensityFit } from '@hiraeth/core/prepare';
import type { Ink } from '@hiraeth/core/workbook';
import { useLedger, useMoney, useAct } from '../../state/hooks';
import { useScaleTarget } from '../../devices/useScale';
import { readTyped } from '../../parts/fields';
import { FlagOf, TextOf } from '../../parts/formFields';
import { maybeQuantity, typed } from '../../parts/formSchema';
import { FormEnd } from '../../parts/FormEnd';
import { Lines } from '../../parts/Lines';

const VOLUMES = ['5', '10', '15', '20'];

/** Doses as they are typed or weighed; a line that is not whole says nothing yet. */
const densitySchema = z.object({
  rows: z.array(z.object({ ml: maybeQuantity('volume'), g: maybeQuantity('mass') })),
  origin: z.boolean(),
  celsius: typed<number | null>((text, wrong) => {
    if (text.trim() === '') return null;
    const { value, error } = readTyped(text, 'plain');
    if (value === null) return void wrong(error!);
    return value >= -10 && value <= 60 ? value : void wrong('A room has between −10 and 60 °C.');
  }),
});
type DensityForm = z.input<typeof densitySchema>;
type TypedDoses = z.output<typeof densitySchema>;

/** An ink's density with syringe and scale: total volume dispensed against total mass, a line through the points. */
export function DensityBench({ ink, onDone }: { readonly ink: Ink; readonly onDone: () => void }) {
  const act = useAct();
  const { control, handleSubmit, getValues, setValue } = useForm<DensityForm, unknown, TypedDoses>({
    resolver: zodResolver(densitySchema),
    defaultValues: { rows: VOLUMES.map((ml) => ({ ml, g: '' })), origin: false, celsius: '20' },
  });
  const { fields, append, remove } = useFieldArray({ control, name: 'rows' });
  const [rows, origin] = useWatch({ control, name: ['rows', 'origin'] });
  const take = useCallback(
    ({ massG }: MassReading) => {
      const g = massG.value.toFixed(2);
      const next = getValues('rows').findIndex((row) => row.g === '');
      if (next < 0) append({ ml: '', g }, { shouldFocus: false });
      else setValue(`rows.${next}.g`, g);
    },
    [append, getValues, setValue],
  );
  useScaleTarget(
    useMemo(() => ({ label: `the next dose of ${ink.shade}`, onTake: take }), [ink.shade, take]),
  );

  const read = rows.map((row) => ({
    ml: readTyped(row.ml, 'volume').value,
    g: readTyped(row.g, 'mass').value,
  }));
  const whole = read.flatMap(({ ml, g }, row) => (ml !== null && g !== null ? [{ ml, g, row }] : []));
  const points = whole.map(({ ml, g }) => ({ ml, g }));
  const fit = fitDensity(points, origin);
  const begun = rows.some(({ g }) => g !== '');
  const rho = fit.ok ? fit.value.density : null;
  const outlier = fit.ok && fit.value.outlier !== null ? (whole[fit.value.outlier]?.row ?? null) : null;
  const save = async ({ celsius }: TypedDoses): Promise<void> => {
    if (!rho) return;
    const saved = await act(
      knowDensity({
        inkId: ink.id,
        density: rho,
        points,
        ...(celsius !== null ? { temperatureC: celsius } : {}),
      }),
    );
    if (saved) onDone();
  };
  return (
    <form
      className="stack"
      aria-label={`Density of ${ink.name}`}
      style={{ padding: '10px 0 18px' }}
      noValidate
      onSubmit={(event) => void handleSubmit(save)(event)}
    >
      <p>
        Tare a cup. Dispense 5 ml, weigh; 5 ml more, weigh; and so on: each line is the total so far. The rail
        below takes each weight.
      </p>
      <div className="row" style={{ alignItems: 'start' }}>
        <Doses control={control} rows={fields} outlier={outlier} onRemove={remove} />
        <div className="stack" style={{ flex: 1, minWidth: 240 }}>
          {rho && fit.ok ? (
            <Measured ink={ink} fit={fit.value} origin={origin} count={points.length} />
          ) : (
            begun && !fit.ok && <p className="soft">{explain(fit.problem)}</p>
          )}
          <FlagOf control={control} name="origin" label="Through the origin (no dead volume)" />
          <div style={{ maxWidth: 200 }}>
            <TextOf control={control} name="celsius" label="Temperature, °C" kind="plain" />
          </div>
        </div>
      </div>
      <FormEnd submit="Use this density" disabled={!rho} onCancel={onDone}>
        <Button onClick={() => append({ ml: '', g: '' })}>Another line</Button>
      </FormEnd>
    </form>
  );
}

/** Each dose: the total so far by the syringe and by the scale. */
function Doses({
  control,
  rows,
  outlier,
  onRemove,
}: {
  readonly control: Control<DensityForm, unknown, TypedDoses>;
  readonly rows: readonly { readonly id: string }[];
  /** The one that lies off the line of the others. */
  readonly outlier: number | null;
  readonly onRemove: (row: number) => void;
}) {
  return (
    <Lines
      widest={460}
      columns={[
        {
          head: 'In all, ml',
          of: (_, i) => (
            <TextOf control={control} name={`rows.${i}.ml`} label={`Volume ${i + 1}, ml`} kind="volume" />
          ),
        },
        {
          head: 'Weighs, g',
          of: (_, i) => (
            <TextOf control={control} name={`rows.${i}.g`} label={`Mass ${i + 1}, g`} kind="mass" />
          ),
        },
        {
          head: 'Do',
          isHidden: true,
          of: (_, i) =>
            outlier === i && (
              <span className="warn">
                Does not lie with the others.{' '}
                <Button size="small" onClick={() => onRemove(i)}>
                  Leave it out
                </Button>
              </span>
            ),
        },
      ]}
      rows={rows}
      keyOf={({ id }) => id}
    />
  );
}

/** The density, how well it is known, and what going without it would cost. */
function Measured({
  ink,
  fit,
  origin,
  count,
}: {
  readonly ink: Ink;
  readonly fit: DensityFit;
  readonly origin: boolean;
  readonly count: number;
}) {
  const ledger = useLedger();
  const money = useMoney();
  const rho = fit.density;
  const its = all(ledger.context, 'bottle').filter(({ inkId }) => inkId === ink.id);
  const bottle = its.at(-1);
  const ids = new Set(its.map(({ id }) => id));
  // What "1 g = 1 ml" would have got wrong on every fill so far.
  const filledMl = factsOf(ledger, 'filled')
    .filter(({ bottleId }) => ids.has(bottleId))
    .reduce((sum, { ml }) => sum + ml.value, 0);
  return (
    <>
      <div className="big">
        {rho.value.toFixed(4)}
        <small>± {(COVERAGE * widenForFew(rho.u, count - 2)).toFixed(4)} g/ml</small>
      </div>
      <p>
        {origin
          ? 'Through the origin.'
          : `The needle keeps ${(fit.interceptG / rho.value).toFixed(2)} ml back.`}{' '}
        The points scatter {fit.residualG.toFixed(3)} g about the line.
      </p>
      <p>
        “1 g = 1 ml” is {(Math.abs(rho.value - 1) * 100).toFixed(1)} % off: on a fill of 40 ml it adds{' '}
        {Math.abs(40 * (rho.value - 1)).toFixed(1)} ml too {rho.value > 1 ? 'many' : 'few'}
        {bottle && pricePerMl(bottle) !== null
          ? `, ${money(Math.abs(40 * (rho.value - 1) * pricePerMl(bottle)!))} of ink`
          : ''}
        {filledMl > 1
          ? `; on the ${filledMl.toFixed(0)} ml filled so far, ${Math.abs(filledMl * (rho.value - 1)).toFixed(1)} ml`
          : ''}
        .
      </p>
    </>
  );
}
