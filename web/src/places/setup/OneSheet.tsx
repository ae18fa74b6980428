import { setUp, typeOfBody, type SetUpInput } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { zodResolver } from '@hookform/resolvers/zod';
import { Controller, useFieldArray, useForm, useFormState, useWatch, type Control } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { all, settingsOf } from '@hiraeth/core/ledger';
import { CHIP_STRATEGIES, CONSTRUCTIONS, INK_CLASSES, SHADES } from '@hiraeth/core/workbook';
import { CLASS_NAMES, MATTERS, CONSTRUCTION_NAMES, STRATEGY_NAMES } from '@hiraeth/core/words';
import { useLedger, usePriceUnit, useAct } from '../../state/hooks';
import { useServices } from '../../state/services';
import { FEEDS, optionsOf } from '../../parts/fields';
import { PickOf, TextOf } from '../../parts/formFields';
import { CartridgeDrawing } from '../../parts/drawing/CartridgeDrawing';
import { FormEnd } from '../../parts/FormEnd';
import { Lines } from '../../parts/Lines';
import { Swatch } from '../../parts/Swatch';
import { bodyOfSheet, bodySchema, sheetSchema, TOGETHER, type SheetForm } from './sheetForm';

const START: readonly string[] = ['black', 'cyan', 'magenta', 'yellow'];
const SHADE_CHOICES = [
  ...optionsOf<string>(SHADES),
  ...[['cyan', 'magenta', 'yellow']].map((shades) => ({
    value: shades.join(TOGETHER),
    label: `${shades.join(TOGETHER)} in one body`,
  })),
];
type Row = SheetForm['rows'][number];
const row = (shade: string): Row => ({ shade, price: '', nominal: '', usable: '' });

/** A printer, its channels, cartridges and the tools for a first refill, on one sheet. */
export default function OneSheet() {
  const ledger = useLedger();
  const act = useAct();
  const { newId } = useServices();
  const navigate = useNavigate();
  const { currency } = settingsOf(ledger.context);
  const unit = usePriceUnit();
  const hasScale = all(ledger.context, 'scale').length > 0;
  const hasSyringe = all(ledger.context, 'syringe').length > 0;
  const { control, handleSubmit } = useForm<SheetForm, unknown, SetUpInput>({
    resolver: zodResolver(sheetSchema(currency)),
    defaultValues: {
      name: '',
      feed: 'stationary',
      inkClass: 'pigment',
      rows: START.map(row),
      construction: 'compartmentTank',
      variant: 'standard',
      emptyG: '',
      fullG: '',
      maxG: '',
      capacityMl: '',
      length: '',
      width: '',
      height: '',
      sets: '1',
      initial: 'unknown',
      chip: 'resetter',
      chipMl: '',
      scaleG: hasScale ? '' : '200',
      stepG: '0.01',
      syringe: hasSyringe ? '' : '20',
    },
  });
  const save = async (input: SetUpInput): Promise<void> => {
    const saved = await act(setUp(ledger, input, { bottles: [], seated: false }, newId));
    if (saved) void navigate('/');
  };
  return (
    <form
      className="stack"
      aria-label="Set up a printer"
      noValidate
      onSubmit={(event) => void handleSubmit(save)(event)}
    >
      <h1>A printer and what belongs to it</h1>
      <div className="form">
        <TextOf control={control} name="name" label="Printer’s name" />
        <PickOf control={control} name="feed" label="Ink feed" options={FEEDS} />
        <PickOf control={control} name="inkClass" label="Ink" options={optionsOf(INK_CLASSES, CLASS_NAMES)} />
      </div>
      <Channels control={control} unit={unit} />
      <Bodies control={control} />
      <Tools control={control} hasScale={hasScale} hasSyringe={hasSyringe} />
      <p className="soft small">All of it can be corrected later, in Workbook.</p>
      <FormEnd submit="Set it up" onCancel={() => void navigate('/workbook/things')} />
    </form>
  );
}

type SheetControl = Control<SheetForm, unknown, SetUpInput>;

/** The body that all of them have: a kind and a size, or what was weighed and measured of it. */
function Bodies({ control }: { readonly control: SheetControl }) {
  const sheet = useWatch({ control });
  const body = bodySchema.safeParse(sheet);
  const type = body.success ? typeOfBody(bodyOfSheet(body.data)) : null;
  const construction = sheet.construction ?? 'compartmentTank';
  const isOwn = sheet.variant === 'own';
  return (
    <>
      <h2>Its refillable cartridges</h2>
      <CartridgeDrawing
        construction={construction}
        shades={(sheet.rows?.[0]?.shade ?? 'grey').split(TOGETHER)}
        fill={{ share: 0.6, u: 0.02 }}
        width={240}
      />
      <div className="form">
        <PickOf
          control={control}
          name="construction"
          label="Construction"
          options={optionsOf(CONSTRUCTIONS, CONSTRUCTION_NAMES)}
          helperText={MATTERS[construction]}
        />
        <PickOf
          control={control}
          name="variant"
          label="Size"
          options={[
            { value: 'starter', label: 'starter' },
            { value: 'standard', label: 'standard' },
            { value: 'large', label: 'large' },
            { value: 'own', label: 'unknown: I weigh and measure it' },
          ]}
        />
        <TextOf
          control={control}
          name="emptyG"
          label="Empty mass, g"
          kind="mass"
          helperText={isOwn ? 'Weigh one empty and dry' : type ? `else ${type.emptyG.value} g` : ''}
        />
        <TextOf
          control={control}
          name="fullG"
          label="Full mass, g"
          kind="mass"
          helperText={type ? `else ${type.fullG.toFixed(1)} g` : 'Filled to its line'}
        />
        <TextOf
          control={control}
          name="maxG"
          label="Maximum mass, g"
          kind="mass"
          helperText={type ? `else ${type.maxG.toFixed(1)} g: above it, it leaks` : ''}
        />
        <TextOf
          control={control}
          name="capacityMl"
          label="Holds, ml"
          kind="volume"
          helperText={type ? `else ${type.capacityMl} ml; reserve ${type.reserveMl} ml` : ''}
        />
        {isOwn && (
          <>
            <TextOf control={control} name="length" label="Length, mm" kind="length" />
            <TextOf control={control} name="width" label="Width, mm" kind="length" />
            <TextOf control={control} name="height" label="Height, mm" kind="length" />
          </>
        )}
        <PickOf
          control={control}
          name="sets"
          label="How many sets"
          options={[
            { value: '1', label: 'one' },
            { value: '2', label: 'two: A and B' },
          ]}
        />
        <PickOf
          control={control}
          name="initial"
          label="What is in them now"
          options={[
            { value: 'unknown', label: 'some ink: I will weigh them' },
            { value: 'empty', label: 'nothing: new and dry' },
            { value: 'original', label: 'original ink, full' },
          ]}
        />
        <PickOf
          control={control}
          name="chip"
          label="Chip"
          options={optionsOf(CHIP_STRATEGIES, STRATEGY_NAMES)}
        />
        <TextOf
          control={control}
          name="chipMl"
          label="Chip counts, ml"
          kind="volume"
          helperText="The volume it was made for"
        />
      </div>
    </>
  );
}

function Tools({
  control,
  hasScale,
  hasSyringe,
}: {
  readonly control: SheetControl;
  readonly hasScale: boolean;
  readonly hasSyringe: boolean;
}) {
  return (
    <>
      <h2>Scale and syringe</h2>
      <div className="form">
        <TextOf
          control={control}
          name="scaleG"
          label="Scale carries, g"
          kind="mass"
          helperText={hasScale ? 'One is set up already' : ''}
        />
        <TextOf control={control} name="stepG" label="Its smallest step, g" kind="mass" />
        <TextOf
          control={control}
          name="syringe"
          label="Syringe holds, ml"
          kind="volume"
          helperText={hasSyringe ? 'One is set up already' : ''}
        />
      </div>
    </>
  );
}

/** The channels in slot order, each with its original's price and volume. */
function Channels({ control, unit }: { readonly control: SheetControl; readonly unit: string }) {
  const { fields, append, remove, replace } = useFieldArray({ control, name: 'rows' });
  const { errors } = useFormState({ control, name: 'rows' });
  const rows = useWatch({ control, name: 'rows' });
  const shadeOf = (i: number): string => rows[i]?.shade ?? fields[i]!.shade;
  return (
    <>
      <div className="scrollx">
        <Lines
          caption="Channels in slot order"
          columns={[
            {
              head: 'Channel, in slot order',
              of: (_, i) => (
                <span className="beside">
                  <Swatch shades={shadeOf(i).split(TOGETHER)} />
                  <PickOf
                    control={control}
                    name={`rows.${i}.shade`}
                    label={`Shade ${i + 1}`}
                    options={SHADE_CHOICES}
                  />
                </span>
              ),
            },
            ...ORIGINALS.map(({ key, head, called }) => ({
              head: key === 'price' ? `${head} (${unit})` : head,
              of: (_: unknown, i: number) => (
                <OriginalField
                  control={control}
                  name={`rows.${i}.${key}`}
                  label={`${shadeOf(i)}, ${called}`}
                  placeholder={i > 0 ? rows[0]?.[key] : 'optional'}
                />
              ),
            })),
            {
              head: 'Remove',
              isHidden: true,
              of: (_, i) => (
                <Button size="small" onClick={() => remove(i)} aria-label={`Remove ${shadeOf(i)}`}>
                  Remove
                </Button>
              ),
            },
          ]}
          rows={fields}
          keyOf={({ id }) => id}
        />
      </div>
      <div className="row">
        <Button
          onClick={() => append(row(SHADES.find((shade) => !rows.some((r) => r.shade === shade)) ?? 'grey'))}
        >
          Add a channel
        </Button>
        <Button
          onClick={() => replace(rows.map(({ shade }) => ({ ...rows[0]!, shade })))}
          disabled={rows.length < 2 || rows[0]?.price === ''}
        >
          All originals as the first
        </Button>
      </div>
      {(errors.rows?.root?.message ?? errors.rows?.message) ? (
        <p className="bad" role="alert">
          {errors.rows.root?.message ?? errors.rows.message}
        </p>
      ) : null}
    </>
  );
}

/** What is asked of an original cartridge. */
const ORIGINALS = [
  { key: 'price', head: 'Original costs', called: 'original’s price' },
  { key: 'nominal', head: 'Nominal, ml', called: 'nominal ml' },
  { key: 'usable', head: 'Usable, ml', called: 'usable ml' },
] as const;

function OriginalField({
  control,
  name,
  label,
  placeholder,
}: {
  readonly control: SheetControl;
  readonly name: `rows.${number}.${(typeof ORIGINALS)[number]['key']}`;
  readonly label: string;
  readonly placeholder: string | undefined;
}) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field: { ref, ...bound }, fieldState: { error } }) => (
        <TextField
          {...bound}
          inputRef={ref}
          placeholder={placeholder}
          error={error !== undefined}
          helperText={error?.message}
          slotProps={{
            htmlInput: { 'aria-label': label, inputMode: 'decimal' },
            ...(error ? { formHelperText: { role: 'alert' } } : {}),
          }}
          sx={{ width: 150 }}
        />
      )}
    />
  );
}
