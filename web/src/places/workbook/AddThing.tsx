import { addThing, newThing, newTool, type UsualThing } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { all, slotFor, type Context } from '@hiraeth/core/ledger';
import type { Cartridge, Entity } from '@hiraeth/core/workbook';
import { useLedger, useAct } from '../../state/hooks';
import { useServices } from '../../state/services';
import { Pick } from '../../parts/fields';

const TOOLS = [
  ['needleLong', 'Blunt needle, long'],
  ['needleShort', 'Blunt needle, short'],
  ['funnel', 'Funnel'],
  ['clip', 'Outlet clip'],
  ['bagAdapter', 'Bag adapter'],
  ['keeper', 'Outlet keepers'],
  ['resetter', 'Chip resetter'],
  ['torch', 'Long-wave torch'],
  ['squeezeBottle', 'Squeeze bottle'],
  ['dropBottle', 'Drop bottle'],
  ['floatSensor', 'Float sensor'],
] as const;

const USUAL: readonly { readonly value: UsualThing; readonly label: string }[] = [
  { value: 'scale', label: 'a scale' },
  { value: 'syringe', label: 'a syringe' },
  { value: 'subject', label: 'a kind of picture' },
  { value: 'paper', label: 'a paper' },
  { value: 'jobRule', label: 'a rule for jobs that printed' },
];

/** What is its own of a spare: nothing was measured of it, nobody knows what is in it. */
const SPARE: Pick<Cartridge, 'label' | 'set' | 'emptyG' | 'maxG' | 'targetG' | 'initial'> = {
  label: 'Spare',
  set: '',
  emptyG: null,
  maxG: null,
  targetG: null,
  initial: 'unknown',
};

/** A spare is like the cartridge that stands in its slot now, or belongs there. */
function spares(context: Context) {
  return all(context, 'printer').flatMap((printer) =>
    printer.slots.flatMap((slot) => {
      const like = all(context, 'cartridge').find((cartridge) => slotFor(context, cartridge)?.slot === slot);
      return like
        ? [
            {
              key: `${printer.id}/${slot.id}`,
              label: `a cartridge: ${slot.name}, ${printer.name}`,
              like: { ...like, printerId: printer.id },
            },
          ]
        : [];
    }),
  );
}

/** Adds one more thing that is owned, and opens it for correction at once. */
export function AddThing({ onAdded }: { readonly onAdded: (entity: Entity) => void }) {
  const ledger = useLedger();
  const act = useAct();
  const { newId } = useServices();
  const [what, setWhat] = useState('');
  const slots = spares(ledger.context);
  const make = (choice: string): Entity | null => {
    const place = slots.find(({ key }) => key === choice);
    if (place) return { ...place.like, id: newId('cartridge'), ...SPARE };
    const tool = TOOLS.find(([kind]) => kind === choice);
    if (tool) return newTool(tool[0], tool[1], newId);
    const usual = USUAL.find(({ value }) => value === choice);
    return usual ? newThing(usual.value, newId) : null;
  };
  const add = async (): Promise<void> => {
    const entity = make(what);
    if (!entity) return;
    const saved = await act(addThing(entity));
    if (!saved) return;
    setWhat('');
    onAdded(entity);
  };
  return (
    <div className="row">
      <Pick
        label="What to add"
        value={what}
        options={[
          ...USUAL,
          ...slots.map(({ key, label }) => ({ value: key, label })),
          ...TOOLS.map(([value, name]) => ({ value, label: `${name.toLowerCase()}` })),
        ]}
        onPick={setWhat}
      />
      <Button variant="outlined" disabled={what === ''} onClick={() => void add()}>
        Add it
      </Button>
    </div>
  );
}
