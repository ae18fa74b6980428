import Button from '@mui/material/Button';
import { lazy, Suspense } from 'react';
import { Link, useLocation } from 'react-router';
import { aheadOfClock } from '@hiraeth/core/ledger';
import { KeptFileTrouble } from '../parts/KeptFileTrouble';
import { useLedger, useNow } from '../state/hooks';
import { useServices } from '../state/services';
import { useAppSelector } from '../state/store';
import { useUnfitting } from '../state/useUnfitting';

const TourBand = lazy(() => import('../places/help/TourBand'));

/** What is to be known in every place until it is answered: a band each. */
export function Bands() {
  const ledger = useLedger();
  const services = useServices();
  const { status, whole, pen, away, update } = useAppSelector((state) => state.workbook);
  const fileTrouble = useAppSelector(
    ({ keptFile }) => keptFile.status === 'asks' || keptFile.status === 'failed',
  );
  const { pathname, search } = useLocation();
  const touring = new URLSearchParams(search).has('tour');
  const unfitting = useUnfitting().length;
  const isAhead = aheadOfClock(ledger, Date.parse(useNow())).length > 0;
  const apart = status === 'ready' ? ledger.saidApart().length + unfitting + (isAhead ? 1 : 0) : 0;
  return (
    <>
      {fileTrouble && !pathname.startsWith('/workbook') && (
        <div className="band" role="status">
          <KeptFileTrouble />
        </div>
      )}
      {touring && (
        <Suspense fallback={null}>
          <TourBand />
        </Suspense>
      )}
      {update && (
        <div className="band" role="status">
          <span>A newer version of the program is ready. What you recorded stays as it is.</span>
          <Button size="small" onClick={() => services.takeUpdate?.()}>
            Load it
          </Button>
        </div>
      )}
      {status === 'ready' && ledger.aside.length > 0 && (
        <div className="band warn" role="status">
          <span>
            {ledger.aside.length === 1 ? 'One entry' : `${ledger.aside.length} entries`} could not be worked
            in and {ledger.aside.length === 1 ? 'is' : 'are'} left out of every figure ({ledger.aside[0]!.why}
            ). Take it back, or correct what it defines:
          </span>
          <Link to="/workbook/log">to the entries</Link>
        </div>
      )}
      {apart > 0 && !pathname.startsWith('/workbook') && (
        <div className="band" role="status">
          <span>
            {apart === 1 ? 'One thing was' : `${apart} things were`} said differently on two devices, or by a
            clock that ran ahead.
          </span>
          <Link to="/workbook">Say which is right</Link>
        </div>
      )}
      {away && (
        <div className="band" role="status">
          <span>This workbook is put away: it is read, and not written in.</span>
          <Link to="/workbook/books">To the workbooks</Link>
        </div>
      )}
      {whole && !pen && (
        <div className="band warn" role="status">
          <span>Another tab of this workbook is writing; this one follows it.</span>
          <Button size="small" color="warning" onClick={() => services.tabs?.takeOver()}>
            Write here
          </Button>
        </div>
      )}
    </>
  );
}
