import { expose } from 'comlink';
import { measurePicture } from './measurePicture';

const api = { measure: measurePicture };
export type PictureWorker = typeof api;

expose(api);
