import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Ledger } from '../ledger';
import { bodyRoom, define, script, SHADES, weigh } from '../testing';
import { stepAnswerWords, stepWords } from '../words';
import { makeStamp, typePreset, OCCASIONS, type Construction, type Printer } from '../workbook';
import { advance, unmetPorts } from './advance';
import { beginRun } from './beginRun';
import { CONSTRUCTION_DATA, METHOD_DATA } from './methods';
import { currentStep, stepsFor } from './stepsFor';
import { factsOfStep } from './factsOfStep';
import { plannedAnswer } from './layOut';
import { judgeRest } from './judgeRest';
import { loadFromScale } from './loadFromScale';
import { planOf } from './planOf';
import { suggestedPrime } from './primeMlOf';
import { runEnv } from './runEnv';
import { runFacts } from './runFacts';
import { toolCheck } from './toolCheck';
import type { Answer, CartridgeRun } from './run';
import { AT, lay, mass, choice, drawAt, HERE, chosen } from '../testing/lay';

describe('schools', () => {
  test.each<[string, Partial<Printer['schools']>, string, string, string]>([
    ['reset before', { reset: 'before' }, 'reset-1', 'before', 'open'],
    ['reset after', { reset: 'after' }, 'reset-1', 'after', 'weigh-after-1'],
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
    const { run, env } = lay(
      { occasion, inkBefore: { value: 40, u: 1 } },
      { construction: 'openTank', schools: { prime } },
    );
    const step = stepsFor(run, env).find((s) => s.kind === 'decide' && s.id === 'prime-decide');
    if (step?.kind !== 'decide') throw new Error('not asked');
    expect(step.suggested).toBe(suggested);
    expect(step.options.every((code) => /ml|nothing/.test(stepAnswerWords(step, code).why))).toBe(true);
    // A dry duct is never declared full.
    expect(step.options.includes('skip')).toBe(occasion === 'topUp');
  });

  test('a leftover goes by the printer’s school, but never back after a conversion', () => {
    const suggest = (occasion: CartridgeRun['occasion']) => {
      const { run, env } = lay({ occasion }, { schools: { leftover: 'bottle' } });
      return drawAt(run, env, 'leftover').suggested;
    };
    expect([suggest('topUp'), suggest('conversion')]).toEqual(['bottle', 'bin']);
  });

  // The cost of a fill and what its bottle still holds go by it: the air behind the ink is no ink that is left.
  test.each([
    ['all of it went in', 0, 0, 0, 0],
    ['less was said to be in', 3, null, 0, 3],
    ['it was stopped by the scale, whatever was said', 0, 2, 0, 2],
    ['more went in than was drawn up: nothing is left', 0, -0.5, 0, 0],
    ['some of what had gone in was spilt out of the cartridge', 3, null, 1, 3],
    ['the same, by the scale', 0, 2, 1, 1],
  ])('what is left in the syringe: %s', (_, saidLess, weighedLess, spiltMl, left) => {
    const start = { 'weigh-before': mass(86) };
    const { run, env } = lay({ answers: start });
    const asked = stepsFor(run, env).find(({ kind }) => kind === 'load');
    const ml = asked?.kind === 'load' ? asked.ml.value : NaN;
    expect(drawAt(run, env, 'leftover').ml.value).toBe(0);
    const after: Record<string, Answer> =
      weighedLess === null ? {} : { 'weigh-after-1': mass(86 + (ml - weighedLess) * 1.064) };
    const filled: CartridgeRun = {
      ...run,
      spiltMl,
      spills: spiltMl > 0 ? [{ ml: spiltMl, after: 'load-0-0' }] : [],
      answers: { ...start, 'load-0-0': { kind: 'load', ml: ml - saidLess, massG: null }, ...after },
    };
    expect(drawAt(filled, env, 'leftover').ml.value).toBeCloseTo(left, 6);
  });

  test.each([
    ['half of all went in: the other half is still there', 86, 0.5, null],
    ['half of a full syringe went in: another full one is to come', 50, 0.5, 9.5],
    ['nearly all of a full syringe went in', 50, 0.97, 9.5],
  ])('the next load after one of which %s', (_, startG, share, fillMl) => {
    const start = { 'weigh-before': mass(startG) };
    const { run, env } = lay({ answers: start });
    const loads = (of: CartridgeRun) => stepsFor(of, env).filter((step) => step.kind === 'load');
    const ml = share * loads(run)[0]!.ml.value;
    const [, next] = loads({ ...run, answers: { ...start, 'load-0-0': { kind: 'load', ml, massG: null } } });
    expect(next).toMatchObject({ id: 'load-0-1', fillMl });
  });

  test('less went in than was drawn up: what is still in the syringe counts, not what is asked afterwards', () => {
    const load = (ml: number): Answer => ({ kind: 'load', ml, massG: null });
    const answers = { 'load-0-0': load(125 / 3), 'load-0-1': load(20) };
    const { run, env } = lay({ method: 'bagAdapter', dosesMl: [125], answers }, { construction: 'bag' });
    const syringe = { ...env.syringe!, capacityMl: 60, keepBackMl: 0 };
    const loads = stepsFor(run, { ...env, syringe }).filter((step) => step.kind === 'load');
    const asked = (125 * 2) / 3 - 20;
    // 21.7 ml are left in the barrel, and 31.7 ml are to go in.
    expect(loads.map(({ ml }) => ml.value)).toEqual([
      125 / 3,
      20,
      expect.closeTo(asked / 2, 6),
      expect.closeTo(asked / 2, 6),
    ]);
    expect(loads[2]!.fillMl).toBeCloseTo(asked / 2, 6);
  });

  test('at the first bulge nothing more goes in: left is what the syringe holds, not all that was still to come', () => {
    const load = (ml: number): Answer => ({ kind: 'load', ml, massG: null });
    const answers = { 'load-0-0': load(125 / 3), 'load-0-1': load(0) };
    const { run, env } = lay(
      { method: 'bagAdapter', dosesMl: [125], answers, done: Object.keys(answers) },
      { construction: 'bag' },
    );
    const syringe = { ...env.syringe!, capacityMl: 60, keepBackMl: 0 };
    expect(drawAt(run, { ...env, syringe }, 'leftover').ml.value).toBeCloseTo(125 / 3, 6);
  });

  test.each([
    // Each colour is drawn up at its turn, both halves together; a tank once its head is full.
    ['integratedHead', 3],
    ['twoPart', 1],
  ] as const)('%s: it is said how much is drawn up for each of its parts', (construction, chambers) => {
    const { run, env } = lay({ dosesMl: chambers > 1 ? [2, 3, 4] : [2, 4] }, { construction, chambers });
    const steps = stepsFor(run, env);
    const drawn = steps.flatMap((step) =>
      step.kind === 'load' && step.fillMl !== null
        ? [step.fillMl]
        : step.kind === 'do' && step.doing.code === 'draw-up'
          ? [step.doing.ml]
          : [],
    );
    expect(drawn).toEqual(chambers > 1 ? [2, 3, 4] : [2, 4]);
    for (const step of steps)
      if (step.kind === 'load' && step.fillMl !== null)
        expect(stepWords(step).text).toContain(`Fill the syringe to ${step.fillMl.toFixed(1)} ml`);
  });

  test.each([
    // Two halves out of one barrel, with the pause between them.
    ['fits the syringe', 30, [null, null]],
    ['is more than a syringe: drawn up anew for each', 125, [null, 125 / 3, 125 / 3]],
    ['is four syringes and a little', 250, [null, 50, 50, 50, 50]],
  ])('a bag whose dose %s', (_, ml, again) => {
    const { run, env } = lay({ method: 'bagAdapter', dosesMl: [ml] }, { construction: 'bag' });
    const steps = stepsFor(run, {
      ...env,
      syringe: { ...env.syringe!, capacityMl: 60, keepBackMl: 0 },
    });
    const loads = steps.filter((step) => step.kind === 'load');
    const drawn = steps.find((step) => step.kind === 'do' && step.doing.code === 'draw-up');
    expect(loads.map(({ fillMl }) => fillMl && Math.round(fillMl * 1e6) / 1e6)).toEqual(
      again.map((to) => to && Math.round(to * 1e6) / 1e6),
    );
    // What is drawn up is what goes in.
    const barrel = loads.map(({ fillMl }) => fillMl ?? 0).reduce((sum, to) => sum + to, 0);
    const first = drawn?.kind === 'do' && drawn.doing.code === 'draw-up' ? drawn.doing.ml : NaN;
    expect(first + barrel).toBeCloseTo(ml, 6);
  });

  test.each([
    [0.05, 'skip'],
    [-0.05, 'prime'],
  ])('printed down to %d ml above its reserve, where only dry ones are primed: %s', (above, suggested) => {
    const { run, env } = lay({}, { schools: { prime: 'whenDry' } });
    const { emptyG, type } = env.body;
    const inside = (type.reserveMl + above) * env.densityInside.value;
    const weighed = { ...run, answers: { 'weigh-before': mass(emptyG.value + inside) } };
    // By the scale, else by the log.
    expect(suggestedPrime(weighed, env)).toBe(suggested);
    const inkBefore = { value: type.reserveMl + above, u: 0.1 };
    expect(suggestedPrime({ ...run, inkBefore }, env)).toBe(suggested);
    expect(suggestedPrime({ ...run, inkBefore, occasion: 'first' }, env)).toBe('prime');
  });

  test.each([
    ['resetter', 'reset-1'],
    ['contactBridge', 'reset-1'],
    ['newEachTime', 'new-chip'],
    ['selfResetting', 'self-reset'],
    ['leftAlone', null],
    ['switchedOff', null],
    ['none', null],
  ] as const)('chip strategy %s', (strategy, step) => {
    const { ids, run, env } = lay({}, { cartridge: { chip: { strategy, volumeMl: 54, original: false } } });
    expect(ids.filter((id) => ['reset-1', 'new-chip', 'self-reset'].includes(id))).toEqual(
      step ? [step] : [],
    );
    expect(stepsFor({ ...run, occasion: 'first' }, env).map((s) => s.id)).not.toContain('reset-1');
  });
});

describe('what a hand is told by name and number', () => {
  test('each load names its bottle; the labels are held against each other shade by shade', () => {
    const { run, env } = lay(
      { bottleIds: SHADES.map((shade) => `bottle-${shade}`) },
      { chambers: 3, construction: 'integratedHead' },
    );
    const steps = stepsFor(run, env);
    const named = steps.flatMap((step) => (step.kind === 'load' ? [`${step.name}: ${step.bottle}`] : []));
    expect(new Set(named)).toEqual(new Set(SHADES.map((shade) => `${shade}: Ink ${shade}, lot M1`)));
    const match = steps.find((step) => step.kind === 'check' && step.check === 'match');
    expect(match).toMatchObject({
      pairs: SHADES.map((shade) => ({ bottle: shade, cartridge: shade, same: true })),
    });
  });

  test('an outlet is shut with its keeper where one is there to be had, whatever else lies on the table', () => {
    const tool = (kind: 'keeper' | 'gloves', count: number) =>
      define({
        entity: 'tool',
        id: kind,
        name: kind,
        tool: kind,
        count,
        fitsHeightMm: null,
        massG: null,
        squeezeMl: null,
      });
    const by = (...more: ReturnType<typeof tool>[]) => {
      const { run, env } = lay({}, { more });
      const step = stepsFor(run, env).find(({ id }) => id === 'shut-outlet');
      return step?.kind === 'do' && step.doing.code === 'shut-outlet' ? step.doing.by : null;
    };
    expect([
      by(),
      by(tool('gloves', 2)),
      by(tool('keeper', 0), tool('gloves', 2)),
      by(tool('gloves', 2), tool('keeper', 1)),
    ]).toEqual(['swab', 'swab', 'swab', 'keeper']);
  });

  test('doses of one’s own are what the scale waits for: their mass more than at the start, never more than it bears', () => {
    const target = (dose: number | null) => {
      const { run, env } = lay({ dosesMl: [dose, null, null], answers: { 'weigh-before': mass(50) } });
      const step = stepsFor(run, env).find(({ id }) => id === 'weigh-after-1');
      return step?.kind === 'weigh' ? step.targetG : undefined;
    };
    expect(target(5)).toBeCloseTo(50 + 5 * 1.064, 2);
    expect(target(500)).toBeLessThanOrEqual(lay().env.body.maxG);
    expect(target(null)).toBeGreaterThan(80);
  });

  test('a prime takes what its construction takes, ± 0.1 ml', () => {
    const { run, env } = lay(
      { answers: { 'prime-decide': choice('prime') } },
      { construction: 'openTank', schools: { prime: 'always' } },
    );
    expect(drawAt(run, env, 'prime').ml).toEqual({ value: CONSTRUCTION_DATA.openTank.primeMl, u: 0.1 });
  });
});

describe('the way through a run', () => {
  test('short: drops; over: draw back; done: closed. Once closed, nothing is corrected any more', () => {
    const { run, env } = lay();
    const weighing = stepsFor(run, env).find((step) => step.id === 'weigh-after-1')!;
    const target = weighing.kind === 'weigh' ? weighing.targetG! : 0;
    // The prime takes it down to full: until then there is a millilitre more in it.
    expect(target).toBeCloseTo(env.body.type.fullG + 1.064, 6);
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
    expect(ids({ 'weigh-after-1': mass(target + 2) }, ['plug'])).not.toContain('draw-back-1');
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
    const { run, env } = lay(
      { occasion: 'first', answers: { where: choice('install') } },
      { construction: 'openTank' },
    );
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
    // A prime after the last weighing is no leak, and a drain that was weighed counts from its own weighing.
    const later = (answers: Record<string, Answer>) =>
      judgeRest({ ...run, answers: { 'weigh-after-1': mass(66), ...answers } }, env)!.state;
    const drawn: Answer = { kind: 'volume', ml: { value: 2, u: 0.1 }, fate: 'bin' };
    expect(later({ 'tissue-1-prime': drawn, 'weigh-rested': mass(63.9) })).toBe('sound');
    expect(later({ 'drip-1-drain': drawn, 'drip-1-weigh': mass(64), 'weigh-rested': mass(63.95) })).toBe(
      'sound',
    );
    expect(later({ 'drip-1-drain': drawn, 'drip-1-weigh': mass(64), 'weigh-rested': mass(62) })).toBe(
      'leaked',
    );
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
    expect(drawAt(run, mixed, 'leftover').suggested).toBe('bin');
    const { targetG } = planOf(run, mixed);
    // The fill allows for the prime, as far as the body bears it.
    const fullG = loads.at(-1)!.scaleG!;
    expect(fullG).toBeGreaterThanOrEqual(targetG - 1e-6);
    expect(fullG).toBeLessThanOrEqual(mixed.body.maxG + 1e-9);
    const answers = Object.fromEntries(
      loads.map((step): [string, Answer] => [step.id, { kind: 'load', ml: step.ml.value, massG: null }]),
    );
    const filled = runFacts(
      { ...run, answers: { ...run.answers, ...answers, 'weigh-after-1': mass(fullG) } },
      mixed,
      AT,
    );
    const short = { ...run, answers: { ...run.answers, ...answers, 'weigh-after-1': mass(targetG - 2) } };
    expect(stepsFor(short, mixed).map((step) => step.id)).not.toContain('top-off-1');
    expect(loadFromScale(run, mixed, { value: 32.2, u: 0.02 }, { chamber: 1 })).toBeCloseTo(2, 6);
    const grams = filled.reduce(
      (sum, fact) => sum + (fact.kind === 'filled' ? fact.ml.value * [1, 1.1, 1.2][fact.chamber]! : 0),
      0,
    );
    expect(grams).toBeCloseTo(fullG - 30, 6);
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
    expect(runFacts(run, env, AT).map((fact) => fact.kind)).toEqual(['weighed', 'filled']);
    const inLog = { ...run, written: ['weigh-before:fact'] };
    expect(runFacts(inLog, env, AT).map((fact) => fact.kind)).toEqual(['filled']);
    expect(runFacts({ ...run, answers: {} }, env, AT)).toEqual([]);
    const withSpill = runFacts({ ...run, spiltMl: 2 }, env, AT);
    expect(withSpill.map((fact) => fact.kind)).toEqual(['weighed', 'filled', 'spilt']);
  });
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
      step.id === 'where' ? { kind: 'choice', choice: 'install' } : plannedAnswer(run, env, step, at);
    const { facts, events } = factsOfStep(run, env, step, answer, at);
    ledger.add(stamp(facts));
    run = events.reduce(advance, run);
  }
  expect(seen.filter((id) => id === 'take-out')).toHaveLength(1);
  expect(seen.indexOf('install')).toBeGreaterThan(seen.indexOf('take-out'));
  expect(ledger.state.cartridges.get('it')!.seat).toMatchObject({ printerId: 'printer', slotId: 'cyan' });
});

test('whatever is answered: no port opens before the outlet is shut, none goes in with a port wrong, every check leads on', () => {
  const pairs = (Object.keys(CONSTRUCTION_DATA) as Construction[]).flatMap((construction) =>
    CONSTRUCTION_DATA[construction].methods.map((method) => [construction, method] as const),
  );
  fc.assert(
    fc.property(
      fc.constantFrom(...pairs),
      fc.record({
        occasion: fc.constantFrom(...OCCASIONS),
        closing: fc.constantFrom('seal' as const, 'open' as const),
        remains: fc.constantFrom('topUp' as const, 'drawOut' as const),
        reset: fc.constantFrom('before' as const, 'after' as const),
        port: fc.constantFrom(null, 'drill' as const, 'pierce' as const, 'push' as const),
        hole: fc.constantFrom('airHole' as const, 'clear' as const),
        outletSeal: fc.boolean(),
        primeThroughSeal: fc.boolean(),
        liesOnBack: fc.boolean(),
        keeper: fc.boolean(),
        byScale: fc.boolean(),
        wasIn: fc.boolean(),
        picks: fc.array(fc.nat(6), { minLength: 120, maxLength: 120 }),
      }),
      ([construction, method], given) => {
        const { head } = CONSTRUCTION_DATA[construction];
        const { throughOutlet } = METHOD_DATA[method];
        const { outletSeal, primeThroughSeal, liesOnBack, hole, occasion } = given;
        const ledger = Ledger.from(
          bodyRoom(construction, construction === 'integratedHead' ? 3 : 1, {
            schools: { closing: given.closing, remains: given.remains, reset: given.reset },
            type: {
              outletSeal,
              primeThroughSeal,
              liesOnBack,
              hole,
              ...(given.port && !head && !throughOutlet ? { port: given.port } : {}),
            },
            more: [
              weigh('it', typePreset(construction, 'standard').emptyG.value + 2),
              { kind: 'portChanged', cartridgeId: 'it', ports: { seal: outletSeal ? 'intact' : 'pierced' } },
              ...(given.keeper
                ? [
                    define({
                      entity: 'tool',
                      id: 'k',
                      name: 'Keeper',
                      tool: 'keeper',
                      fitsHeightMm: null,
                      squeezeMl: null,
                      count: 1,
                    }),
                  ]
                : []),
              ...(given.wasIn ? [HERE] : []),
            ],
          }),
        );
        const start = beginRun(ledger, chosen({ method, occasion, byScale: given.byScale }), 'run', AT);
        const env = runEnv(ledger, start, AT)!;
        // What the run itself plans is never too much for it, a prime included.
        const tools = toolCheck(start, env);
        expect(tools.map(({ code }) => code)).not.toContain('dosesTooLarge');
        // … and the loads that are told before are those that come.
        const told = tools.find((finding) => finding.code === 'syringe');
        if (told && env.syringe)
          expect(stepsFor(start, env).filter((step) => step.kind === 'load' && !step.drops)).toHaveLength(
            told.loads,
          );
        const sealed = start.ports.seal === 'intact' && !throughOutlet && !head;
        const seen: string[] = [];
        let run = start;
        let i = 0;
        for (; i < 120; i++) {
          const steps = stepsFor(run, env);
          expect(new Set(steps.map((step) => step.id)).size).toBe(steps.length);
          // What was done stays where it stood: nothing is asked again that came before.
          if (steps.every((step) => run.done.includes(step.id))) break;
          const step = currentStep(run, steps);
          const { ports } = run;
          if (step.changes?.plug === 'out' && !head && !throughOutlet)
            expect(sealed || ports.keeper === 'on').toBe(true);
          if (step.kind === 'weigh') {
            expect(given.byScale).toBe(true);
            expect(seen).toContain('shut-outlet');
          }
          if (step.kind === 'draw' && step.draw.startsWith('prime'))
            expect([step.id, sealed && !primeThroughSeal]).toEqual([step.id, false]);
          if (step.id === 'install')
            expect([seen, unmetPorts({ ...ports, primed: true }, step.requires)]).toEqual([seen, []]);
          // Free ink is never left open; a sponge behind an air hole is never blocked.
          const walled = env.body.type.port !== 'plug' && env.body.type.port !== 'outlet';
          const { sponge } = CONSTRUCTION_DATA[construction];
          expect(step.id === 'leave-open' && !(walled && sponge && given.closing === 'open')).toBe(false);
          if (walled && sponge && given.closing === 'open') expect(step.id).not.toBe('plug');
          const codes = step.kind === 'check' ? step.answers : step.kind === 'decide' ? step.options : [];
          if (step.kind === 'check' || step.kind === 'decide') expect(codes.length).toBeGreaterThan(1);
          const pick = codes[given.picks[i]! % Math.max(1, codes.length)];
          seen.push(step.id);
          run = advance(run, {
            type: 'next',
            step,
            answer: pick === undefined ? plannedAnswer(run, env, step, AT) : choice(pick),
          });
        }
        expect(i).toBeLessThan(120);
        // Put aside, it never goes in afterwards.
        if (seen.includes('set-aside'))
          expect(seen.slice(seen.indexOf('set-aside'))).not.toContain('install');
        expect(seen.some((id) => id === 'summary' || id === 'set-aside')).toBe(true);
      },
    ),
    { numRuns: 400 },
  );
});
