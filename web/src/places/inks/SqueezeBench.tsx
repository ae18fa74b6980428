import { knowSqueeze, newTool } from '@hiraeth/core/acts';
import { zodResolver } from '@hookform/resolvers/zod';
import { useForm, useWatch } from 'react-hook-form';
import { z } from 'zod';
import { all, densityOfInk, readMass, toolsInUse } from '@hiraeth/core/ledger';
import { formatUncertain } from '@hiraeth/core/quantity';
import { squeezeVolume } from '@hiraeth/core/prepare';
import { useLedger, useAct } from '../../state/hooks';
import { useServices } from '../../state/services';
import { PickOf, TextOf } from '../../parts/formFields';
import { quantity, whole } from '../../parts/formSchema';
import { FormEnd } from '../../parts/FormEnd';

const squeezeSchema = z.object({
  toolId: z.string(),
  inkId: z.string(),
  count: whole(1, 10_000, 'Enter how many went into the cup, a whole number of at least 1.'),
  mass: quantity('mass', 'Enter what they weigh together, in g.'),
});
type SqueezeForm = z.input<typeof squeezeSchema>;
type Squeezed = z.output<typeof squeezeSchema>;

/** How much one squeeze, or one drop, gives: by weighing some of them. */
export function SqueezeBench({ onDone }: { readonly onDone: () => void }) {
  const ledger = useLedger();
  const act = useAct();
  const { newId } = useServices();
  const inks = all(ledger.context, 'ink');
  const tools = toolsInUse(ledger, 'tool').filter(
    ({ tool }) => tool === 'squeezeBottle' || tool === 'dropBottle',
  );
  const { control, handleSubmit, setValue } = useForm<SqueezeForm, unknown, Squeezed>({
    resolver: zodResolver(squeezeSchema),
    defaultValues: {
      toolId: tools[0]?.id ?? 'squeezeBottle',
      inkId: inks[0]?.id ?? '',
      count: usualCount(tools[0]?.tool),
      mass: '',
    },
  });
  const typedIn = useWatch({ control });
  const { toolId, inkId } = typedIn;
  const read = squeezeSchema.safeParse(typedIn);
  const density = densityOfInk(
    ledger.context,
    inks.find((ink) => ink.id === inkId),
  );
  const known = tools.find((tool) => tool.id === toolId);
  const kind = (known?.tool ?? toolId) === 'dropBottle' ? 'dropBottle' : 'squeezeBottle';
  const name = kind === 'dropBottle' ? 'drop' : 'squeeze';
  const mlOf = ({ count, mass }: Squeezed) => squeezeVolume(readMass(ledger, mass).massG, count, density);
  const ml = read.success ? mlOf(read.data) : null;
  const save = async (squeezed: Squeezed): Promise<void> => {
    const one = mlOf(squeezed);
    const tool = known ?? newTool(kind, kind === 'dropBottle' ? 'Drop bottle' : 'Squeeze bottle', newId);
    const saved = await act(knowSqueeze({ ...tool, squeezeMl: one, tool: kind }, one, squeezed.count));
    if (saved) onDone();
  };
  return (
    <form
      className="section stack"
      aria-label="Calibrate a squeeze or drop bottle"
      noValidate
      onSubmit={(event) => void handleSubmit(save)(event)}
    >
      <h2>What one {name} gives</h2>
      <p>
        {name === 'drop'
          ? 'Tare a cup, let fifty drops fall into it, read the scale.'
          : 'Tare a cup, give ten squeezes into it, read the scale.'}
      </p>
      <div className="form">
        <PickOf
          control={control}
          name="toolId"
          label="Bottle"
          options={[
            ...tools.map((tool) => ({ value: tool.id, label: tool.name })),
            { value: 'squeezeBottle', label: 'a new squeeze bottle' },
            { value: 'dropBottle', label: 'a new drop bottle' },
          ]}
          onPicked={(id) => setValue('count', usualCount(tools.find((tool) => tool.id === id)?.tool ?? id))}
        />
        <PickOf
          control={control}
          name="inkId"
          label="With"
          options={inks.map((ink) => ({ value: ink.id, label: ink.name }))}
        />
        <TextOf control={control} name="count" label={name === 'drop' ? 'Drops' : 'Squeezes'} numeric />
        <TextOf control={control} name="mass" label="Weighed, g" kind="mass" />
      </div>
      {ml && <p className="big">{formatUncertain(ml, 'ml')}</p>}
      <FormEnd submit="Record it" onCancel={onDone} />
    </form>
  );
}

/** Drops are small: fifty of them are weighed. */
const usualCount = (tool: string | undefined): string => (tool === 'dropBottle' ? '50' : '10');
