import Button from '@mui/material/Button';
import { Link } from 'react-router';

/** What to do where no cartridge can be chosen. */
export function NoCartridge({ typesGone }: { readonly typesGone: boolean }) {
  return typesGone ? (
    <p>
      The types of all cartridges are gone from the workbook: say in the <Link to="/">Rack</Link> which they
      are.
    </p>
  ) : (
    <>
      <p>There is no cartridge in the workbook yet.</p>
      <div>
        <Button variant="contained" component={Link} to="/set-up">
          Set up a printer and its cartridges
        </Button>
      </div>
    </>
  );
}
