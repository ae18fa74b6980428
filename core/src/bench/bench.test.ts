import { describe, expect, test } from '@jest/globals';
import { Ledger } from '../ledger';
import { bodyRoom, define, fill, script, SHADES, weigh } from '../testing/bench';
import { startRun } from '../testing/run';
import { toolWords } from '../words';
import {
  makeStamp,
  type Cartridge,
  type Construction,
  type FactDraft,
  type Method,
  type Printer,
  type Syringe,
} from '../workbook';
import {
  advance,
  beginRun,
  CAUTIONS,
  CONSTRUCTION_DATA,
  currentStep,
  factsOfStep,
  judgeRest,
  loadFromScale,
  METHOD_DATA,
  planOf,
  runEnv,
  runFacts,
  stepsFor,
  suggestBottle,
  suggestSyringe,
  takenBefore,
  toolCheck,
  unmetPorts,
  type Answer,
  type CartridgeRun,
  type RunEnv,
} from './index';

const AT = '2026-03-02T09:00:00.000Z';
interface Room {
  construction?: Construction;
  chambers?: number;
  schools?: Partial<Printer['schools']>;
  cartridge?: Partial<Cartridge>;
  more?: FactDraft[];
}
function lay(
  part: Partial<CartridgeRun> = {},
  room: Room = {},
): { run: CartridgeRun; env: RunEnv; ids: string[] } {
  const { construction = 'compartmentTank', chambers = 1, ...rest } = room;
  const run = startRun({ method: CONSTRUCTION_DATA[construction].methods[0]!, ...part });
  const env = runEnv(Ledger.from(bodyRoom(construction, chambers, rest)), run, AT)!;
  return { run, env, ids: stepsFor(run, env).map((step) => step.id) };
}
const mass = (value: number): Answer => ({ kind: 'mass', massG: { value, u: 0.0153 }, at: AT });
const choice = (value: string): Answer => ({ kind: 'choice', choice: value });

describe('every construction and method is data that a run can be laid out from', () => {
  const pairs = (Object.keys(CONSTRUCTION_DATA) as Construction[]).flatMap((construction) =>
    CONSTRUCTION_DATA[construction].methods.map((method) => [construction, method] as const),
  );
  test.each(pairs)('%s by %s', (construction, method) => {
    const { run, env } = lay({ method }, { construction });
    const steps = stepsFor(run, env);
    const ids = steps.map((step) => step.id);
    expect(new Set(ids).size).toBe(ids.length);
    expect(ids[0]).toBe('tools');
    expect(ids.indexOf('weigh-before')).toBeLessThan(ids.indexOf('load-0-0'));
    expect(ids.indexOf('load-0-0')).toBeLessThan(ids.indexOf('weigh-after-1'));
    expect(ids.indexOf('weigh-after-1')).toBeLessThan(ids.indexOf('drip'));
    expect(ids).toContain('summary');
    for (const step of steps) {
      expect(step.title).toMatch(/\S/);
      expect(step.text).toMatch(/[.!?]$/);
      for (const code of step.cautions) expect(CAUTIONS[code]).toMatch(/\.$/);
    }
    // Ink is never handled without its caution, and every number of a load has its unit.
    const loads = steps.filter((step) => step.kind === 'load');
    expect(loads.every((step) => step.cautions.length > 0 && step.number !== undefined)).toBe(true);
    expect(steps.find((step) => step.id === 'clean')!.cautions).toContain('waste');
  });

  test('what must be shut, opened, drilled or sealed comes at its step', () => {
    expect(lay({ occasion: 'first' }, { construction: 'spongeReservoir' }).ids).toContain('keeper-on');
    const drilled = stepsFor(...pair(lay({ occasion: 'first' }, { construction: 'spongeReservoir' })));
    expect(drilled.find((step) => step.id === 'open')!.cautions).toContain('drill');
    expect(lay({}, { construction: 'bag' }).ids).not.toContain('open');
    expect(lay({}, { construction: 'bag' }).ids).not.toContain('vent');
    expect(lay({}, { construction: 'twoPart' }).ids).toEqual(
      expect.arrayContaining(['head-plug', 'prime-head', 'tank-open', 'setting']),
    );
    expect(lay({ method: 'vacuumExchange' }).ids).toEqual(expect.arrayContaining(['vent-shut', 'vent-open']));
  });
});

function pair({ run, env }: { run: CartridgeRun; env: RunEnv }): [CartridgeRun, RunEnv] {
  return [run, env];
}

describe('schools', () => {
  test.each<[string, Partial<Printer['schools']>, string, string, string]>([
    ['reset before', { reset: 'before' }, 'reset', 'before', 'weigh-before'],
    ['reset after', { reset: 'after' }, 'reset', 'after', 'weigh-after-1'],
  ])('%s', (_name, schools, step, where, other) => {
    const { ids } = lay({}, { schools });
    const order = ids.indexOf(step) - ids.indexOf(other);
    expect(where === 'before' ? order < 0 : order > 0).toBe(true);
  });

  test('draw out what is left: then the whole is planned anew; top up on it: no such step', () => {
    expect(lay({}, { schools: { remains: 'topUp' } }).ids).not.toContain('draw-out');
    const drawing = lay({ answers: { 'weigh-before': mass(52) } }, { schools: { remains: 'drawOut' } });
    expect(drawing.ids).toContain('draw-out');
    const before = planOf(drawing.run, drawing.env);
    const drawn = {
      ...drawing.run,
      answers: {
        ...drawing.run.answers,
        'draw-out': { kind: 'volume', ml: before.inkNow, fate: 'bin' } as Answer,
      },
    };
    expect(planOf(drawn, drawing.env).addMl.value).toBeCloseTo(before.addMl.value + before.inkNow.value, 6);
    expect(stepsFor(drawn, drawing.env).map((step) => step.id)).toContain('draw-out');
  });

  test.each([
    ['always', 'topUp', 'prime'],
    ['whenDry', 'topUp', 'skip'],
    ['never', 'topUp', 'printer'],
    ['never', 'first', 'prime'],
  ] as const)('prime %s at a %s: %s is suggested, with what each costs', (prime, occasion, suggested) => {
    const { run, env } = lay({ occasion }, { schools: { prime } });
    const step = stepsFor(run, env).find((s) => s.id === 'prime-decide')!;
    expect(step.suggested).toBe(suggested);
    expect(step.choices!.every((option) => /ml|nothing/.test(option.why))).toBe(true);
  });

  test('a leftover goes by the printer’s school, but never back after a conversion', () => {
    const suggest = (occasion: CartridgeRun['occasion']) => {
      const { run, env } = lay({ occasion }, { schools: { leftover: 'bottle' } });
      return stepsFor(run, env).find((step) => step.id === 'leftover')!.suggested;
    };
    expect([suggest('topUp'), suggest('conversion')]).toEqual(['bottle', 'bin']);
  });

  test.each([
    ['resetter', 'reset'],
    ['contactBridge', 'reset'],
    ['newEachTime', 'new-chip'],
    ['selfResetting', 'self-reset'],
    ['leftAlone', null],
    ['switchedOff', null],
    ['none', null],
  ] as const)('chip strategy %s', (strategy, step) => {
    const { ids, run, env } = lay({}, { cartridge: { chip: { strategy, volumeMl: 54, original: false } } });
    expect(ids.filter((id) => ['reset', 'new-chip', 'self-reset'].includes(id))).toEqual(step ? [step] : []);
    expect(stepsFor({ ...run, occasion: 'first' }, env).map((s) => s.id)).not.toContain('reset');
  });
});

describe('the way through a run', () => {
  test('short: drops; over: draw back; done: closed. Once closed, nothing is corrected any more', () => {
    const { run, env } = lay();
    const target = env.body.type.fullG;
    const ids = (answers: Record<string, Answer>, done: string[] = []) =>
      stepsFor({ ...run, answers: { 'weigh-before': mass(50), ...answers }, done }, env).map(
        (step) => step.id,
      );
    expect(ids({ 'weigh-after-1': mass(target) })).not.toContain('weigh-after-2');
    expect(ids({ 'weigh-after-1': mass(target - 3) })).toEqual(
      expect.arrayContaining(['top-off-1', 'weigh-after-2']),
    );
    expect(ids({ 'weigh-after-1': mass(target + 2) })).toEqual(
      expect.arrayContaining(['draw-back-1', 'weigh-after-2']),
    );
    expect(ids({ 'weigh-after-1': mass(target - 3), 'top-off-1': choice('full') })).not.toContain(
      'weigh-after-2',
    );
    expect(ids({ 'weigh-after-1': mass(target + 2) }, ['drip'])).not.toContain('draw-back-1');
  });

  test('on, back, left out, spilt: pure steps; back takes a written weighing with it', () => {
    const { run, env } = lay();
    const [first, second] = stepsFor(run, env);
    let next = advance(run, { type: 'next', step: first! });
    next = advance(next, { type: 'next', step: second!, answer: mass(50) });
    next = advance(next, { type: 'written', id: `${second!.id}:fact` });
    expect(currentStep(next, stepsFor(next, env)).id).not.toBe(second!.id);
    const back = advance(next, { type: 'back' });
    expect([back.done, back.answers[second!.id], back.written]).toEqual([[first!.id], undefined, []]);
    expect(advance(run, { type: 'back' })).toEqual(run);
    const skipped = advance(run, { type: 'skipped', step: first! });
    expect([skipped.skipped, skipped.done]).toEqual([[first!.id], [first!.id]]);
    expect(advance(advance(run, { type: 'spilt', ml: 1 }), { type: 'spilt', ml: 0.5 }).spiltMl).toBe(1.5);
    expect(run.done).toEqual([]);
  });

  test('a shut vent, an open plug and an unprimed duct are seen before the cartridge goes back', () => {
    const { run, env } = lay({ occasion: 'first', answers: { where: choice('install') } });
    const install = stepsFor(run, env).find((step) => step.id === 'install')!;
    const unmet = (ports: CartridgeRun['ports']): string =>
      unmetPorts(ports, install.requires)
        .map(({ port, is, needs }) => `${port} ${is}/${needs}`)
        .join(', ');
    expect(unmet({ vent: 'shut', plug: 'out' })).toBe('vent shut/open, plug out/in, primed false/true');
    expect(unmet({ vent: 'open', plug: 'in', primed: true })).toBe('');
    const topUp = lay({ answers: { where: choice('install') } });
    expect(stepsFor(topUp.run, topUp.env).find((step) => step.id === 'install')!.requires).not.toHaveProperty(
      'primed',
    );
  });

  test('at rest: a mass that fell is a leak, with how much; one that stood is the honest full mass', () => {
    const { run, env } = lay();
    const judge = (full: number, rested: number) =>
      judgeRest({ ...run, answers: { 'weigh-after-1': mass(full), 'weigh-rested': mass(rested) } }, env);
    expect(judge(66, 65.95)).toMatchObject({ state: 'sound', restedG: 65.95 });
    expect(judge(66, 64)).toMatchObject({ state: 'leaked', lostMl: expect.closeTo(2 / 1.064, 3) });
    expect(judgeRest(run, env)).toBeNull();
  });

  test('three inks of three densities: the scale reads the target when the last dose is in, and the log adds up to it', () => {
    const { run, env } = lay(
      {
        method: 'spongeInjection',
        bottleIds: SHADES.map((shade) => `bottle-${shade}`),
        answers: { 'weigh-before': mass(30) },
      },
      { construction: 'integratedHead', chambers: 3 },
    );
    const mixed = { ...env, bottleDensity: [1, 1.1, 1.2].map((value) => ({ value, u: 0.005 })) };
    const steps = stepsFor(run, mixed);
    const loads = steps.filter((step) => step.kind === 'load');
    expect(steps.map((step) => step.id)).toEqual(expect.arrayContaining(['probe', 'rinse-1', 'rinse-2']));
    expect(steps.find((step) => step.id === 'leftover')!.suggested).toBe('bin');
    const { targetG } = planOf(run, mixed);
    expect(loads.at(-1)!.scaleG).toBeCloseTo(targetG, 6);
    const answers = Object.fromEntries(
      loads.map((step): [string, Answer] => [step.id, { kind: 'load', ml: step.number!.value, massG: null }]),
    );
    const filled = runFacts(
      { ...run, answers: { ...run.answers, ...answers, 'weigh-after-1': mass(targetG) } },
      mixed,
      AT,
    );
    const short = { ...run, answers: { ...run.answers, ...answers, 'weigh-after-1': mass(targetG - 2) } };
    expect(stepsFor(short, mixed).map((step) => step.id)).not.toContain('top-off-1');
    expect(loadFromScale(run, mixed, { value: 32.2, u: 0.02 }, 1)).toBeCloseTo(2, 6);
    const grams = filled.reduce(
      (sum, fact, i) => sum + (fact.kind === 'filled' ? fact.ml.value * [1, 1.1, 1.2][i]! : 0),
      0,
    );
    expect(grams).toBeCloseTo(targetG - 30, 6);
  });

  test('weighed while it goes in, a load is what the scale rose by since the last mass', () => {
    const { run, env } = lay();
    const weighed = { ...run, answers: { 'weigh-before': mass(50) } };
    expect(loadFromScale(run, env, { value: 60, u: 0.02 })).toBeNull();
    expect(loadFromScale(weighed, env, { value: 60.64, u: 0.02 })).toBeCloseTo(10, 6);
    const second = {
      ...weighed,
      answers: { ...weighed.answers, 'load-0-0': { kind: 'load', ml: 4, massG: null } as Answer },
    };
    expect(loadFromScale(second, env, { value: 60.64, u: 0.02 })).toBeCloseTo(6, 6);
    expect(loadFromScale(weighed, env, { value: 40, u: 0.02 })).toBe(0);
  });

  test('an abandoned run leaves what was done and nothing else', () => {
    const { run, env } = lay({
      answers: { 'weigh-before': mass(50), 'load-0-0': { kind: 'load', ml: 8, massG: null } },
    });
    expect(runFacts(run, env, AT).map((fact) => fact.kind)).toEqual(['filled']);
    expect(runFacts({ ...run, answers: {} }, env, AT)).toEqual([]);
    const withSpill = runFacts({ ...run, spiltMl: 2 }, env, AT);
    expect(withSpill.map((fact) => fact.kind)).toEqual(['filled', 'spilt']);
  });
});

test.each<[string, Partial<CartridgeRun>, Room, RegExp]>([
  ['no long needle', {}, {}, /No long blunt needle/],
  ['a syringe too small', {}, { construction: 'openTank', cartridge: {} }, /too small: \d+ loads/],
  ['no syringe', { syringeId: null }, {}, /No syringe chosen/],
  ['no scale', { scaleId: null }, {}, /No scale in the workbook/],
  [
    'a bottle that will not last',
    {},
    { more: [fill('cyan', 235), weigh('it', 42)] },
    /The bottle holds 15 ml/,
  ],
  ['no resetter', {}, {}, /No chip resetter/],
  [
    'a syringe too coarse',
    { dosesMl: [1.2, 1.2, 1.2] },
    { construction: 'integratedHead', chambers: 3 },
    /marks of 0\.5 ml are coarse for a dose of 1\.2 ml/,
  ],
  [
    'one of three bottles that will not last',
    { bottleIds: SHADES.map((shade) => `bottle-${shade}`) },
    {
      construction: 'integratedHead',
      chambers: 3,
      more: [fill('it', 249.5, { bottleId: 'bottle-magenta' }), weigh('it', 27)],
    },
    /The bottle for magenta holds 1 ml, \d ml are needed/,
  ],
  ['more in doses than there is room', { dosesMl: [60] }, {}, /doses add up to 60\.0 ml/],
  ['a method that does not suit', { method: 'bagAdapter' }, {}, /does not suit this construction/],
])('before the bottle is open, %s is noticed', (_name, part, room, words) => {
  const { run, env } = lay(room.construction === 'openTank' ? { ...part, method: 'topSyringe' } : part, room);
  const findings = toolCheck(run, env);
  expect(
    findings
      .filter((finding) => !finding.ok)
      .map((finding) => toolWords(finding))
      .join(' '),
  ).toMatch(words);
});

describe('what a run begins with', () => {
  const bottle = (id: string, part: object = {}): FactDraft =>
    define({
      entity: 'bottle',
      id,
      inkId: 'ink-cyan',
      lot: id,
      volumeMl: 100,
      priceMinor: 900,
      emptyG: null,
      ...part,
    });
  const opened = (bottleId: string): FactDraft => ({ kind: 'bottleOpened', bottleId, linerPresent: true });

  test('the bottle: an open one first, the fullest of those, none that is nearly empty or of another ink', () => {
    const suggest = (...more: FactDraft[]) =>
      suggestBottle(Ledger.from(bodyRoom('compartmentTank', 1, { more })), 'cyan', 'pigment');
    expect(suggest()).toBe('bottle-cyan');
    expect(suggest(bottle('a'), opened('a'))).toBe('a');
    expect(suggest(bottle('a'), opened('a'), bottle('b', { volumeMl: 120 }), opened('b'))).toBe('b');
    expect(suggest(bottle('a', { volumeMl: 10 }), opened('a'), fill('it', 9, { bottleId: 'a' }))).toBe(
      'bottle-cyan',
    );
    expect(suggestBottle(Ledger.from(bodyRoom('compartmentTank')), 'cyan', 'dye')).toBeNull();
  });

  test.each([
    [1.3, 'small'],
    [4.8, 'large'],
    [30, 'large'],
  ])('the syringe for %d ml: the smallest that gives it in one load, or the largest', (ml, id) => {
    const syringe = (name: string, capacityMl: number, keepBackMl: number): Syringe => ({
      entity: 'syringe',
      id: name,
      name,
      capacityMl,
      keepBackMl,
      graduationMl: 0.5,
      family: '',
    });
    expect(suggestSyringe([syringe('large', 20, 0.7), syringe('small', 5, 0.3)], ml)!.id).toBe(id);
    expect(suggestSyringe([], ml)).toBeUndefined();
  });

  test('one dose for each part, the type’s own method where the wished one does not suit, the squeeze as calibrated', () => {
    const squeeze = { value: 0.82, u: 0.03 };
    const room = bodyRoom('integratedHead', 3, {
      more: [
        weigh('it', 30),
        define({
          entity: 'tool',
          id: 'sq',
          name: 'Bottle',
          tool: 'squeezeBottle',
          fitsHeightMm: null,
          squeezeMl: squeeze,
          count: 1,
        }),
      ],
    });
    const { id, startedAt, ...choice } = startRun({
      method: 'bagAdapter',
      squeezeMl: null,
      dosesMl: [2, null],
    });
    const run = beginRun(Ledger.from(room), choice, id, startedAt);
    expect(run).toMatchObject({
      method: 'spongeInjection',
      dosesMl: [2, null, null],
      squeezeMl: 0.82,
      done: [],
    });
    expect(run.inkBefore!.value).toBeGreaterThan(0);
    expect(() => beginRun(Ledger.from(room), { ...choice, cartridgeId: 'gone' }, id, startedAt)).toThrow(
      RangeError,
    );
  });
});

test('a queue: what earlier cartridges take from the same bottle counts; a scale too small is named', () => {
  const { run, env } = lay();
  const bottle = (taken: ReadonlyMap<string, number>) =>
    toolCheck(run, env, taken).find((finding) => /bottle/.test(toolWords(finding)))!.ok;
  expect([bottle(new Map([['bottle-cyan', 240]])), bottle(new Map([['bottle-magenta', 240]]))]).toEqual([
    false,
    true,
  ]);
  const ledger = Ledger.from(bodyRoom('compartmentTank', 1, { more: [weigh('it', 60)] }));
  const first = { ...run, dosesMl: [12] };
  const queue = {
    id: 'q',
    rehearsal: false,
    startedAt: AT,
    at: 3,
    queue: [first, { ...first, state: 'done' as const }, { ...first, done: ['summary'] }, run],
  };
  expect(takenBefore(ledger, queue, AT)).toEqual(new Map([['bottle-cyan', 12]]));
  const small = { ...env, scale: { ...env.scale!, capacityG: 50 } };
  expect(
    toolCheck(run, small)
      .map((finding) => toolWords(finding))
      .join(' '),
  ).toMatch(/carries 50 g, the full cartridge weighs up to/);
});

test('all methods say when to stop, and what never to do', () => {
  for (const method of Object.keys(METHOD_DATA) as Method[]) {
    expect(METHOD_DATA[method].load.stop).toMatch(/\.$/);
    expect(METHOD_DATA[method].load.never).toMatch(/\.$/);
  }
});

test('put in at once, the run is over: nothing says “take it out” again, and it stands in its slot', () => {
  const at = '2026-03-02T09:00:00.000Z';
  const ledger = Ledger.from([
    ...bodyRoom('compartmentTank'),
    ...script(
      [{ kind: 'installed', printerId: 'printer', into: [{ slotId: 'cyan', cartridgeId: 'it' }] }],
      '2026-03-01T20:00:00.000Z',
    ),
  ]);
  const stamp = makeStamp({ now: () => Date.parse(at) }, () => 0.3);
  let run: CartridgeRun = beginRun(
    ledger,
    {
      cartridgeId: 'it',
      method: 'topSyringe',
      occasion: 'topUp',
      bottleIds: ['bottle-cyan'],
      scaleId: null,
      syringeId: 'syringe',
      squeezeMl: null,
      byScale: false,
    },
    'run-1',
    at,
  );
  const seen: string[] = [];
  for (let i = 0; i < 60; i++) {
    const env = runEnv(ledger, run, at)!;
    const steps = stepsFor(run, env);
    if (steps.every((step) => run.done.includes(step.id))) break;
    const step = currentStep(run, steps);
    seen.push(step.id);
    const answer: Answer =
      step.kind === 'decide'
        ? { kind: 'choice', choice: step.id === 'where' ? 'install' : (step.suggested ?? 'no') }
        : step.kind === 'load'
          ? { kind: 'load', ml: step.number?.value ?? 0, massG: null }
          : step.kind === 'draw'
            ? { kind: 'volume', ml: { value: 0.5, u: 0.1 }, fate: 'bin' }
            : { kind: 'done' };
    const { facts, events } = factsOfStep(run, env, step, answer, at);
    ledger.add(stamp(facts));
    run = events.reduce(advance, run);
  }
  expect(seen.filter((id) => id === 'take-out')).toHaveLength(1);
  expect(seen.indexOf('install')).toBeGreaterThan(seen.indexOf('take-out'));
  expect(ledger.state.cartridges.get('it')!.seat).toMatchObject({ printerId: 'printer', slotId: 'cyan' });
});
