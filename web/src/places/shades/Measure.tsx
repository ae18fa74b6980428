import { measureShades } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { zodResolver } from '@hookform/resolvers/zod';
import { Controller, useForm, useWatch, type Control } from 'react-hook-form';
import { all } from '@hiraeth/core/ledger';
import {
  MEASURE_CONDITIONS,
  OBSERVERS,
  type MeasureCondition,
  type Observer,
  type Printer,
} from '@hiraeth/core/workbook';
import { mainLots, parsePatches } from '@hiraeth/core/colour';
import { patchNoteWords, patchProblemWords } from '@hiraeth/core/words';
import { useHour, useLedger, useAct } from '../../state/hooks';
import { TextFileButton } from '../../parts/TextFileButton';
import { optionsOf } from '../../parts/fields';
import { FlagOf, PickOf, TextOf } from '../../parts/formFields';
import { ILLUMINANTS, measureSchema, monthsOf, saidOf, type Measured, type MeasureForm } from './measureForm';

const CONDITION_NAMES: Record<MeasureCondition, string> = {
  M0: 'M0, lamp as it is',
  M1: 'M1, brightener excited',
  M2: 'M2, ultraviolet cut',
  M3: 'M3, polarised',
};
const OBSERVER_NAMES: Record<Observer, string> = { '2': '2°', '10': '10°' };

/** Patches from an instrument: pasted or a file, with what they were printed with. */
export function Measure({ printer, chart: last }: { readonly printer: Printer; readonly chart: string }) {
  const ledger = useLedger();
  const at = useHour();
  const act = useAct();
  const { control, handleSubmit, setValue, setError, clearErrors } = useForm<MeasureForm, unknown, Measured>({
    resolver: zodResolver(measureSchema),
    defaultValues: {
      patches: '',
      ink: 'refill',
      chart: last,
      paperId: all(ledger.context, 'paper')[0]?.id ?? '',
      condition: 'M1',
      illuminant: 'D50',
      observer: '2',
      numbersMeant: false,
      where: '',
      months: '0',
    },
  });
  const text = useWatch({ control, name: 'patches' });
  const found = text.trim() === '' ? null : parsePatches(text);
  const numbers = found?.ok ? found.value.notes.find(({ code }) => code === 'patchNumbers') : undefined;
  /** What the file says of its measuring is taken up, where it is new. */
  const take = (content: string): void => {
    const read = parsePatches(content);
    if (read.ok) for (const [field, value] of saidOf(read.value.under)) setValue(field, value);
  };
  const save = async ({
    patches: { patches, under },
    paperId,
    months,
    where: place,
    numbersMeant: _,
    observer,
    ...typedIn
  }: Measured): Promise<void> => {
    const saved = await act(
      measureShades({
        printerId: printer.id,
        ...typedIn,
        patches: patches.map(({ name, lab }) => ({ name, lab: [...lab] as [number, number, number] })),
        ...(paperId ? { paperId } : {}),
        ...(observer === '2' ? {} : { observer }),
        ...(under.filter === null ? {} : { filter: under.filter }),
        ...(typedIn.ink === 'refill' ? { lots: mainLots(ledger, printer, at) } : {}),
        ...(place ? { display: { where: place, months: monthsOf(months) ?? 0 } } : {}),
      }),
    );
    if (!saved) return;
    setValue('patches', '');
    setValue('numbersMeant', false);
  };
  return (
    <form
      className="stack"
      aria-label="Enter what was measured"
      noValidate
      onSubmit={(event) => void handleSubmit(save)(event)}
    >
      <h2>Enter what was measured</h2>
      <Patches control={control} found={found} onText={take} />
      <TextFileButton
        label="File of measured patches"
        accept=".txt,.csv,.cgats,.cie,text/*"
        older="western"
        onText={(content) => {
          clearErrors('patches');
          setValue('patches', content);
          take(content);
        }}
        onWrong={(message) => setError('patches', { message })}
      >
        From a file
      </TextFileButton>
      {numbers && (
        <FlagOf control={control} name="numbersMeant" label="Each number is always the same patch" />
      )}
      <PrintedWith control={control} />
      <Button type="submit" variant="contained">
        Save what was measured
      </Button>
    </form>
  );
}

/** The patches as they were pasted, with what was read of them. */
function Patches({
  control,
  found,
  onText,
}: {
  readonly control: Control<MeasureForm, unknown, Measured>;
  readonly found: ReturnType<typeof parsePatches> | null;
  readonly onText: (text: string) => void;
}) {
  return (
    <Controller
      control={control}
      name="patches"
      render={({ field: { ref, onChange, ...field }, fieldState: { error } }) => {
        const wrong = found && !found.ok ? patchProblemWords(found.problem) : error?.message;
        return (
          <TextField
            {...field}
            onChange={(event) => {
              onChange(event);
              onText(event.target.value);
            }}
            inputRef={ref}
            label="Patches"
            multiline
            minRows={3}
            maxRows={8}
            placeholder="A1 52.3 12.1 -4.6"
            helperText={
              wrong ??
              (found?.ok
                ? [
                    `${found.value.patches.length} patches.`,
                    ...found.value.notes.map((note) => patchNoteWords(note)),
                  ].join(' ')
                : 'Name, L*, a*, b*; or the whole file of the instrument (CGATS.17, CSV)')
            }
            error={wrong !== undefined}
            slotProps={error ? { formHelperText: { role: 'alert' } } : {}}
          />
        );
      }}
    />
  );
}

/** The light and the filter that it was measured in. */
function Conditions({ control }: { readonly control: Control<MeasureForm, unknown, Measured> }) {
  return (
    <>
      <PickOf
        control={control}
        name="condition"
        label="Condition"
        options={optionsOf(MEASURE_CONDITIONS, CONDITION_NAMES)}
      />
      <PickOf control={control} name="illuminant" label="Illuminant" options={optionsOf(ILLUMINANTS)} />
      <PickOf
        control={control}
        name="observer"
        label="Observer"
        options={optionsOf(OBSERVERS, OBSERVER_NAMES)}
      />
    </>
  );
}

/** What the chart was printed with, and where it hangs. */
function PrintedWith({ control }: { readonly control: Control<MeasureForm, unknown, Measured> }) {
  const papers = all(useLedger().context, 'paper');
  const where = useWatch({ control, name: 'where' });
  return (
    <>
      <PickOf
        control={control}
        name="ink"
        label="Printed with"
        options={[
          { value: 'refill', label: 'the refill in it now' },
          { value: 'original', label: 'originals' },
        ]}
      />
      <TextOf control={control} name="chart" label="Chart" />
      {papers.length > 0 && (
        <PickOf
          control={control}
          name="paperId"
          label="Paper"
          options={papers.map(({ id, name }) => ({ value: id, label: name }))}
        />
      )}
      <Conditions control={control} />
      <TextOf
        control={control}
        name="where"
        label="Where it hangs"
        helperText="Only for a series that fades"
      />
      {where.trim() !== '' && <TextOf control={control} name="months" label="For so many months" numeric />}
    </>
  );
}
