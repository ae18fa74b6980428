import { howMany } from '@hiraeth/core/words';
import { DAY_MS } from '@hiraeth/core/time';
import Button from '@mui/material/Button';
import { all, settingsOf } from '@hiraeth/core/ledger';
import { DUE, serializeWorkbook } from '@hiraeth/core/workbook';
import { toCsv, type CsvTable } from '@hiraeth/core/exchange';
import { useLedger, useNow } from '../../state/hooks';
import { useServices } from '../../state/services';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { EXPORT_NOTE, fileName } from '../../state/keptFile';
import { keepNote } from '../../state/thunks';
import { noticed } from '../../state/workbookSlice';
import { moment } from '../../parts/dates';
import { download } from '../../parts/download';
import { FileButton } from '../../parts/FileButton';
import { FilePreview } from './FilePreview';
import { KeepFile } from './KeepFile';
import { useOpenedFile, type Reading } from './useOpenedFile';

/** The workbook as a file: save, open with a preview, tables for a spreadsheet. */
export function Files() {
  const ledger = useLedger();
  const now = useNow();
  const dispatch = useAppDispatch();
  const { clock } = useServices();
  const file = useOpenedFile();
  const { notes, persisted, pen } = useAppSelector((state) => state.workbook);
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
        text: `Exported: ${howMany(count, 'entry', 'entries')}. Keep the file somewhere else too.`,
        tone: 'fine',
        undo: [],
      }),
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
          onFile={(chosen) => void file.open(chosen)}
        >
          Open a workbook file …
        </FileButton>
      </div>
      <p className={stale !== null && stale > DUE.exportDays ? 'warn' : 'soft'}>
        {howMany(count, 'entry', 'entries')}.{' '}
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
      {file.reading && <ReadingBar reading={file.reading} />}
      {file.error && (
        <p className="bad" role="alert">
          {file.error}
        </p>
      )}
      {file.preview && (
        <FilePreview preview={file.preview} onBring={(how) => void file.bring(how)} onLeave={file.leave} />
      )}
      <div className="row">
        <span>Tables for a spreadsheet:</span>
        <Button onClick={() => table('fills')}>Fills</Button>
        <Button onClick={() => table('weighings')}>Weighings</Button>
        <Button onClick={() => table('prints')}>Prints</Button>
      </div>
      <p className="soft small">
        {(['printer', 'cartridge', 'bottle'] as const)
          .map((kind) => howMany(all(ledger.context, kind).length, kind))
          .join(', ')}
        .
      </p>
    </div>
  );
}

/** How far it is read; it can be stopped. */
function ReadingBar({ reading }: { readonly reading: Reading }) {
  return (
    <div className="row" role="status">
      <progress value={reading.share} max={1} aria-label={`Reading ${reading.name}`} />
      <span>Reading {reading.name} …</span>
      <Button size="small" onClick={() => reading.stop.abort()}>
        Stop
      </Button>
    </div>
  );
}
