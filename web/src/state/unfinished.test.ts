import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readUnfinished, unfinishedNote, type Unfinished, type UnfinishedKey } from './unfinished';

const RUN = {
  id: 'run',
  cartridgeId: 'cyan',
  method: 'topSyringe',
  occasion: 'topUp',
  bottleIds: ['b'],
  scaleId: null,
  syringeId: null,
  squeezeMl: null,
  dosesMl: [null],
  byScale: true,
  startedAt: '2026-03-01T09:00:00.000Z',
  inkBefore: null,
  wasIn: null,
  outSince: null,
  answers: { begin: { kind: 'done' } },
  done: ['begin'],
  skipped: [],
  foam: false,
  spiltMl: 0,
  ports: {},
  written: [],
  state: 'doing',
} as const;
const SOUND: { readonly [K in UnfinishedKey]: Unfinished[K] } = {
  bench: { id: 'bench', rehearsal: false, queue: [RUN], at: 0, startedAt: RUN.startedAt },
  'weigh-in': {
    at: RUN.startedAt,
    taken: [
      [
        'cyan',
        {
          factId: 'f',
          reading: { massG: { value: 63.42, u: 0.02 } },
          expected: null,
          density: 1.06,
          words: '',
          tone: '',
        },
      ],
    ],
  },
  tray: { waiting: [], away: ['job'] },
  'set-up': { channels: [{ shades: 'cyan' }], bodies: [{}] },
  rotation: { under: { printerId: 'p', startedAt: 1, swapped: ['c'], masses: { cyan: '63,' } }, leftOut: [] },
};
const KEYS = Object.keys(SOUND) as UnfinishedKey[];

describe.each(KEYS)('what was begun: %s', (key) => {
  test('is there again as it was, also where a build before versions kept it', () => {
    const value = SOUND[key];
    expect(readUnfinished(unfinishedNote(key, value), key)).toEqual(value);
    expect(readUnfinished({ [key]: value }, key)).toEqual(value);
    expect(unfinishedNote(key, null)).toEqual({ [key]: undefined });
  });

  test('is begun anew where a later build or a fault left something else: no page falls over it', () => {
    expect(readUnfinished({ [key]: { version: 2, value: SOUND[key] } }, key)).toBeNull();
    expect(readUnfinished({}, key)).toBeNull();
    fc.assert(fc.property(fc.anything(), (note) => readUnfinished({ [key]: note }, key) === null));
  });

  test('without any one of its parts it is not gone on with', () => {
    for (const part of Object.keys(SOUND[key]).filter((name) => name !== 'startedAt' || key === 'bench')) {
      const { [part]: _, ...rest } = SOUND[key] as unknown as Record<string, unknown>;
      expect([part, readUnfinished({ [key]: rest }, key)]).toEqual([part, null]);
    }
  });
});

test('a bench whose hand points past its queue is not gone on with', () => {
  expect(readUnfinished({ bench: { ...SOUND.bench, at: 1 } }, 'bench')).toBeNull();
});
