import { releaseProxy, wrap } from 'comlink';
import type { Fact } from '@hiraeth/core/workbook';
import type { DemoWorker } from './demo.worker';

/** Makes the demo's fourteen months in a worker, so that the page stays quick meanwhile. */
export async function makeDemoAside(at: string): Promise<Fact[]> {
  const worker = new Worker(new URL('./demo.worker.ts', import.meta.url), { type: 'module' });
  const remote = wrap<DemoWorker>(worker);
  try {
    return await remote.make(at);
  } finally {
    remote[releaseProxy]();
    worker.terminate();
  }
}
