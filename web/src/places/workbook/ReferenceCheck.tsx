import { checkScale } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { useCallback, useMemo, useState } from 'react';
import { toolsInUse, type MassReading } from '@hiraeth/core/ledger';
import { COVERAGE } from '@hiraeth/core/numeric';
import { useLedger, useAct } from '../../state/hooks';
import { useScaleTarget } from '../../devices/useScale';
import { day } from '../../parts/dates';
import { Pick, QuantityField, readTyped } from '../../parts/fields';

/** A reference mass on the scale: how far it is off, and its span corrected from now on. */
export function ReferenceCheck() {
  const ledger = useLedger();
  const act = useAct();
  const scales = toolsInUse(ledger, 'scale');
  const [scaleId, setScaleId] = useState('');
  const scale = scales.find((s) => s.id === scaleId) ?? scales[0];
  const [nominal, setNominal] = useState('100');
  const [open, setOpen] = useState(false);
  const nominalG = readTyped(nominal, 'mass').value;
  const span = scale ? ledger.context.spans.get(scale.id) : undefined;
  const take = useCallback(
    (reading: MassReading) => {
      if (!scale || nominalG === null || nominalG <= 0) return;
      void act(checkScale(ledger, scale.id, reading, nominalG)).then((saved) => saved && setOpen(false));
    },
    [scale, nominalG, act, ledger],
  );
  const target = useMemo(
    () =>
      open && scale ? { label: `the reference mass of ${nominal} g`, scaleId: scale.id, onTake: take } : null,
    [open, scale, nominal, take],
  );
  useScaleTarget(target);
  if (!scale) return null;
  return (
    <section className="section stack" aria-label="Reference mass">
      <header>
        <h2>Is {scale.name} true?</h2>
        <span className="soft small">
          {span
            ? `last checked ${day(span.at)}: off by ${((1 / span.factor - 1) * 100).toFixed(3)} ± ${(COVERAGE * span.u * 100).toFixed(3)} %, corrected since`
            : 'never checked with a reference mass'}
        </span>
      </header>
      {open ? (
        <div className="row">
          {scales.length > 1 && (
            <Pick
              label="Scale"
              value={scale.id}
              options={scales.map((s) => ({ value: s.id, label: s.name }))}
              onPick={setScaleId}
            />
          )}
          <QuantityField label="Reference mass, g" kind="mass" value={nominal} onText={setNominal} />
          <span>Put it on the scale and take its weight below.</span>
          <Button onClick={() => setOpen(false)}>Not now</Button>
        </div>
      ) : (
        <div>
          <Button variant="outlined" onClick={() => setOpen(true)}>
            Check with a reference mass
          </Button>
        </div>
      )}
    </section>
  );
}
