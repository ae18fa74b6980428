import { releaseProxy, wrap } from 'comlink';
import type { Fact } from '@hiraeth/core/workbook';
import type { DemoWorker } from './demo.worker';

/** What was begun before anybody asked, and when it is to end. */
let ahead: { readonly at: string; readonly facts: Promise<Fact[]> } | null = null;
/** So much later it still ends just now. */
const JUST_NOW_MS = 20_000;

/** Makes the demo's fourteen months in a worker, so that the page stays quick meanwhile. */
export async function makeDemoAside(at: string): Promise<Fact[]> {
  const begun = ahead;
  ahead = null;
  return begun && Math.abs(Date.parse(at) - Date.parse(begun.at)) < JUST_NOW_MS ? begun.facts : make(at);
}

/** Begins with it while the page is still being put together: someone new waits for it alone. */
export function makeDemoAhead(at: string): void {
  ahead = { at, facts: make(at) };
  // Whoever takes it hears of it.
  ahead.facts.catch(() => undefined);
}

async function make(at: string): Promise<Fact[]> {
  const worker = new Worker(new URL('./demo.worker.ts', import.meta.url), { type: 'module' });
  const remote = wrap<DemoWorker>(worker);
  try {
    return await remote.make(at);
  } finally {
    remote[releaseProxy]();
    worker.terminate();
  }
}
