import { expose } from 'comlink';
import { readCheckPhoto } from './readCheckPhoto';

const api = { read: readCheckPhoto };
export type CheckWorker = typeof api;

expose(api);
