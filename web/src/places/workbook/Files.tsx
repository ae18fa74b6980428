import { DAY_MS } from '@hiraeth/core/time';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { all, settingsOf } from '@hiraeth/core/ledger';
import {
  DUE,
  MAX_FILE_BYTES,
  mergeFacts,
  serializeWorkbook,
  type Fact,
  type Merge,
} from '@hiraeth/core/workbook';
import { explain } from '@hiraeth/core/words';
import { toCsv, type CsvTable } from '@hiraeth/core/exchange';
import { useLedger, useNow } from '../../state/hooks';
import { DEMO, useServices } from '../../state/services';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { EXPORT_NOTE, fileName } from '../../state/keptFile';
import { beginAnew, KEPT_DAYS } from '../../state/shelf';
import { bringIn, keepNote } from '../../state/thunks';
import { noticed } from '../../state/workbookSlice';
import { day, moment } from '../../parts/dates';
import { download } from '../../parts/download';
import { FileButton } from '../../parts/FileButton';
import { KeepFile } from './KeepFile';

interface Preview {
  readonly name: string;
  readonly facts: readonly Fact[];
  readonly merge: Merge;
  readonly last: string | null;
}

/** A file that is being read, and how far. */
interface Reading {
  readonly name: string;
  readonly share: number;
  readonly stop: AbortController;
}

/** The workbook as a file: save, open with a preview, tables for a spreadsheet. */
export function Files() {
  const ledger = useLedger();
  const now = useNow();
  const dispatch = useAppDispatch();
  const services = useServices();
  const { clock, readWorkbook, breathe } = services;
  const recorded = () => services.ledger.recorded;
  const [reading, setReading] = useState<Reading | null>(null);
  const { which, notes, persisted, pen } = useAppSelector((state) => state.workbook);
  const [preview, setPreview] = useState<Preview | null>(null);
  const [error, setError] = useState<string | null>(null);
  const exported = typeof notes[EXPORT_NOTE] === 'string' ? notes[EXPORT_NOTE] : null;
  const count = ledger.log.length;
  const stale = exported ? (Date.parse(now) - Date.parse(exported)) / DAY_MS : null;
  const name = fileName(settingsOf(ledger.context).name);
  const dated = (ending: string): string => `${name}-${now.slice(0, 10)}${ending}`;

  const save = async (): Promise<void> => {
    const at = new Date(clock.now()).toISOString();
    download(dated('.hiraeth.json'), serializeWorkbook(ledger.log, at), 'application/json');
    await dispatch(keepNote(EXPORT_NOTE, at));
    dispatch(
      noticed({
        text: `Exported: ${count} entries. Keep the file somewhere else too.`,
        tone: 'fine',
        undo: [],
      }),
    );
  };
  const open = async (file: File): Promise<void> => {
    setPreview(null);
    setError(null);
    if (file.size > MAX_FILE_BYTES)
      return setError(explain({ code: 'fileTooLarge', bytes: file.size, most: MAX_FILE_BYTES }));
    const stop = new AbortController();
    setReading({ name: file.name, share: 0, stop });
    try {
      const read = await readWorkbook(
        file,
        (share) => setReading((now) => (now && share - now.share > 0.02 ? { ...now, share } : now)),
        stop.signal,
      );
      if (!read.ok) return setError(explain(read.problem));
      const facts = read.value;
      const merging = mergeFacts(recorded(), facts);
      let step = merging.next();
      for (; !step.done; step = merging.next()) await breathe();
      setPreview({
        name: file.name,
        facts,
        merge: step.value,
        last: facts.reduce<string | null>((last, fact) => (last && last > fact.at ? last : fact.at), null),
      });
    } catch (failure) {
      setError(failure instanceof Error ? failure.message : String(failure));
    } finally {
      setReading(null);
    }
  };
  const bring = async (how: 'merge' | 'replace'): Promise<void> => {
    if (!preview) return;
    const result = await dispatch(
      how === 'merge' ? bringIn(preview.merge.added, 'merge') : beginAnew(preview.facts),
    );
    if (!result.ok) return setError(result.problem);
    setPreview(null);
    dispatch(
      noticed({ text: `Saved: ${result.value} entries from ${preview.name}.`, tone: 'fine', undo: [] }),
    );
  };
  const table = (of: CsvTable): void => download(dated(`-${of}.csv`), toCsv(ledger, of), 'text/csv');
  return (
    <div className="stack">
      <div className="row">
        <Button variant="contained" onClick={() => void save()} disabled={count === 0}>
          Export the workbook
        </Button>
        <FileButton
          label="Workbook file"
          accept=".json,application/json"
          disabled={!pen}
          onFile={(file) => void open(file)}
        >
          Open a workbook file …
        </FileButton>
      </div>
      <p className={stale !== null && stale > DUE.exportDays ? 'warn' : 'soft'}>
        {count} entries.{' '}
        {exported
          ? `Last exported ${moment(exported)}${stale !== null && stale > DUE.exportDays ? ': export it again' : ''}.`
          : 'Never exported yet: this browser has the only copy.'}{' '}
        {persisted === null
          ? ''
          : persisted
            ? 'The browser has promised to keep it.'
            : 'The browser may clear it when space is short: export now and then.'}
      </p>
      <KeepFile suggestedName={`${name}.hiraeth.json`} />
      {reading && (
        <div className="row" role="status">
          <progress value={reading.share} max={1} aria-label={`Reading ${reading.name}`} />
          <span>Reading {reading.name} …</span>
          <Button size="small" onClick={() => reading.stop.abort()}>
            Stop
          </Button>
        </div>
      )}
      {error && (
        <p className="bad" role="alert">
          {error}
        </p>
      )}
      {preview && (
        <section className="section" aria-label="What the file would bring">
          <h2>{preview.name}</h2>
          <p>
            {preview.facts.length} entries{preview.last ? `, the last of ${day(preview.last)}` : ''}:{' '}
            {preview.merge.added.length} new to this workbook, {preview.merge.already} here already
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
              onClick={() => void bring('merge')}
              disabled={preview.merge.added.length === 0}
            >
              Add what is new
            </Button>
            <Button color="warning" onClick={() => void bring('replace')}>
              Put it in place of this workbook
            </Button>
            <Button onClick={() => setPreview(null)}>Leave it</Button>
          </div>
          {count > 0 && which !== DEMO && (
            <p className="soft small">
              Put in its place, the workbook as it is now can be taken back for {KEPT_DAYS} days, under
              Workbooks.
            </p>
          )}
        </section>
      )}
      <div className="row">
        <span>Tables for a spreadsheet:</span>
        <Button onClick={() => table('fills')}>Fills</Button>
        <Button onClick={() => table('weighings')}>Weighings</Button>
        <Button onClick={() => table('prints')}>Prints</Button>
      </div>
      <p className="soft small">
        {all(ledger.context, 'printer').length} printers, {all(ledger.context, 'cartridge').length}{' '}
        cartridges, {all(ledger.context, 'bottle').length} bottles.
      </p>
    </div>
  );
}
