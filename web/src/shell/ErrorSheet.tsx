import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { serializeWorkbook } from '@hiraeth/core/workbook';
import { settingsOf } from '@hiraeth/core/ledger';
import { download } from '../parts/download';
import { useLedger } from '../state/hooks';
import { useServices } from '../state/services';

/** A place that could not be laid out: said in our own words, with a way to everything that was recorded. */
export function ErrorSheet({ error }: { readonly error: unknown }) {
  const loading = error instanceof Error && /import|fetch|module/i.test(error.message);
  return (
    <div className="stack" style={{ paddingTop: 24, maxWidth: 720 }} role="alert">
      <h1>This sheet could not be laid out</h1>
      <p>
        {loading
          ? 'A part of the program did not load: the connection broke off, or a newer version has been put in its place.'
          : 'Something in the workbook is beyond what this place can show. What was recorded is safe.'}
      </p>
      <div className="row">
        <Button variant="contained" onClick={() => location.reload()}>
          Load it again
        </Button>
        <ExportNow />
        <Button component={Link} to="/">
          To the Rack
        </Button>
        <Button component={Link} to="/workbook">
          To the log of entries
        </Button>
      </div>
      <p className="soft small">
        {error instanceof Error ? error.message : 'No reason was given.'} If it stays so, take the last entry
        back in Workbook, or export and open the file in another browser.
      </p>
    </div>
  );
}

/** Everything that was recorded, as a file; from the browser's store itself when the workbook did not open. */
export function ExportNow() {
  const ledger = useLedger();
  const { clock, rescued } = useServices();
  const facts = ledger.log.length > 0 ? ledger.log : rescued;
  if (facts.length === 0) return null;
  const save = (): void => {
    const at = new Date(clock.now()).toISOString();
    const name = settingsOf(ledger.context)
      .name.replace(/[^\p{L}\p{N}]+/gu, '-')
      .toLowerCase();
    download(`${name}-${at.slice(0, 10)}.hiraeth.json`, serializeWorkbook(facts, at), 'application/json');
  };
  return (
    <Button variant="outlined" onClick={save}>
      Export the workbook ({facts.length === 1 ? '1 entry' : `${facts.length} entries`})
    </Button>
  );
}
