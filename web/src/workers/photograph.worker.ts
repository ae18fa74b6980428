import { expose } from 'comlink';
import { makeChance, photographCheck } from '@hiraeth/rig';
import type { CheckLayout } from '@hiraeth/core/workbook';

const api = {
  /** A made-up photograph of a check with these lines missing, as a PNG. */
  async photograph(
    layout: CheckLayout,
    missing: Readonly<Record<string, readonly number[]>>,
    seed: number,
  ): Promise<Blob> {
    const chance = makeChance(seed);
    const { photo } = photographCheck(layout, missing, {
      width: 1600,
      height: 1200,
      chance,
      perspective: 0.03,
      turn: 12 * (chance.next() - 0.5),
      noise: 3,
      blur: 0.8,
      dim: 0.7,
      glow: 0.06,
    });
    const canvas = new OffscreenCanvas(photo.width, photo.height);
    canvas
      .getContext('2d')!
      .putImageData(new ImageData(new Uint8ClampedArray(photo.rgba), photo.width, photo.height), 0, 0);
    return canvas.convertToBlob({ type: 'image/png' });
  },
};
export type PhotographWorker = typeof api;

expose(api);
