import { buy } from '@hiraeth/core/acts';
import { zodResolver } from '@hookform/resolvers/zod';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { z } from 'zod';
import { all, settingsOf } from '@hiraeth/core/ledger';
import { PURCHASE_WORDS } from '@hiraeth/core/words';
import { PURCHASES, type PurchaseKind } from '@hiraeth/core/workbook';
import { useLedger, usePriceUnit, useNow, useAct } from '../../state/hooks';
import { DayField } from '../../parts/DayField';
import { fromLocalField, toLocalField } from '../../parts/dates';
import { FormEnd } from '../../parts/FormEnd';
import { FlagOf, PickOf, TextOf } from '../../parts/formFields';
import { maybeMoney, maybeWhole } from '../../parts/formSchema';

/** Bottles and originals stand where their ink does. */
const WHAT = PURCHASES.filter((what) => what !== 'bottle' && what !== 'originals').map((value) => ({
  value,
  label: PURCHASE_WORDS[value],
}));
/** What lasts: spread over months unless it is said otherwise. */
const LASTS: ReadonlySet<PurchaseKind> = new Set(['kit', 'cartridges', 'tools', 'wear']);

/** A purchase as it is typed, and what it means. */
const purchaseSchema = (currency: string) =>
  z
    .object({
      what: z.enum(PURCHASES),
      name: z.string().trim(),
      price: maybeMoney(currency),
      unknown: z.boolean(),
      ink: maybeMoney(currency),
      life: maybeWhole(0, 240, 'Lasts, months: a whole number from 0 (counted when bought) to 240.'),
      printerId: z.string(),
      when: z.string().refine((text) => fromLocalField(text) !== null, {
        message: 'Choose the day on which it was bought.',
      }),
    })
    .superRefine(({ what, ink, price, unknown }, context) => {
      if (price === null && !unknown)
        context.addIssue({
          code: 'custom',
          path: ['price'],
          message: 'Enter what it cost, or say below that nobody knows.',
        });
      if (what === 'kit' && ink !== null && (price === null || ink > price))
        context.addIssue({
          code: 'custom',
          path: ['ink'],
          message:
            'Of it ink: this is more than the whole price. Enter what its bottles count for, at most the price.',
        });
    });
type PurchaseForm = z.input<ReturnType<typeof purchaseSchema>>;
type Purchase = z.output<ReturnType<typeof purchaseSchema>>;

/** What printing costs besides ink: each with its own date and life, for one printer or for all. */
export function BuyKit({ onDone }: { readonly onDone: () => void }) {
  const ledger = useLedger();
  const now = useNow();
  const act = useAct();
  const { currency, kitLifeMonths } = settingsOf(ledger.context);
  const unit = usePriceUnit();
  const printers = all(ledger.context, 'printer');
  const { control, handleSubmit, formState } = useForm<PurchaseForm, unknown, Purchase>({
    resolver: zodResolver(purchaseSchema(currency)),
    defaultValues: {
      what: 'kit',
      name: '',
      price: '',
      unknown: false,
      ink: '',
      life: '',
      printerId: '',
      when: toLocalField(now),
    },
  });
  const what = useWatch({ control, name: 'what' });
  const whenChosen = formState.dirtyFields.when === true;
  const save = async (typed: Purchase): Promise<void> => {
    const label = typed.name || PURCHASE_WORDS[typed.what];
    const at = whenChosen ? fromLocalField(typed.when) : null;
    const saved = await act(
      buy({
        what: typed.what,
        name: label,
        priceMinor: typed.price,
        ...(typed.what === 'kit' && typed.ink !== null ? { inkMinor: typed.ink } : {}),
        ...(typed.life !== null ? { lifeMonths: typed.life } : {}),
        ...(typed.printerId ? { printerId: typed.printerId } : {}),
        ...(at ? { at } : {}),
      }),
    );
    if (saved) onDone();
  };
  return (
    <form
      className="stack"
      aria-label="Enter a purchase"
      noValidate
      onSubmit={(event) => void handleSubmit(save)(event)}
    >
      <PickOf control={control} name="what" label="Bought" options={WHAT} />
      <TextOf control={control} name="name" label="Name" />
      <TextOf control={control} name="price" label={`Price (${unit})`} numeric />
      <FlagOf
        control={control}
        name="unknown"
        label="Nobody knows what it cost: it is left out of the cost, and named there"
      />
      {what === 'kit' && (
        <TextOf
          control={control}
          name="ink"
          label={`Of it ink (${unit})`}
          numeric
          helperText="What its bottles’ own prices hold already."
        />
      )}
      <TextOf control={control} name="life" label="Lasts, months" numeric />
      <p className="soft small">
        {LASTS.has(what)
          ? `Empty: ${what === 'wear' ? 'counted when bought' : `spread over ${kitLifeMonths} months`}.`
          : 'Empty: counted when bought.'}
      </p>
      {printers.length > 1 && (
        <PickOf
          control={control}
          name="printerId"
          label="For"
          options={[
            { value: '', label: 'all printers, by the ink that each takes' },
            ...printers.map((printer) => ({ value: printer.id, label: printer.name })),
          ]}
        />
      )}
      <Controller
        control={control}
        name="when"
        render={({ field: { ref, ...field }, fieldState: { error } }) => (
          <DayField
            {...field}
            withTime
            inputRef={ref}
            label="When"
            error={error !== undefined}
            helperText={error?.message}
          />
        )}
      />
      <FormEnd submit="Record it" onCancel={onDone} />
    </form>
  );
}
