import Button from '@mui/material/Button';
import useMediaQuery from '@mui/material/useMediaQuery';
import { lazy, Suspense, useEffect, useRef } from 'react';
import { Link, NavLink, Outlet, useLocation, useNavigate } from 'react-router';
import { aheadOfClock, settingsOf } from '@hiraeth/core/ledger';
import { AskProvider } from '../parts/AskDialog';
import { ScanProvider } from '../parts/scan/useScans';
import { usePrinterPolling } from '../state/usePrinterPolling';
import { isPlainKey } from '../parts/isPlainKey';
import { onlyOnce } from '../parts/onlyOnce';
import { ScaleRail } from '../parts/ScaleRail';
import { ExportNow } from './ErrorSheet';
import { useLedger, useNow } from '../state/hooks';
import { moment } from '../parts/dates';
import { Find } from '../parts/find/Find';
import { GROUPS, leafAddress, LEAVES, PLACES } from '../parts/placeList';
import { DEMO, useServices } from '../state/services';
import { openOwn } from '../state/shelf';
import { useAppDispatch, useAppSelector } from '../state/store';
import { openWorkbook } from '../state/thunks';
import { KeptFileTrouble } from '../parts/KeptFileTrouble';
import { useKeptFile } from '../state/keptFile';
import { useRoom } from '../state/useRoom';
import { useUnfitting } from '../state/useUnfitting';
import { useTurnKeys } from './useTurnKeys';
import { useDueNotices } from '../state/useDueNotices';
import { useThemeName } from '../parts/ThemeSwitch';
import { Notices } from './Notices';
import { Opening } from './Opening';
import { Sheltered } from './Sheltered';
import { useKeptFocus } from './useKeptFocus';
import { useScrolledTo } from './useScrolledTo';

/** Sheets that do not stand among the places, by how their address begins; the longer one first. */
const ASIDES: readonly (readonly [string, string])[] = [
  ['/plan/orders', 'To order'],
  ['/past/', 'The past'],
  ['/cartridge/', 'Cartridge'],
  ['/set-up', 'Set up a printer'],
  ['/rotate', 'Rotate a set'],
  ['/labels', 'Labels'],
  ['/cards', 'Quick cards'],
  ['/words', 'Words'],
  ['/slip', 'Slip'],
  ['/keys', 'Keys'],
];

/** Leaves stand under the name of their place. */
const LEAF_TITLES = new Map<string, string>(
  Object.entries(LEAVES).flatMap(([of, leaves]) =>
    leaves.slice(1).map(([to, name]) => [leafAddress(of, to), name] as const),
  ),
);

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

const TourBand = lazy(() => import('../places/help/TourBand'));

export function Shell() {
  const ledger = useLedger();
  const dispatch = useAppDispatch();
  const services = useServices();
  const { tabs } = services;
  const which = useAppSelector((state) => state.workbook.which);
  const status = useAppSelector((state) => state.workbook.status);
  const whole = useAppSelector((state) => state.workbook.whole);
  const error = useAppSelector((state) => state.workbook.error);
  const pen = useAppSelector((state) => state.workbook.pen);
  const away = useAppSelector((state) => state.workbook.away);
  const update = useAppSelector((state) => state.workbook.update);
  const [themeName, switchTheme] = useThemeName();
  const main = useRef<HTMLElement>(null);
  const { pathname, search } = useLocation();
  const touring = new URLSearchParams(search).has('tour');
  const navigate = useNavigate();
  const page = useRef<HTMLDivElement>(null);
  const narrow = useMediaQuery('(max-width: 600px)');
  useScrolledTo(page);
  useKeptFocus(main);
  useEffect(() => {
    const place = PLACES.find((p) => (p.to === '/' ? pathname === '/' : pathname.startsWith(p.to)));
    const aside = ASIDES.find(([to]) => pathname.startsWith(to));
    const leaf = LEAF_TITLES.get(pathname);
    const name = aside?.[1] ?? place?.name ?? 'No such sheet';
    document.title = `${leaf && leaf !== name ? `${leaf} · ${name}` : name} · Hiraeth`;
  }, [pathname]);
  useEffect(() => {
    // On a phone the places are one line: the one where one is, is in sight.
    for (const on of document.querySelectorAll('.head nav a.active, .leaves a.active'))
      on.scrollIntoView({ inline: 'center', block: 'nearest' });
  }, [pathname]);
  usePlaceKeys();
  useTurnKeys();
  usePrinterPolling();
  useDueNotices();
  useRoom();
  useKeptFile();
  const unfitting = useUnfitting().length;
  const isAhead = aheadOfClock(ledger, Date.parse(useNow())).length > 0;
  const apart = status === 'ready' ? ledger.saidApart().length + unfitting + (isAhead ? 1 : 0) : 0;
  const fileTrouble = useAppSelector(
    ({ keptFile }) => keptFile.status === 'asks' || keptFile.status === 'failed',
  );
  return (
    <AskProvider>
      <ScanProvider>
        <div className="page" ref={page}>
          <a className="skip" href="#main" onClick={() => main.current?.focus()}>
            Skip to the sheet
          </a>
          <header className="head">
            <div className="title">
              <strong>Hiraeth</strong>
              <span>{status === 'ready' ? settingsOf(ledger.context).name : '…'}</span>
            </div>
            <nav aria-label="Places">
              {GROUPS.map((group) => (
                <div key={group.name} role="group" aria-label={group.name}>
                  <span aria-hidden="true">{group.name}</span>
                  {group.places.map((place) => (
                    <NavLink
                      key={place.to}
                      to={place.to}
                      end={place.to === '/'}
                      title={`Key: g, then ${place.key}`}
                      className={({ isActive }) =>
                        isActive || place.also?.some((to) => pathname.startsWith(to)) ? 'active' : ''
                      }
                    >
                      {place.name}
                    </NavLink>
                  ))}
                </div>
              ))}
            </nav>
          </header>
          <aside className="band" aria-label="Which workbook this is">
            <span className={which === DEMO ? '' : 'soft'}>
              {which === DEMO ? (
                <>
                  The demo print room<span className="more">: all of it made up. Try anything.</span>
                </>
              ) : (
                'My own workbook, kept in this browser.'
              )}
            </span>
            <Button
              size="small"
              onClick={() =>
                void dispatch(which === DEMO ? openOwn() : openWorkbook(DEMO)).then(() => navigate('/'))
              }
            >
              {which === DEMO ? 'Open my own workbook' : 'Look at the demo'}
            </Button>
            <span style={{ marginLeft: 'auto' }} />
            {which === DEMO && <Link to="/?tour=1">Five-minute tour</Link>}
            <Find />
            <Link to="/labels">Labels</Link>
            <Link to="/words">Help</Link>
            <Button size="small" onClick={switchTheme}>
              {themeName === 'light' ? 'Dim the page' : 'Light page'}
            </Button>
          </aside>
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
                {ledger.aside.length === 1 ? 'One entry' : `${ledger.aside.length} entries`} could not be
                worked in and {ledger.aside.length === 1 ? 'is' : 'are'} left out of every figure (
                {ledger.aside[0]!.why}
                ). Take it back, or correct what it defines:
              </span>
              <Link to="/workbook/log">to the entries</Link>
            </div>
          )}
          {apart > 0 && !pathname.startsWith('/workbook') && (
            <div className="band" role="status">
              <span>
                {apart === 1 ? 'One thing was' : `${apart} things were`} said differently on two devices, or
                by a clock that ran ahead.
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
              <Button size="small" color="warning" onClick={() => tabs?.takeOver()}>
                Write here
              </Button>
            </div>
          )}
          <main id="main" ref={main} tabIndex={-1} onClickCapture={onlyOnce}>
            <PaperHead />
            {status === 'failed' ? (
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

/** `g`, then a letter, goes to a place; nothing while someone types. */
function usePlaceKeys(): void {
  const navigate = useNavigate();
  useEffect(() => {
    let armed = 0;
    const onKey = (event: KeyboardEvent): void => {
      if (!isPlainKey(event)) return;
      if (armed && event.timeStamp - armed < 1500) {
        const place = PLACES.find((p) => p.key === event.key);
        armed = 0;
        if (place) {
          event.preventDefault();
          void navigate(place.to);
        }
      } else if (event.key === 'g') {
        armed = event.timeStamp;
        // On a weight's empty field it is a key as well, and not to stand there.
        event.preventDefault();
      } else armed = 0;
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [navigate]);
}
