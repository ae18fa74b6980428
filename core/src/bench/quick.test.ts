import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Ledger } from '../ledger';
import { between, bodyRoom, define, fill, SHADES, weigh, startRun } from '../testing';
import { typePreset, type Cartridge, type FactDraft, type Occasion, type Printer } from '../workbook';
import { advance } from './advance';
import { beginRun } from './beginRun';
import { CONSTRUCTION_DATA } from './methods';
import { currentStep, stepsFor } from './stepsFor';
import { factsOfStep } from './factsOfStep';
import { inkInRun } from './inkInRun';
import { occasionOf } from './occasionOf';
import { plannedAnswer } from './layOut';
import { runEnv } from './runEnv';
import { stopsQuick, takenAsDone } from './stopsQuick';
import { suggestChoice } from './suggestChoice';
import type { Answer, CartridgeRun } from './run';
import { loadsOf } from './loadsOf';

const AT = '2026-03-02T09:00:00.000Z';
/** Seen through its wall, to the line of a hair. */
const holds = (ml: number): FactDraft => ({
  kind: 'levelSeen',
  cartridgeId: 'it',
  fraction: ml / typePreset('compartmentTank', 'standard').capacityMl,
  u: 0.01,
});
const mass = (value: number): Answer => ({ kind: 'mass', massG: { value, u: 0.0153 }, at: AT });

describe('the quick gear', () => {
  /** Walks a run; gives the ids at which the quick gear stops. */
  const stops = (
    part: Partial<CartridgeRun>,
    room: Parameters<typeof bodyRoom>[2] = {},
    construction: Parameters<typeof bodyRoom>[0] = 'compartmentTank',
  ) => {
    let run = startRun({ method: CONSTRUCTION_DATA[construction].methods[0]!, ...part });
    const env = runEnv(Ledger.from(bodyRoom(construction, 1, room)), run, AT)!;
    const found: string[] = [];
    for (let i = 0; i < 80; i++) {
      const steps = stepsFor(run, env);
      if (steps.every((step) => run.done.includes(step.id))) break;
      const step = currentStep(run, steps);
      if (stopsQuick(step)) found.push(step.id);
      const given = part.answers?.[step.id];
      run = advance(run, { type: 'next', step, answer: given ?? plannedAnswer(run, env, step, AT) });
    }
    return found;
  };

  test('a top-up stops at its weighings, its loads and the log; put in at once, at the door too', () => {
    expect(stops({}, { more: [holds(40)] })).toEqual([
      'weigh-before',
      'load-0-0',
      'weigh-after-1',
      'summary',
      'rest',
      'weigh-rested',
    ]);
    const wasIn = { printerId: 'printer', slotId: 'cyan' };
    expect(stops({ wasIn }, { more: [holds(40)] })).toContain('install');
  });

  test('the wrong bottle, a wet body and whatever is drawn out stop it as well', () => {
    expect(stops({ bottleIds: ['bottle-magenta'] }).slice(0, 2)).toEqual(['match-1', 'mismatch']);
    expect(
      stops({}, { more: [{ kind: 'flushed', cartridgeId: 'it', chamber: 0, addedMl: 8, drawnMl: 2 }] }),
    ).toContain('wet');
    expect(stops({ inkBefore: { value: 20, u: 0.3 } }, { schools: { remains: 'drawOut' } })).toContain(
      'draw-out',
    );
  });

  test('a look that was not well is never taken as well the second time', () => {
    const wrong = { 'drip-1': { kind: 'choice', choice: 'plugProud' } as Answer };
    expect(stops({ answers: wrong })).toContain('drip-2');
  });

  test('what was taken as done since the last number is told, oldest first', () => {
    const run = startRun();
    const env = runEnv(Ledger.from(bodyRoom('compartmentTank')), run, AT)!;
    let now = run;
    for (let i = 0; i < 9; i++) {
      const step = currentStep(now, stepsFor(now, env));
      if (stopsQuick(step) && i > 4) break;
      now = advance(now, { type: 'next', step, answer: plannedAnswer(now, env, step, AT) });
    }
    const ids = takenAsDone(stepsFor(now, env), now).map(({ id }) => id);
    expect(ids).not.toContain('weigh-before');
    expect(ids).toEqual(now.done.slice(now.done.indexOf('weigh-before') + 1));
  });
});

test.each<[string, Partial<CartridgeRun>, number | null, FactDraft | null]>([
  ['nothing known', { inkBefore: null }, null, null],
  ['by the log', {}, 12, holds(12)],
  ['by its weighing', { answers: { 'weigh-before': mass(41.5 + 20 * 1.064) } }, 20, null],
  [
    'with what went in since',
    { answers: { 'load-0-0': { kind: 'load', ml: 8, massG: null } } },
    20,
    holds(12),
  ],
  [
    'less what was primed',
    {
      answers: {
        'load-0-0': { kind: 'load', ml: 8, massG: null },
        prime: { kind: 'volume', ml: { value: 1, u: 0.1 }, fate: 'bin' },
        leftover: { kind: 'volume', ml: { value: 0.7, u: 0.1 }, fate: 'bin' },
      },
    },
    19,
    holds(12),
  ],
  [
    'by the last weighing of all',
    {
      answers: {
        'weigh-before': mass(50),
        'load-0-0': { kind: 'load', ml: 30, massG: null },
        'weigh-after-1': mass(41.5 + 40 * 1.064),
      },
    },
    40,
    null,
  ],
])('ink in the run: %s', (_name, part, ml, seen) => {
  const run = startRun(part);
  const room = bodyRoom('compartmentTank', 1, { emptyG: 41.5, more: seen ? [seen] : [] });
  const found = inkInRun(run, runEnv(Ledger.from(room), run, AT)!);
  if (ml === null) expect(found).toBeNull();
  else {
    // What was known before has its small say beside a weighing.
    expect(found!.value).toBeCloseTo(ml, 2);
    expect(found!.u).toBeGreaterThan(0);
  }
});

test.each<[string, Partial<Cartridge>, FactDraft[], Occasion]>([
  ['new and empty', { initial: 'empty' }, [], 'first'],
  ['an original', { initial: 'original' }, [], 'original'],
  ['of unknown past', { initial: 'unknown' }, [], 'topUp'],
  ['filled once', { initial: 'empty' }, [fill('it', 10, { bottleId: 'bottle-cyan' })], 'topUp'],
  [
    'an original that was refilled',
    { initial: 'original' },
    [fill('it', 10, { bottleId: 'bottle-cyan' })],
    'topUp',
  ],
])('the occasion of one that is %s', (_name, cartridge, more, occasion) => {
  expect(occasionOf(Ledger.from(bodyRoom('compartmentTank', 1, { cartridge, more })), 'it')).toBe(occasion);
});

test('a choice from the log alone: what is chosen by hand goes before it', () => {
  const ledger = Ledger.from(bodyRoom('integratedHead', 3, { more: [weigh('it', 30)] }));
  expect(suggestChoice(ledger, 'it', AT)).toEqual({
    cartridgeId: 'it',
    method: 'spongeInjection',
    occasion: 'topUp',
    bottleIds: SHADES.map((shade) => `bottle-${shade}`),
    scaleId: 'scale',
    syringeId: 'syringe',
    squeezeMl: null,
    byScale: true,
  });
  expect(suggestChoice(ledger, 'it', AT, { scaleId: null, byScale: false, bottleIds: ['x'] })).toMatchObject({
    scaleId: null,
    byScale: false,
    bottleIds: ['x', 'bottle-magenta', 'bottle-yellow'],
  });
  const byLine = (schools: Partial<Printer['schools']>) =>
    suggestChoice(Ledger.from(bodyRoom('openTank', 1, { schools })), 'it', AT)!.byScale;
  expect([byLine({ stopAt: 'line' }), byLine({ stopAt: 'mass' })]).toEqual([false, true]);
  expect(suggestChoice(ledger, 'gone', AT)).toBeUndefined();
});

test('a chip that the printer does not see is a fact each time, and so is that it sees it after all', () => {
  const ledger = Ledger.from(bodyRoom('compartmentTank'));
  let run: CartridgeRun = {
    ...beginRun(ledger, suggestChoice(ledger, 'it', AT)!, 'run', AT),
    wasIn: { printerId: 'printer', slotId: 'cyan' },
  };
  const env = runEnv(ledger, run, AT)!;
  const said: unknown[] = [];
  for (let i = 0; i < 80; i++) {
    const steps = stepsFor(run, env);
    if (steps.every((step) => run.done.includes(step.id))) break;
    const step = currentStep(run, steps);
    const choice =
      step.id === 'where'
        ? 'install'
        : step.kind === 'check' && step.check === 'recognised' && step.id.endsWith('-1')
          ? 'notRecognised'
          : null;
    const answer: Answer = choice ? { kind: 'choice', choice } : plannedAnswer(run, env, step, AT);
    const { facts, events } = factsOfStep(run, env, step, answer, AT);
    for (const fact of facts) if (fact.kind === 'chipSignalled') said.push([step.id, fact.signal]);
    run = events.reduce(advance, run);
  }
  expect(said).toEqual([
    ['recognised-1', 'notRecognised'],
    ['recognised-2', 'recognised'],
  ]);
  expect(run.done).toEqual(expect.arrayContaining(['recognised-1-contacts', 'recognised-1-reseat']));
});

test('a maximum that a drip taught is kept with the cartridge', () => {
  const ledger = Ledger.from(
    bodyRoom('spongeReservoir', 1, {
      more: [
        define({
          entity: 'tool',
          id: 'k',
          name: 'Keeper',
          tool: 'keeper',
          fitsHeightMm: null,
          squeezeMl: null,
          count: 1,
        }),
      ],
    }),
  );
  const run = startRun({
    answers: {
      'drip-1': { kind: 'choice', choice: 'tooFull' },
      'drip-1-weigh': mass(21.3),
    },
  });
  const env = runEnv(ledger, run, AT)!;
  const step = stepsFor(run, env).find(({ id }) => id === 'drip-1-lower-max')!;
  const { facts } = factsOfStep(run, env, step, { kind: 'choice', choice: 'lower' }, AT);
  expect(facts).toMatchObject([{ kind: 'defined', entity: { id: 'it', maxG: 21.3 } }]);
  expect(factsOfStep(run, env, step, { kind: 'choice', choice: 'keep' }, AT).facts).toEqual([]);
});

test('a dose in loads: it adds up, no load is larger than the syringe, and none is a mere drop', () => {
  const syringe = {
    entity: 'syringe',
    id: 's',
    name: 'S',
    capacityMl: 20,
    graduationMl: 1,
    keepBackMl: 0.7,
    family: '',
  } as const;
  fc.assert(
    fc.property(between(0.1, 120), (ml) => {
      const loads = loadsOf(ml, { method: 'topSyringe' }, syringe);
      expect(loads.reduce((a, b) => a + b, 0)).toBeCloseTo(ml, 6);
      for (const load of loads) {
        expect(load).toBeLessThanOrEqual(19.3 + 1e-9);
        if (loads.length > 1) expect(load).toBeGreaterThan(0.2 * 19.3);
      }
    }),
  );
  expect(loadsOf(19.5, { method: 'topSyringe' }, syringe)).toEqual([9.75, 9.75]);
  expect(loadsOf(30, { method: 'topSyringe' }, syringe).map((load) => load.toFixed(1))).toEqual([
    '19.3',
    '10.7',
  ]);
});
