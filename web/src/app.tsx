import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { BrowserRouter } from 'react-router';
import { AllPlaces } from './shell/AllPlaces';
import { onShelf } from './state/onShelf';
import { lastOpened, rememberOpened } from './state/openKey';
import { DEMO, makeServices, ServicesContext, type Which } from './state/services';
import { dropOld, ownToOpen } from './state/shelf';
import { makeStore } from './state/store';
import { ThemeSwitch } from './parts/ThemeSwitch';
import { openWorkbook } from './state/thunks';
import { persistence, updateReady } from './state/workbookSlice';
import { ScaleProvider } from './devices/useScale';
import { openIdbShelf, openIdbStore } from './storage';
import { makeDemoAside } from './workers/makeDemoAside';
import { measurePictureAside } from './workers/measurePictureAside';
import { readJobsAside } from './workers/readJobsAside';
import { readWorkbookAside } from './workers/readWorkbookAside';
import { simulateAside } from './workers/simulateAside';
import { registerOffline } from './workers/registerOffline';

const services = makeServices({
  clock: { now: () => Date.now() },
  random: () => Math.random(),
  build: __BUILD__,
  openStore: openIdbStore,
  shelf: openIdbShelf(),
  makeDemo: makeDemoAside,
  simulate: simulateAside,
  readJobs: readJobsAside,
  readWorkbook: readWorkbookAside,
  measurePicture: measurePictureAside,
});
const store = makeStore(services);

/** Opens the workbook that was open last, and lays the page out. */
export function begin(): void {
  const { which: last, beside } = lastOpened();
  void (async () => {
    await store.dispatch(openWorkbook(await toOpen(last)));
    store.subscribe(() => rememberOpened(store.getState().workbook.which, beside));
    services.later(() => void dropOld(services.shelf, services.clock.now()).catch(() => undefined));
  })();
  void navigator.storage
    ?.persist?.()
    .then((kept) => store.dispatch(persistence(kept)))
    .catch(() => undefined);
  void registerOffline((takeIt) => {
    services.takeUpdate = takeIt;
    store.dispatch(updateReady());
  }).catch(() => undefined);
  createRoot(document.getElementById('root')!).render(
    <StrictMode>
      <Provider store={store}>
        <ServicesContext value={services}>
          <ThemeSwitch>
            <ScaleProvider>
              <BrowserRouter>
                <AllPlaces />
              </BrowserRouter>
            </ScaleProvider>
          </ThemeSwitch>
        </ServicesContext>
      </Provider>
    </StrictMode>,
  );
}

/** A killed browser may have lost the small note of what was open, never the facts: someone's own come first. */
async function toOpen(wanted: string | null): Promise<Which> {
  if (wanted === DEMO || (wanted === null && !(await hasOwnFacts()))) return DEMO;
  const book = wanted === null ? undefined : await onShelf(services, wanted);
  if (wanted !== null && (book ? book.state !== 'emptied' : wanted === 'own')) return wanted;
  return (await ownToOpen(services.shelf)) ?? DEMO;
}

async function hasOwnFacts(): Promise<boolean> {
  try {
    if ((await services.shelf.list()).some(({ entries, state }) => entries > 0 && state === 'inUse'))
      return true;
    const book = await openIdbStore('own');
    const { facts } = await book.load();
    book.close();
    return facts.length > 0;
  } catch {
    return false;
  }
}
