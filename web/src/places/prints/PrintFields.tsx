import { Controller } from 'react-hook-form';
import { PRINT_KIND_NAMES } from '@hiraeth/core/words';
import { PRINT_KINDS } from '@hiraeth/core/workbook';
import { DayField } from '../../parts/DayField';
import { toLocalField } from '../../parts/dates';
import { optionsOf, Pick } from '../../parts/fields';
import { PickOf, TextOf } from '../../parts/formFields';
import { printerOptions } from '../../parts/printerOptions';
import { SizePick } from '../../parts/SizePick';
import { useLedger, useNow } from '../../state/hooks';
import { NEW } from './printForm';
import type { LoggingPrint } from './useLogPrint';

/** What a print is: title, size, kind of picture, paper, and when it came out. */
export function PrintFields({
  logging,
  printerId,
}: {
  readonly logging: LoggingPrint;
  readonly printerId: string;
}) {
  const { control, subjects, papers, choosePrinter } = logging;
  const { subjectId, paperId } = logging.chosen;
  const now = useNow();
  const ledger = useLedger();
  return (
    <div className="form">
      <TextOf control={control} name="title" label="Title" />
      <TextOf control={control} name="copies" label="Copies" numeric />
      <Controller
        control={control}
        name="size"
        render={({ field: { value, onChange }, fieldState: { error } }) => (
          <SizePick value={value} onPick={onChange} error={error?.message} />
        )}
      />
      <PickOf
        control={control}
        name="subjectId"
        label="Kind of picture"
        options={[
          ...subjects.map((subject) => ({ value: subject.id, label: subject.name })),
          { value: NEW, label: 'another kind of picture …' },
        ]}
      />
      {subjectId === NEW && (
        <TextOf
          control={control}
          name="subjectName"
          label="Its name"
          helperText="Such as cool, warm, deep, high key"
        />
      )}
      <PickOf
        control={control}
        name="paperId"
        label="Paper"
        options={[
          ...papers.map((paper) => ({ value: paper.id, label: paper.name })),
          { value: '', label: 'not noted' },
          { value: NEW, label: 'another paper …' },
        ]}
      />
      {paperId === NEW && <TextOf control={control} name="paperName" label="Paper’s name" />}
      <Pick
        label="Printer"
        value={printerId}
        options={printerOptions(ledger, printerId)}
        onPick={choosePrinter}
      />
      <TextOf
        control={control}
        name="margin"
        label="Margins, mm or in"
        kind="length"
        placeholder="borderless"
        helperText="on each side: no ink falls there"
      />
      <PickOf control={control} name="as" label="As" options={optionsOf(PRINT_KINDS, PRINT_KIND_NAMES)} />
      <TextOf control={control} name="edition" label="Edition" placeholder="optional" />
      <Controller
        control={control}
        name="when"
        render={({ field: { ref, value, ...field } }) => (
          // As long as nobody chose: now, whenever it is pressed.
          <DayField {...field} withTime inputRef={ref} label="When" value={value || toLocalField(now)} />
        )}
      />
    </div>
  );
}
