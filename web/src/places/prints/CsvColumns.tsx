import { howMany } from '@hiraeth/core/words';
import Button from '@mui/material/Button';
import { CSV_FIELDS, parseJobsCsv, type CsvField, type CsvMapping } from '@hiraeth/core/jobs';
import { optionsOf, Pick } from '../../parts/fields';

const FIELD_NAMES: Readonly<Record<CsvField, string>> = {
  title: 'Title',
  at: 'Date',
  copies: 'Copies',
  impressions: 'Sheets in all',
  media: 'Paper size by name',
  width: 'Width',
  height: 'Height',
  queue: 'Printer or queue',
  user: 'User',
  number: 'Job number',
  id: 'Job’s identity',
};
const DATE_NAMES = { iso: '2026-11-24', dmy: '24.11.2026', mdy: '11/24/2026' } as const;

interface CsvColumnsProps {
  readonly text: string;
  readonly mapping: CsvMapping;
  readonly onMapping: (mapping: CsvMapping) => void;
  readonly onTake: () => void;
  readonly onCancel: () => void;
}

/** Which column of a table tells what: guessed by name, corrected here, remembered. */
export function CsvColumns({ text, mapping, onMapping, onTake, onCancel }: CsvColumnsProps) {
  const first = text.slice(0, text.indexOf('\n')).replace(/\r$/, '');
  const header = first.split(/[;,\t]/).map((name) => name.replace(/^"|"$/g, '').trim());
  const found = parseJobsCsv(text, mapping);
  return (
    <div className="stack" role="group" aria-label="Columns of the table">
      <div className="form">
        {CSV_FIELDS.map((field) => (
          <Pick
            key={field}
            label={FIELD_NAMES[field]}
            value={mapping.columns[field] ?? 'none'}
            options={[
              { value: 'none', label: 'not in it' },
              ...header.filter(Boolean).map((name) => ({ value: name, label: name })),
            ]}
            onPick={(column) => {
              const { [field]: _old, ...others } = mapping.columns;
              onMapping({ ...mapping, columns: column === 'none' ? others : { ...others, [field]: column } });
            }}
          />
        ))}
        <Pick
          label="Dates are written"
          value={mapping.dates}
          options={optionsOf(['iso', 'dmy', 'mdy'] as const, DATE_NAMES)}
          onPick={(dates) => onMapping({ ...mapping, dates })}
        />
        <Pick
          label="Sizes are in"
          value={mapping.unit}
          options={optionsOf(['mm', 'cm', 'in'] as const)}
          onPick={(unit) => onMapping({ ...mapping, unit })}
        />
      </div>
      <div className="row">
        <Button variant="contained" disabled={!found.ok} onClick={onTake}>
          {found.ok ? `Take in ${howMany(found.value.jobs.length, 'job')}` : 'Say which is title and date'}
        </Button>
        <Button onClick={onCancel}>Not now</Button>
      </div>
    </div>
  );
}
