import { howMany } from '@hiraeth/core/words';
import Button from '@mui/material/Button';
import { day } from '../../parts/dates';
import { DEMO } from '../../state/services';
import { KEPT_DAYS } from '../../state/shelf';
import { useLedger } from '../../state/hooks';
import { useAppSelector } from '../../state/store';
import type { Preview } from './useOpenedFile';

/** What a file would bring: added to what is here, or put in its place. */
export function FilePreview({
  preview,
  onBring,
  onLeave,
}: {
  readonly preview: Preview;
  readonly onBring: (how: 'merge' | 'replace') => void;
  readonly onLeave: () => void;
}) {
  const count = useLedger().log.length;
  const which = useAppSelector((state) => state.workbook.which);
  return (
    <section className="section" aria-label="What the file would bring">
      <h2>{preview.name}</h2>
      <p>
        {howMany(preview.facts.length, 'entry', 'entries')}
        {preview.last ? `, the last of ${day(preview.last)}` : ''}: {preview.merge.added.length} new to this
        workbook, {preview.merge.already} here already
        {preview.merge.conflicts.length > 0
          ? `, ${preview.merge.conflicts.length} that contradict an entry here and would be left out`
          : ''}
        .
      </p>
      {preview.merge.conflicts.length > 0 && (
        <p className="warn">
          Contradicting:{' '}
          {preview.merge.conflicts
            .slice(0, 5)
            .map((c) => `${c.kind} ${c.id}`)
            .join(', ')}
          . The file was changed by hand; this workbook’s own entries stay.
        </p>
      )}
      <div className="row">
        <Button
          variant="contained"
          onClick={() => onBring('merge')}
          disabled={preview.merge.added.length === 0}
        >
          Add what is new
        </Button>
        <Button color="warning" onClick={() => onBring('replace')}>
          Put it in place of this workbook
        </Button>
        <Button onClick={onLeave}>Leave it</Button>
      </div>
      {count > 0 && which !== DEMO && (
        <p className="soft small">
          Put in its place, the workbook as it is now can be taken back for {KEPT_DAYS} days, under Workbooks.
        </p>
      )}
    </section>
  );
}
