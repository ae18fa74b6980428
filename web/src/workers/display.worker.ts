import { expose } from 'comlink';
import { readDisplay, type DisplayRead, type Photo } from '@hiraeth/core/image';
import { gradedDisplay, makeChance, photographDisplay } from '@hiraeth/rig';

const api = {
  read: (photo: Photo): DisplayRead | null => readDisplay(photo),
  /** Photographs a simulated display, a little askew in another way each time, and reads that. */
  simulate: (text: string, seed: number): { photo: Photo; read: DisplayRead | null } => {
    const chance = makeChance(seed);
    const { options } = gradedDisplay(2, makeChance(1));
    const tilt = [0, 1, 2].map(() => 6 * (2 * chance.next() - 1)) as [number, number, number];
    const photo = photographDisplay(text, { ...options, chance, tilt });
    return { photo, read: readDisplay(photo) };
  },
};
export type DisplayWorker = typeof api;

expose(api);
