import { INK_DENSITY, INK_CLASSES, SHADES } from '@hiraeth/core/workbook';
import { buyBottle } from '@hiraeth/core/acts';
import { zodResolver } from '@hookform/resolvers/zod';
import { useForm, useWatch, type Control } from 'react-hook-form';
import { z } from 'zod';
import { all, inkWanted, settingsOf, type LogSnapshot } from '@hiraeth/core/ledger';
import { minorPerMajor } from '@hiraeth/core/quantity';
import { CLASS_NAMES, fieldAt, labelOf } from '@hiraeth/core/definition';
import { useLedger, usePriceUnit, useAct } from '../../state/hooks';
import { useServices } from '../../state/services';
import { FormEnd } from '../../parts/FormEnd';
import { choicesOf, optionsOf } from '../../parts/fields';
import { PickOf, TextOf } from '../../parts/formFields';
import { maybeMoney, maybeQuantity, quantity } from '../../parts/formSchema';

const NEW = 'new';

/** A bottle as it is typed, and what it means: of an ink that is known, or of one with its own name and density. */
const bottleSchema = (currency: string) =>
  z
    .object({
      inkId: z.string(),
      name: z.string().trim(),
      shade: z.string(),
      inkClass: z.enum(INK_CLASSES),
      density: maybeQuantity('density'),
      lot: z.string().trim().max(60, 'A lot has at most 60 letters.'),
      volume: quantity('volume', 'Enter how much the bottle holds, in ml.'),
      price: maybeMoney(currency),
      opened: z.enum(['yes', 'no']),
    })
    // Said beside what is wrong in other fields, not after it is mended.
    .refine(({ inkId, name }) => inkId !== NEW || name !== '', {
      path: ['name'],
      message: 'Give the ink a name, as on its label.',
      when: () => true,
    })
    .refine(
      ({ inkId, density }) =>
        inkId !== NEW || density === null || (density > INK_DENSITY.least && density < INK_DENSITY.most),
      {
        path: ['density'],
        message: 'A density of ink lies near 1.05 g/ml. Check the decimal mark, or leave it empty.',
      },
    );
type BottleForm = z.input<ReturnType<typeof bottleSchema>>;
type Bottle = z.output<ReturnType<typeof bottleSchema>>;

/** What the last bottle of an ink held and cost: the next one mostly does. */
function asTheLast(ledger: LogSnapshot, inkId: string | undefined, currency: string) {
  const last = all(ledger.context, 'bottle').findLast((bottle) => bottle.inkId === inkId);
  const price = last?.priceMinor ?? null;
  return {
    volume: last ? String(last.volumeMl) : '',
    price: price === null ? '' : String(price / minorPerMajor(currency)),
  };
}

/** A bottle bought: of an ink that is known, or of a new one. */
export function BuyBottle({ onDone }: { readonly onDone: () => void }) {
  const ledger = useLedger();
  const act = useAct();
  const { newId } = useServices();
  const inks = all(ledger.context, 'ink');
  const { currency } = settingsOf(ledger.context);
  const unit = usePriceUnit();
  const wanted = inkWanted(ledger);
  const { control, handleSubmit, setValue, formState } = useForm<BottleForm, unknown, Bottle>({
    resolver: zodResolver(bottleSchema(currency)),
    defaultValues: {
      inkId: inks[0]?.id ?? NEW,
      name: '',
      shade: wanted?.shade ?? SHADES[0],
      inkClass: wanted?.inkClass ?? 'pigment',
      density: '',
      lot: '',
      ...asTheLast(ledger, inks[0]?.id, currency),
      opened: 'yes',
    },
  });
  // Nothing that somebody typed is written over.
  const { volume: saysVolume, price: saysPrice, inkClass: saysClass } = formState.dirtyFields;
  const pickInk = (inkId: string): void => {
    const { volume, price } = asTheLast(ledger, inkId, currency);
    if (!saysVolume) setValue('volume', volume);
    if (!saysPrice) setValue('price', price);
  };
  const pickShade = (shade: string): void => {
    const of = inkWanted(ledger, shade);
    if (of && !saysClass) setValue('inkClass', of.inkClass);
  };
  const isNew = useWatch({ control, name: 'inkId' }) === NEW;

  const save = async (typed: Bottle): Promise<void> => {
    const { name, shade, inkClass, density, lot, volume, price } = typed;
    const saved = await act(
      buyBottle(ledger, {
        bottleId: newId('bottle'),
        ink:
          typed.inkId === NEW
            ? { id: newId('ink'), name, shade, inkClass, gPerMl: density }
            : { id: typed.inkId },
        lot,
        volumeMl: volume,
        priceMinor: price,
        opened: typed.opened === 'yes',
      }),
    );
    if (saved) onDone();
  };
  return (
    <form
      className="section stack"
      aria-label="Buy a bottle"
      noValidate
      onSubmit={(event) => void handleSubmit(save)(event)}
    >
      <h2>A bottle</h2>
      <div className="form">
        <PickOf
          control={control}
          name="inkId"
          label="Ink"
          options={[
            ...inks.map((ink) => ({ value: ink.id, label: ink.name })),
            { value: NEW, label: 'an ink that is new here' },
          ]}
          onPicked={pickInk}
        />
        {isNew && <NewInk control={control} onShade={pickShade} />}
        <TextOf
          control={control}
          name="lot"
          label={labelOf('bottle', 'lot')}
          helperText={fieldAt('bottle', 'lot')?.help}
        />
        <TextOf control={control} name="volume" label={labelOf('bottle', 'volumeMl')} numeric />
        <TextOf
          control={control}
          name="price"
          label={`${labelOf('bottle', 'priceMinor')} (${unit})`}
          numeric
          helperText={fieldAt('bottle', 'priceMinor')?.help}
        />
        <PickOf
          control={control}
          name="opened"
          label="Opened"
          options={[
            { value: 'yes', label: 'opened now' },
            { value: 'no', label: 'still sealed' },
          ]}
        />
      </div>
      <FormEnd submit="Record the bottle" onCancel={onDone} />
    </form>
  );
}

/** What is told of an ink that is new here. */
function NewInk({
  control,
  onShade,
}: {
  readonly control: Control<BottleForm, unknown, Bottle>;
  readonly onShade: (shade: string) => void;
}) {
  return (
    <>
      <TextOf control={control} name="name" label="Ink’s name" />
      <PickOf
        control={control}
        name="shade"
        label="Shade"
        options={optionsOf<string>(SHADES)}
        onPicked={onShade}
      />
      <PickOf
        control={control}
        name="inkClass"
        label={labelOf('ink', 'inkClass')}
        options={choicesOf(CLASS_NAMES)}
      />
      <TextOf
        control={control}
        name="density"
        label={labelOf('ink', 'density')}
        numeric
        helperText={fieldAt('ink', 'density')?.help}
      />
    </>
  );
}
