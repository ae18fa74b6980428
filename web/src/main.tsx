import '@fontsource-variable/atkinson-hyperlegible-next';
import './shell/sheet.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router/dom';
import { makeRouter } from './shell/routes';
import { remember } from './state/remember';
import { makeServices, ServicesContext } from './state/services';
import { makeStore } from './state/store';
import { ThemeSwitch } from './parts/ThemeSwitch';
import { openWorkbook } from './state/thunks';
import { persistence, updateReady } from './state/workbookSlice';
import { ScaleProvider } from './devices/useScale';
import { openIdbStore } from './storage';
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
  makeDemo: makeDemoAside,
  simulate: simulateAside,
  readJobs: readJobsAside,
  readWorkbook: readWorkbookAside,
  measurePicture: measurePictureAside,
});
const store = makeStore(services);

/** Which workbook was open last; the demo for someone new. */
const KEY = 'hiraeth-open';
const last = remember.get(KEY);
void (async () => {
  // A killed browser may have lost the small note of what was open, never the facts: someone's own come first.
  const own = last === 'own' || (last === null && (await hasOwnFacts()));
  await store.dispatch(openWorkbook(own ? 'own' : 'demo'));
  store.subscribe(() => remember.set(KEY, store.getState().workbook.which));
})();
void navigator.storage
  ?.persist?.()
  .then((kept) => store.dispatch(persistence(kept)))
  .catch(() => undefined);
registerOffline((takeIt) => {
  services.takeUpdate = takeIt;
  store.dispatch(updateReady());
});

async function hasOwnFacts(): Promise<boolean> {
  try {
    const book = await openIdbStore('own');
    const { facts } = await book.load();
    book.close();
    return facts.length > 0;
  } catch {
    return false;
  }
}

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Provider store={store}>
      <ServicesContext value={services}>
        <ThemeSwitch>
          <ScaleProvider>
            <RouterProvider router={makeRouter()} />
          </ScaleProvider>
        </ThemeSwitch>
      </ServicesContext>
    </Provider>
  </StrictMode>,
);
