import { expose } from 'comlink';
import { makeDemo } from '@hiraeth/demo';

const api = { make: (at: string) => makeDemo(at).facts };
export type DemoWorker = typeof api;

expose(api);
