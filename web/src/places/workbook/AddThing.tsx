import { addThing } from '@hiraeth/core/acts';
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

type NewId = (kind: string) => string;

/** A new one of each sort as it is added: the usual figures, to be corrected at once. */
const NEW: ReadonlyMap<string, (newId: NewId) => Entity> = new Map<string, (newId: NewId) => Entity>([
  [
    'scale',
    (newId) => ({
      entity: 'scale',
      id: newId('scale'),
      name: 'Scale',
      capacityG: 200,
      resolutionG: 0.01,
      repeatabilityG: 0.015,
    }),
  ],
  [
    'syringe',
    (newId) => ({
      entity: 'syringe',
      id: newId('syringe'),
      name: 'Syringe 10 ml',
      capacityMl: 10,
      graduationMl: 0.5,
      keepBackMl: 0.5,
      family: '',
    }),
  ],
  ['subject', (newId) => ({ entity: 'subject', id: newId('subject'), name: 'Another kind of picture' })],
  [
    'paper',
    (newId) => ({ entity: 'paper', id: newId('paper'), name: 'Another paper', brightener: 'unknown' }),
  ],
  [
    'jobRule',
    (newId) => ({
      entity: 'jobRule',
      id: newId('rule'),
      name: 'Rule for jobs',
      queue: '',
      title: '*test page*',
      printerId: null,
      subjectId: null,
      paperId: null,
      ignore: true,
    }),
  ],
  ...TOOLS.map(
    ([tool, name]) =>
      [
        tool,
        (newId: NewId): Entity => ({
          entity: 'tool',
          id: newId('tool'),
          name,
          tool,
          fitsHeightMm: null,
          squeezeMl: null,
          count: 1,
        }),
      ] as const,
  ),
]);

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
    return place ? { ...place.like, id: newId('cartridge'), ...SPARE } : (NEW.get(choice)?.(newId) ?? null);
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
          { value: 'scale', label: 'a scale' },
          { value: 'syringe', label: 'a syringe' },
          ...slots.map(({ key, label }) => ({ value: key, label })),
          { value: 'subject', label: 'a kind of picture' },
          { value: 'paper', label: 'a paper' },
          { value: 'jobRule', label: 'a rule for jobs that printed' },
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
