import { howMany } from '@hiraeth/core/words';
import { goodCopies } from '@hiraeth/core/workbook';
import { factsOf } from '@hiraeth/core/ledger';
import Button from '@mui/material/Button';
import { lazy, memo, Suspense, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useLedger } from '../../state/hooks';
import { Sums } from './Sums';

const PrintGrid = lazy(() => import('./PrintGrid'));

/** So many of the newest are laid out at first: those of ten years take a while. */
const SHOWN = 2000;

const LAYING_OUT = <p className="soft">Laying out the log …</p>;

/** Every print in the log, newest first, in a grid that loads when it is first shown. */
export const PrintLog = memo(function PrintLog() {
  const { facts } = useLedger();
  const prints = useMemo(() => [...factsOf({ facts }, 'printed')].reverse(), [facts]);
  const [all, setAll] = useState(false);
  const shown = useMemo(() => (all ? prints : prints.slice(0, SHOWN)), [all, prints]);
  return (
    <section className="section">
      <header>
        <h2>What was printed</h2>
        <span className="soft small">
          {howMany(
            prints.reduce((sum, fact) => sum + goodCopies(fact), 0),
            'print',
          )}{' '}
          in {howMany(prints.length, 'job')}
        </span>
        <Link className="small" to="/past/prints">
          prints of the past, from paper
        </Link>
      </header>
      {prints.length > 0 && <Sums prints={prints} />}
      {prints.length === 0 ? (
        <p className="soft">Nothing yet.</p>
      ) : (
        <Suspense fallback={LAYING_OUT}>
          <PrintGrid prints={shown} />
          {shown.length < prints.length && (
            <p className="small">
              The newest {shown.length} jobs.{' '}
              <Button size="small" onClick={() => setAll(true)}>
                All {prints.length} of them
              </Button>
            </p>
          )}
        </Suspense>
      )}
    </section>
  );
});
