import type { CartridgeRun } from '../bench';

/** A run for the one cartridge of `bodyRoom`, as it stands before its first step. */
export const startRun = (part: Partial<CartridgeRun> = {}): CartridgeRun => ({
  id: 'run',
  cartridgeId: 'it',
  method: 'topSyringe',
  occasion: 'topUp',
  bottleIds: ['bottle-cyan'],
  scaleId: 'scale',
  syringeId: 'syringe',
  squeezeMl: 0.8,
  dosesMl: [null, null, null],
  byScale: true,
  startedAt: '2026-03-02T09:00:00.000Z',
  inkBefore: { value: 5, u: 0.2 },
  wasIn: null,
  outSince: null,
  answers: {},
  done: [],
  skipped: [],
  foam: false,
  spiltMl: 0,
  ports: {},
  written: [],
  state: 'doing',
  ...part,
});
