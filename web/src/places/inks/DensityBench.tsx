import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useCallback, useMemo, useState } from 'react';
import {
  all,
  COVERAGE,
  explain,
  fitDensity,
  pricePerMl,
  type FactDraft,
  type Ink,
  type MassReading,
  widenForFew,
} from '@hiraeth/core';
import { useLedger, useMoney, useRecord } from '../../state/hooks';
import { useScaleTarget } from '../../devices/useScale';
import { QuantityField, readTyped } from '../../parts/fields';
import { FormEnd } from '../../parts/FormEnd';

const VOLUMES = ['5', '10', '15', '20'];
interface Row {
  readonly ml: string;
  readonly g: string;
}

/** An ink's density with syringe and scale: total volume dispensed against total mass, a line through the points. */
export function DensityBench({ ink, onDone }: { readonly ink: Ink; readonly onDone: () => void }) {
  const ledger = useLedger();
  const money = useMoney();
  const record = useRecord();
  const [rows, setRows] = useState<readonly Row[]>(VOLUMES.map((ml) => ({ ml, g: '' })));
  const [origin, setOrigin] = useState(false);
  const [celsius, setCelsius] = useState('20');
  const change = (i: number, part: Partial<Row>): void =>
    setRows(rows.map((row, j) => (i === j ? { ...row, ...part } : row)));
  const take = useCallback(({ massG }: MassReading) => {
    setRows((old) => {
      const next = old.findIndex((row) => row.g === '');
      return next < 0
        ? [...old, { ml: '', g: massG.value.toFixed(2) }]
        : old.map((row, i) => (i === next ? { ...row, g: massG.value.toFixed(2) } : row));
    });
  }, []);
  useScaleTarget(
    useMemo(() => ({ label: `the next dose of ${ink.shade}`, onTake: take }), [ink.shade, take]),
  );

  const read = rows.map((row) => ({ ml: readTyped(row.ml, 'volume'), g: readTyped(row.g, 'mass') }));
  const points = read.flatMap(({ ml, g }) =>
    ml.value !== null && g.value !== null ? [{ ml: ml.value, g: g.value }] : [],
  );
  const index = read.flatMap(({ ml, g }, i) => (ml.value !== null && g.value !== null ? [i] : []));
  const fit = fitDensity(points, origin);
  const typed = read.some(({ g }) => g.text !== '');
  const rho = fit.ok ? fit.value.density : null;
  const outlier = fit.ok && fit.value.outlier !== null ? (index[fit.value.outlier] ?? null) : null;
  const bottle = all(ledger.context, 'bottle')
    .filter((b) => b.inkId === ink.id)
    .at(-1);
  // What "1 g = 1 ml" would have got wrong on every fill so far.
  const filledMl = ledger.facts.reduce(
    (sum, fact) =>
      fact.kind === 'filled' &&
      all(ledger.context, 'bottle').some((b) => b.id === fact.bottleId && b.inkId === ink.id)
        ? sum + fact.ml.value
        : sum,
    0,
  );
  const temperature = readTyped(celsius, 'plain').value;
  const save = async (): Promise<void> => {
    if (!rho) return;
    const fact: FactDraft = {
      kind: 'densityMeasured',
      inkId: ink.id,
      density: rho,
      points,
      ...(temperature !== null && temperature > -10 && temperature < 60 ? { temperatureC: temperature } : {}),
    };
    const saved = await record(
      [fact],
      `Saved: ${ink.name} has ${rho.value.toFixed(4)} g/ml, used everywhere from now on.`,
    );
    if (saved) onDone();
  };
  return (
    <form
      className="stack"
      aria-label={`Density of ${ink.name}`}
      style={{ padding: '10px 0 18px' }}
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <p>
        Tare a cup. Dispense 5 ml, weigh; 5 ml more, weigh; and so on: each line is the total so far. The rail
        below takes each weight.
      </p>
      <div className="row" style={{ alignItems: 'start' }}>
        <table className="lines" style={{ width: 'auto' }}>
          <thead>
            <tr>
              <th>In all, ml</th>
              <th>Weighs, g</th>
              <th>
                <span className="visually-hidden">Do</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row, i) => (
              <tr key={i}>
                <td>
                  <QuantityField
                    label={`Volume ${i + 1}, ml`}
                    kind="volume"
                    value={row.ml}
                    onText={(ml) => change(i, { ml })}
                  />
                </td>
                <td>
                  <QuantityField
                    label={`Mass ${i + 1}, g`}
                    kind="mass"
                    value={row.g}
                    onText={(g) => change(i, { g })}
                  />
                </td>
                <td>
                  {outlier === i && (
                    <span className="warn">
                      Does not lie with the others.{' '}
                      <Button size="small" onClick={() => setRows(rows.filter((_, j) => j !== i))}>
                        Leave it out
                      </Button>
                    </span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <div className="stack" style={{ flex: 1, minWidth: 240 }}>
          {rho && fit.ok ? (
            <>
              <div className="big">
                {rho.value.toFixed(4)}
                <small>± {(COVERAGE * widenForFew(rho.u, points.length - 2)).toFixed(4)} g/ml</small>
              </div>
              <p>
                {origin
                  ? 'Through the origin.'
                  : `The needle keeps ${(fit.value.interceptG / rho.value).toFixed(2)} ml back.`}{' '}
                The points scatter {fit.value.residualG.toFixed(3)} g about the line.
              </p>
              <p>
                “1 g = 1 ml” is {((rho.value - 1) * 100).toFixed(1)} % off: on a fill of 40 ml it adds{' '}
                {(40 * (rho.value - 1)).toFixed(1)} ml too many
                {bottle && pricePerMl(bottle) !== null
                  ? `, ${money(40 * (rho.value - 1) * pricePerMl(bottle)!)} of ink`
                  : ''}
                {filledMl > 1
                  ? `; on the ${filledMl.toFixed(0)} ml filled so far, ${(filledMl * (rho.value - 1)).toFixed(1)} ml`
                  : ''}
                .
              </p>
            </>
          ) : (
            typed && !fit.ok && <p className="soft">{explain(fit.problem)}</p>
          )}
          <FormControlLabel
            control={<Checkbox checked={origin} onChange={(event) => setOrigin(event.target.checked)} />}
            label="Through the origin (no dead volume)"
          />
          <div style={{ maxWidth: 200 }}>
            <QuantityField label="Temperature, °C" kind="plain" value={celsius} onText={setCelsius} />
          </div>
        </div>
      </div>
      <FormEnd submit="Use this density" disabled={!rho} onCancel={onDone}>
        <Button onClick={() => setRows([...rows, { ml: '', g: '' }])}>Another line</Button>
      </FormEnd>
    </form>
  );
}
