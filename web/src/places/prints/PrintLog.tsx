import { lazy, memo, Suspense, useMemo } from 'react';
import { Link } from 'react-router';
import { factsOf } from '@hiraeth/core';
import { useLedger } from '../../state/hooks';
import { Sums } from './Sums';

const PrintGrid = lazy(() => import('./PrintGrid'));

/** Every print in the log, newest first, in a grid that loads when it is first shown. */
export const PrintLog = memo(function PrintLog() {
  const { facts } = useLedger();
  const prints = useMemo(() => [...factsOf({ facts }, 'printed')].reverse(), [facts]);
  return (
    <section className="section">
      <header>
        <h2>What was printed</h2>
        <span className="soft small">
          {prints.reduce((sum, fact) => sum + fact.copies, 0)} prints in {prints.length} jobs
        </span>
        <Link className="small" to="/past/prints">
          prints of the past, from paper
        </Link>
      </header>
      {prints.length > 0 && <Sums prints={prints} />}
      {prints.length === 0 ? (
        <p className="soft">Nothing yet.</p>
      ) : (
        <Suspense fallback={<p className="soft">Laying out the log …</p>}>
          <PrintGrid prints={prints} />
        </Suspense>
      )}
    </section>
  );
});
