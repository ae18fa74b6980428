import { expose } from 'comlink';
import { readDisplay, type DisplayRead, type Photo } from '@hiraeth/core/image';
import { displayAt, makeChance, photographDisplay } from '@hiraeth/rig';

/** The simulated scale's display; each picture is a little askew in its own way. */
const { options } = displayAt(2, makeChance(1));

const api = {
  read: (photo: Photo): DisplayRead | null => readDisplay(photo),
  /** Photographs the simulated display, and reads that. */
  simulate: (text: string, seed: number): { photo: Photo; read: DisplayRead | null } => {
    const chance = makeChance(seed);
    const tilt = [0, 1, 2].map(() => 6 * (2 * chance.next() - 1)) as [number, number, number];
    const photo = photographDisplay(text, { ...options, chance, tilt });
    return { photo, read: readDisplay(photo) };
  },
};
export type DisplayWorker = typeof api;

expose(api);
