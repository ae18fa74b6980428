import { all } from '@hiraeth/core/ledger';
import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { useLedger } from '../state/hooks';

/** What to do where no cartridge can be chosen. */
export function NoCartridge({ typesGone }: { readonly typesGone: boolean }) {
  const { context } = useLedger();
  return typesGone ? (
    <p>
      The types of all cartridges are gone from the workbook: say in the <Link to="/">Rack</Link> which they
      are.
    </p>
  ) : (
    <>
      {all(context, 'cartridge').length === 0 ? (
        <p>There is no cartridge in the workbook yet.</p>
      ) : (
        <p>
          No cartridge is in use. What went with a printer comes back with it, under{' '}
          <Link to="/workbook/things">What is owned</Link>.
        </p>
      )}
      <div>
        <Button variant="contained" component={Link} to="/set-up">
          Set up a printer and its cartridges
        </Button>
      </div>
    </>
  );
}
