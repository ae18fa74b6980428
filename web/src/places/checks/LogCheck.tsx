import { logCheck, replaceHead } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { zodResolver } from '@hookform/resolvers/zod';
import { Controller, useForm, useWatch, type Control } from 'react-hook-form';
import { z } from 'zod';
import { AFTER_NAMES, gapProblemWords, LIGHT_NAMES } from '@hiraeth/core/words';
import { all } from '@hiraeth/core/ledger';
import { CHECK_AFTER, CHECK_LIGHTS, type Printer, type Slot } from '@hiraeth/core/workbook';
import { isFaintIn, readGaps } from '@hiraeth/core/nozzle';
import { useLedger, useAct } from '../../state/hooks';
import { optionsOf } from '../../parts/fields';
import { PickOf } from '../../parts/formFields';
import { Swatch } from '../../parts/Swatch';

/** Channels in slot order: what is missing in each as it is typed, and what it means. */
const checkSchema = (printer: Printer) =>
  z.object({
    looks: z.array(
      z.string().transform((text, context) => {
        const look = readGaps(text, printer.headLines);
        if (look.ok) return { ...look.value, empty: text.trim() === '' };
        context.addIssue({ code: 'custom', message: gapProblemWords(look.problem) });
        return z.NEVER;
      }),
    ),
    light: z.enum(CHECK_LIGHTS),
    after: z.enum(CHECK_AFTER),
    paperId: z.string(),
  });
type CheckForm = z.input<ReturnType<typeof checkSchema>>;
type Check = z.output<ReturnType<typeof checkSchema>>;

/** A nozzle check in seconds: a field for each channel, Enter goes on to the next, the last one saves. */
export function LogCheck({
  printer,
  initial,
  unsure = {},
}: {
  readonly printer: Printer;
  /** As it was read from a photograph, to be confirmed. */
  readonly initial?: Readonly<Record<string, string>>;
  /** Lines of which the photograph could not tell, by slot: kept with the check. */
  readonly unsure?: Readonly<Record<string, readonly number[]>>;
}) {
  const ledger = useLedger();
  const act = useAct();
  const papers = all(ledger.context, 'paper');
  const { control, handleSubmit, setValue } = useForm<CheckForm, unknown, Check>({
    resolver: zodResolver(checkSchema(printer)),
    mode: 'onChange',
    defaultValues: {
      looks: printer.slots.map(({ id }) => initial?.[id] ?? ''),
      light: initial ? 'scan' : 'white',
      after: 'routine',
      paperId: '',
    },
  });
  const light = useWatch({ control, name: 'light' });
  const faint = (i: number, by = light): boolean =>
    printer.slots[i]!.shades.some((shade) => isFaintIn(shade, by));
  const save = async ({ looks: typed, light, after, paperId }: Check): Promise<void> => {
    // What the light hides is not seen, unless the person says what was.
    const looks = typed.map((look, i) => (look.empty && faint(i, light) ? { seen: false as const } : look));
    const saved = await act(
      logCheck(
        printer.id,
        printer.slots.map(({ id }, i) => {
          const look = looks[i]!;
          const of = { slotId: id, unsure: unsure[id] ?? [] };
          return look.seen
            ? { ...of, seen: true, nozzles: look.nozzles, lines: look.lines }
            : { ...of, seen: false, nozzles: 0, lines: [] };
        }),
        { light, after, ...(paperId ? { paperId } : {}) },
      ),
    );
    if (saved)
      setValue(
        'looks',
        printer.slots.map(() => ''),
      );
  };
  return (
    <form
      className="stack"
      aria-label="Log a check"
      noValidate
      onSubmit={(event) => void handleSubmit(save)(event)}
    >
      <h2>Log a check</h2>
      {initial && <p role="status">Filled in from the photograph: look at each, then save.</p>}
      <p className="small soft">
        How many lines are missing (3), which (#57, 121), 0 where every line is there, or – where it cannot be
        seen. Empty: every line is there, but for channels that this light hides.
      </p>
      {printer.slots.map((slot, i) => (
        <LookField
          key={slot.id}
          control={control}
          slot={slot}
          i={i}
          isLast={i === printer.slots.length - 1}
          hides={faint(i) ? light : null}
        />
      ))}
      <PickOf control={control} name="light" label="Light" options={optionsOf(CHECK_LIGHTS, LIGHT_NAMES)} />
      <PickOf
        control={control}
        name="after"
        label="It follows"
        options={optionsOf(CHECK_AFTER, AFTER_NAMES)}
      />
      {papers.length > 0 && (
        <PickOf
          control={control}
          name="paperId"
          label="Paper"
          options={[
            { value: '', label: 'not noted' },
            ...papers.map(({ id, name }) => ({ value: id, label: name })),
          ]}
        />
      )}
      <div className="row">
        <Button type="submit" variant="contained">
          Save the check
        </Button>
        <Button onClick={() => void act(replaceHead(printer.id))}>It has a new head</Button>
      </div>
    </form>
  );
}

/** One channel of the check, as it is typed. */
function LookField({
  control,
  slot,
  i,
  isLast,
  hides,
}: {
  readonly control: Control<CheckForm, unknown, Check>;
  readonly slot: Slot;
  readonly i: number;
  readonly isLast: boolean;
  /** The light that hides this channel; null: it is seen. */
  readonly hides: CheckForm['light'] | null;
}) {
  return (
    <Controller
      control={control}
      name={`looks.${i}`}
      render={({ field: { ref, ...field }, fieldState: { error } }) => (
        <TextField
          {...field}
          inputRef={ref}
          size="small"
          label={
            <>
              <Swatch shades={slot.shades} /> {slot.name}
            </>
          }
          error={error !== undefined}
          helperText={
            error?.message ??
            (hides !== null && field.value.trim() === ''
              ? `Empty: not seen, ${LIGHT_NAMES[hides]} hides it. 0 if every line is there.`
              : undefined)
          }
          slotProps={{ htmlInput: { 'aria-label': `Missing in ${slot.name}`, autoComplete: 'off' } }}
          onKeyDown={(event) => {
            if (event.key !== 'Enter' || isLast) return;
            event.preventDefault();
            const fields = event.currentTarget.closest('form')!.querySelectorAll('input');
            fields[i + 1]?.focus();
          }}
        />
      )}
    />
  );
}
