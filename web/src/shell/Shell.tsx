import Button from '@mui/material/Button';
import useMediaQuery from '@mui/material/useMediaQuery';
import { Suspense, useRef } from 'react';
import { Outlet, useLocation } from 'react-router';
import { settingsOf } from '@hiraeth/core/ledger';
import { AskProvider } from '../parts/AskDialog';
import { moment } from '../parts/dates';
import { onlyOnce } from '../parts/onlyOnce';
import { ScaleRail } from '../parts/ScaleRail';
import { ScanProvider } from '../parts/scan/useScans';
import { useLedger, useNow } from '../state/hooks';
import { useKeptFile } from '../state/keptFile';
import { useAppSelector } from '../state/store';
import { useDueNotices } from '../state/useDueNotices';
import { usePrinterPolling } from '../state/usePrinterPolling';
import { useRoom } from '../state/useRoom';
import { Bands } from './Bands';
import { ExportNow } from './ErrorSheet';
import { Head } from './Head';
import { Notices } from './Notices';
import { Opening } from './Opening';
import { Sheltered } from './Sheltered';
import { useKeptFocus } from './useKeptFocus';
import { usePageName } from './usePageName';
import { usePlaceKeys } from './usePlaceKeys';
import { useScrolledTo } from './useScrolledTo';
import { useTurnKeys } from './useTurnKeys';
import { WhichBand } from './WhichBand';

/** Why it did not open, with a way to all that was recorded. */
function NotOpened() {
  const error = useAppSelector((state) => state.workbook.error);
  return (
    <div className="stack" style={{ paddingTop: 24, maxWidth: 720 }} role="alert">
      <h1>The workbook did not open</h1>
      <p className="bad">{error}</p>
      <div className="row">
        <Button variant="contained" onClick={() => location.reload()}>
          Load it again
        </Button>
        <ExportNow />
      </div>
    </div>
  );
}

/** On paper alone: whose sheet it is, and of which day. */
function PaperHead() {
  const ledger = useLedger();
  const now = useNow();
  return (
    <p className="only-print" aria-hidden>
      {settingsOf(ledger.context).name}, {moment(now)}
    </p>
  );
}

/** The frame of every place: where one is, what is to be known, the place itself, and the scale at its foot. */
export function Shell() {
  const status = useAppSelector((state) => state.workbook.status);
  const whole = useAppSelector((state) => state.workbook.whole);
  const main = useRef<HTMLElement>(null);
  const { pathname } = useLocation();
  const page = useRef<HTMLDivElement>(null);
  const narrow = useMediaQuery('(max-width: 600px)');
  useScrolledTo(page);
  useKeptFocus(main);
  usePageName(pathname);
  usePlaceKeys();
  useTurnKeys();
  usePrinterPolling();
  useDueNotices();
  useRoom();
  useKeptFile();
  return (
    <AskProvider>
      <ScanProvider>
        <div className="page" ref={page}>
          <a className="skip" href="#main" onClick={() => main.current?.focus()}>
            Skip to the sheet
          </a>
          <Head />
          <WhichBand />
          <Bands />
          <main id="main" ref={main} tabIndex={-1} onClickCapture={onlyOnce}>
            <PaperHead />
            {status === 'failed' ? (
              <NotOpened />
            ) : status === 'opening' || (!whole && pathname !== '/') ? (
              <Opening />
            ) : (
              <Suspense fallback={<p className="soft">Laying out the sheet …</p>}>
                <Sheltered at={pathname}>
                  <Outlet />
                </Sheltered>
              </Suspense>
            )}
          </main>
        </div>
        <div className="foot">
          <Notices />
          <ScaleRail quiet={narrow || pathname === '/bench'} />
        </div>
      </ScanProvider>
    </AskProvider>
  );
}
