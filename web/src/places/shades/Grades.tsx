import { gradeShades } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { z } from 'zod';
import { CRITERION_NAMES, GRADE_NAMES } from '@hiraeth/core/words';
import { SHADE_CRITERIA, SHADE_GRADES, type Printer } from '@hiraeth/core/workbook';
import { useLedger, useAct } from '../../state/hooks';
import { day } from '../../parts/dates';
import { optionsOf } from '../../parts/fields';
import { FormEnd } from '../../parts/FormEnd';
import { PickOf } from '../../parts/formFields';

/** A grade for each criterion, in their order; empty: not looked at. */
const gradesSchema = z.object({
  grades: z
    .array(z.union([z.literal(''), z.enum(SHADE_GRADES)]))
    .transform((grades) =>
      grades.flatMap((grade, i) => (grade === '' ? [] : [{ criterion: SHADE_CRITERIA[i]!, grade }])),
    )
    .refine((given) => given.length > 0, 'Choose at least one grade.'),
});
type GradesForm = z.input<typeof gradesSchema>;
type Graded = z.output<typeof gradesSchema>;

/** Without an instrument: refill beside original, by named criteria. */
export function Grades({ printer }: { readonly printer: Printer }) {
  const ledger = useLedger();
  const [open, setOpen] = useState(false);
  const last = ledger.state.printers.get(printer.id)?.grades;
  const latest = last && last.length > 0 ? last.items[last.length - 1] : undefined;
  return (
    <div>
      <h2>By eye</h2>
      {latest && (
        <p className="small">
          {day(latest.at)}:{' '}
          {latest.grades
            .map(({ criterion, grade }) => `${CRITERION_NAMES[criterion]} ${GRADE_NAMES[grade]}`)
            .join(', ')}
          .
        </p>
      )}
      {open ? (
        <Compare printer={printer} onDone={() => setOpen(false)} />
      ) : (
        <Button onClick={() => setOpen(true)}>Compare by eye</Button>
      )}
    </div>
  );
}

function Compare({ printer, onDone }: { readonly printer: Printer; readonly onDone: () => void }) {
  const act = useAct();
  const {
    control,
    handleSubmit,
    formState: { errors },
  } = useForm<GradesForm, unknown, Graded>({
    resolver: zodResolver(gradesSchema),
    defaultValues: { grades: SHADE_CRITERIA.map(() => '' as const) },
  });
  const save = async ({ grades }: Graded): Promise<void> => {
    const saved = await act(gradeShades(printer.id, grades));
    if (saved) onDone();
  };
  return (
    <form
      className="stack"
      aria-label="Compare by eye"
      noValidate
      onSubmit={(event) => void handleSubmit(save)(event)}
    >
      <p className="small soft">Side by side, in daylight, the same file on the same paper.</p>
      {SHADE_CRITERIA.map((criterion, i) => (
        <PickOf
          key={criterion}
          control={control}
          name={`grades.${i}`}
          label={CRITERION_NAMES[criterion]}
          options={optionsOf(SHADE_GRADES, GRADE_NAMES)}
        />
      ))}
      <FormEnd
        error={errors.grades?.message ?? errors.grades?.root?.message ?? null}
        submit="Save"
        onCancel={onDone}
      />
    </form>
  );
}
