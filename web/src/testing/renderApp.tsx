import { render } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { Provider } from 'react-redux';
import { MemoryRouter, Route, Routes } from 'react-router';
import { ColourCount, imageDemand } from '@hiraeth/core/image';
import { parseJobsCsv, parsePageLog } from '@hiraeth/core/jobs';
import { parseWorkbook, type Fact, type FactKind, type FactOf } from '@hiraeth/core/workbook';
import { seeded } from '@hiraeth/core/numeric';
import { simulatePolicies } from '@hiraeth/core/plan';
import { makeServices, ServicesContext, type Services } from '../state/services';
import { makeStore, type AppStore } from '../state/store';
import { ThemeSwitch } from '../parts/ThemeSwitch';
import { bringIn, openWorkbook } from '../state/thunks';
import { ScaleProvider } from '../devices/useScale';
import { AskProvider } from '../parts/AskDialog';
import { MemoryShelf } from '../storage';

export interface Rendered {
  readonly services: Services;
  readonly store: AppStore;
  readonly user: ReturnType<typeof userEvent.setup>;
  /** Counting facts of one kind, oldest first. */
  readonly facts: <K extends FactKind>(kind: K) => FactOf<K>[];
}

/** Shows one component in an app with these facts, in memory, at a fixed time. */
export async function renderApp(
  children: ReactNode,
  facts: readonly Fact[],
  at = '2026-03-10T10:00:00.000Z',
  path = '/',
  instead: Partial<Services> = {},
): Promise<Rendered> {
  const shelf = new MemoryShelf();
  let seed = 7;
  const made = makeServices({
    clock: { now: () => Date.parse(at) },
    random: () => (seed = (seed * 16807) % 2147483647) / 2147483647,
    openStore: (which) => shelf.open(which),
    shelf,
    makeDemo: () => Promise.resolve([]),
    // A browser's decoders are not here: every picture is the same mid grey.
    measurePicture: (file, printers, onProgress) => {
      onProgress(1);
      const count = new ColourCount();
      count.add([128, 128, 128, 255], 4, 8);
      return Promise.resolve({
        ok: true,
        value: {
          name: file.name,
          widthPx: 1,
          heightPx: 1,
          printMm: null,
          colours: { by: 'nothing' },
          small: { width: 1, height: 1, rgba: new Uint8ClampedArray([128, 128, 128, 255]) },
          demand: Object.fromEntries(
            printers.map(({ id, slots }) => [id, { photo: imageDemand(count.shares(), slots), matte: null }]),
          ),
        },
      });
    },
    readJobs: (file, onProgress) => {
      onProgress(1);
      return Promise.resolve(
        file.kind === 'csv'
          ? parseJobsCsv(file.text, file.mapping ?? undefined)
          : parsePageLog(file.text, file.format),
      );
    },
    readWorkbook: async (file) => {
      const parsed = parseWorkbook(await file.text());
      return parsed.ok ? { ok: true, value: parsed.value.facts } : parsed;
    },
    simulate: (input) => Promise.resolve(simulatePolicies({ ...input, years: 100, random: seeded(1) })),
  });
  // The same object: what it was made with looks into it.
  const services: Services = Object.assign(made, instead);
  const store = makeStore(services);
  await store.dispatch(openWorkbook('own'));
  if (facts.length > 0) await store.dispatch(bringIn(facts, 'replace'));
  const element = <AskProvider>{children}</AskProvider>;
  render(
    <Provider store={store}>
      <ServicesContext value={services}>
        <ThemeSwitch>
          <ScaleProvider>
            <MemoryRouter initialEntries={[path]}>
              <Routes>
                {['/:place/:leaf?', '*'].map((each) => (
                  <Route key={each} path={each} element={element} />
                ))}
              </Routes>
            </MemoryRouter>
          </ScaleProvider>
        </ThemeSwitch>
      </ServicesContext>
    </Provider>,
  );
  return {
    services,
    store,
    // Whether it can be pointed at is seen in the real browser; asking for it at every press takes most of a test.
    user: userEvent.setup({ delay: null, pointerEventsCheck: 0 }),
    facts: <K extends FactKind>(kind: K) =>
      services.ledger.facts.filter((fact): fact is FactOf<K> => fact.kind === kind),
  };
}
