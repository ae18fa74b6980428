import Button from '@mui/material/Button';
import { useState, type FormEvent } from 'react';
import {
  CRITERION_NAMES,
  GRADE_NAMES,
  SHADE_CRITERIA,
  SHADE_GRADES,
  type Printer,
  type ShadeCriterion,
  type ShadeGrade,
} from '@hiraeth/core';
import { useLedger, useRecord } from '../../state/hooks';
import { day } from '../../parts/dates';
import { optionsOf, Pick } from '../../parts/fields';

/** Without an instrument: refill beside original, by named criteria. */
export function Grades({ printer }: { readonly printer: Printer }) {
  const ledger = useLedger();
  const record = useRecord();
  const [open, setOpen] = useState(false);
  const [grades, setGrades] = useState<Partial<Record<ShadeCriterion, ShadeGrade>>>({});
  const last = ledger.state.printers.get(printer.id)?.grades;
  const latest = last && last.length > 0 ? last.items[last.length - 1] : undefined;
  const given = SHADE_CRITERIA.flatMap((criterion) => {
    const grade = grades[criterion];
    return grade ? [{ criterion, grade }] : [];
  });
  const save = async (event: FormEvent): Promise<void> => {
    event.preventDefault();
    if (given.length === 0) return;
    const saved = await record(
      [{ kind: 'shadeGraded', printerId: printer.id, grades: given }],
      `Saved: compared by eye in ${given.length} respects.`,
    );
    if (!saved) return;
    setOpen(false);
    setGrades({});
  };
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
        <form className="stack" aria-label="Compare by eye" onSubmit={(event) => void save(event)}>
          <p className="small soft">Side by side, in daylight, the same file on the same paper.</p>
          {SHADE_CRITERIA.map((criterion) => (
            <Pick<ShadeGrade>
              key={criterion}
              label={CRITERION_NAMES[criterion]}
              value={grades[criterion] ?? ''}
              options={optionsOf(SHADE_GRADES, GRADE_NAMES)}
              onPick={(grade) => setGrades({ ...grades, [criterion]: grade })}
            />
          ))}
          <div className="row">
            <Button type="submit" variant="contained" disabled={given.length === 0}>
              Save
            </Button>
            <Button onClick={() => setOpen(false)}>Not now</Button>
          </div>
        </form>
      ) : (
        <Button onClick={() => setOpen(true)}>Compare by eye</Button>
      )}
    </div>
  );
}
