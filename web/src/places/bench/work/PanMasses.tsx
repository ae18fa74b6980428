import { partWeighs } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { panOf, type CartridgeRun, type PanPart, type RunEnv } from '@hiraeth/core/bench';
import { TOOL_NAMES } from '@hiraeth/core/words';
import { QuantityField, readTyped } from '../../../parts/fields';
import { useLedger, useAct } from '../../../state/hooks';
import { useServices } from '../../../state/services';

/** What lies on the scale with the cartridge: its mass, weighed once, is taken off each weight from then on. */
export function PanMasses({ run, env }: { readonly run: CartridgeRun; readonly env: RunEnv }) {
  const pan = panOf(run, env);
  const [asked, setAsked] = useState<PanPart | null>(null);
  if (pan.parts.length === 0) return null;
  const known = pan.parts.filter((part) => !pan.unknown.includes(part));
  return (
    <div className="stack small">
      {known.length > 0 && (
        <p className="soft">
          With {known.map((part) => TOOL_NAMES[part]).join(' and ')} on: {pan.massG.value.toFixed(2)} g of
          what the scale shows are theirs.
        </p>
      )}
      {asked ? (
        <PartMass part={asked} onDone={() => setAsked(null)} />
      ) : (
        pan.unknown.map((part) => (
          <div key={part}>
            <Button size="small" onClick={() => setAsked(part)}>
              What does the {TOOL_NAMES[part]} weigh?
            </Button>
          </div>
        ))
      )}
    </div>
  );
}

/** With it and without it on the scale: the difference is its own mass. */
function PartMass({ part, onDone }: { readonly part: PanPart; readonly onDone: () => void }) {
  const ledger = useLedger();
  const act = useAct();
  const { newId } = useServices();
  const [withIt, setWith] = useState('');
  const [without, setWithout] = useState('');
  const [a, b] = [readTyped(withIt, 'mass'), readTyped(without, 'mass')];
  const massG = a.value !== null ? a.value - (b.value ?? 0) : null;
  const wrong = massG !== null && !(massG > 0);
  const save = (): void => {
    if (massG === null || wrong) return;
    void act(partWeighs(ledger, part, massG, { id: newId('tool'), name: TOOL_NAMES[part] })).then(
      (saved) => saved && onDone(),
    );
  };
  return (
    <form
      className="row"
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <QuantityField label="With it, g" kind="mass" value={withIt} onText={setWith} autoFocus />
      <QuantityField
        label="Without it, g"
        kind="mass"
        value={without}
        onText={setWithout}
        helperText="Empty: it lies on the scale by itself"
      />
      <Button type="submit" variant="outlined" disabled={massG === null || wrong || b.error !== null}>
        Keep it
      </Button>
      <Button onClick={onDone}>Not now</Button>
      {wrong && <span className="bad">With it, it weighs more than without it: look at the two again.</span>}
    </form>
  );
}
