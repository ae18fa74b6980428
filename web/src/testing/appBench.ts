import { script, setUp, weigh } from '@hiraeth/core/testing';
import type { Fact } from '@hiraeth/core/workbook';
import { makeServices, type Services } from '../state/services';
import { makeStore, type AppStore } from '../state/store';
import { MemoryShelf, type WorkbookStore } from '../storage';

export const NOW = Date.parse('2026-03-10T10:00:00Z');
/** A room of which one cartridge was weighed. */
export const room = script([...setUp, weigh('cyan', 63.42)]);

export interface Bench {
  readonly shelf: MemoryShelf;
  readonly services: Services;
  readonly store: AppStore;
  demos: number;
}

/** An app without a page: a shelf in memory, a clock that stands still. */
export function appBench(
  wrap: (store: WorkbookStore) => WorkbookStore = (s) => s,
  demo: Fact[] = room,
): Bench {
  const shelf = new MemoryShelf();
  let seed = 1;
  const made = { demos: 0 };
  const services = makeServices({
    clock: { now: () => NOW },
    random: () => (seed = (seed * 16807) % 2147483647) / 2147483647,
    openStore: async (which) => wrap(await shelf.open(which)),
    shelf,
    makeDemo: () => {
      made.demos += 1;
      return Promise.resolve(demo);
    },
    simulate: () => Promise.resolve([]),
    readWorkbook: () => Promise.reject(new Error('no worker')),
    readJobs: () => Promise.reject(new Error('not here')),
    measurePicture: () => Promise.reject(new Error('not here')),
  });
  const store = makeStore(services);
  return {
    shelf,
    services,
    store,
    get demos() {
      return made.demos;
    },
  };
}
