import { describe, expect, test } from '@jest/globals';
import { Ledger } from '../ledger';
import { bodyRoom, define, startRun, weigh } from '../testing';
import { beginProblemWords, inAllWords } from '../words';
import type { FactDraft } from '../workbook';
import { beginProblems } from './beginProblems';
import { beginRun } from './beginRun';
import { dosesOf } from './dosesOf';
import { fillEnd } from './fillEnd';
import { inAll } from './inAll';
import { stepsFor } from './stepsFor';
import { numberOf } from './numberOf';
import { runEnv } from './runEnv';
import { runFacts } from './runFacts';
import type { Answer } from './run';
import { AT, choice, HERE, lay, mass } from '../testing/lay';

describe('doses by drops', () => {
  const dropMl = { value: 0.031, u: 0.001 };
  const bottle = define({
    entity: 'tool',
    id: 'dropper',
    name: 'Drop bottle',
    tool: 'dropBottle',
    fitsHeightMm: null,
    squeezeMl: dropMl,
    count: 1,
  });
  const room = (more: FactDraft[]) => Ledger.from(bodyRoom('integratedHead', 1, { more }));
  const { id, startedAt, ...choice } = startRun({
    method: 'countedDrops',
    squeezeMl: null,
    byScale: false,
    dosesMl: [3.1],
  });

  test('are counted by the drop as calibrated, in halves, and known as well as the count is', () => {
    const ledger = room([bottle]);
    const run = beginRun(ledger, choice, id, startedAt);
    const env = runEnv(ledger, run, AT)!;
    const loads = stepsFor(run, env).filter((step) => step.kind === 'load');
    expect(loads.map(numberOf)).toEqual([
      { value: 50, unit: 'drops' },
      { value: 50, unit: 'drops' },
    ]);
    const answers = Object.fromEntries(
      loads.map((step): [string, Answer] => [step.id, { kind: 'load', ml: 1.55, massG: null }]),
    );
    const [filled] = runFacts({ ...run, answers }, env, AT).filter((fact) => fact.kind === 'filled');
    expect(filled).toMatchObject({ by: 'drops', method: 'countedDrops' });
    // The calibration's 3.2 %, a twentieth a drop over 100 drops, two in a hundred miscounted.
    expect(filled!.ml.u).toBeCloseTo(3.1 * Math.hypot(0.001 / 0.031, 0.05 / 10, 0.02), 6);
  });

  test('without a calibration it is asked for, and no number of drops is made up', () => {
    const ledger = room([]);
    expect(beginProblems(ledger, choice).map(beginProblemWords)).toContainEqual(
      'Nobody knows what one drop gives: calibrate it in Inks, or type it.',
    );
    const run = beginRun(ledger, choice, id, startedAt);
    const loads = stepsFor(run, runEnv(ledger, run, AT)!).filter((step) => step.kind === 'load');
    expect(loads.map((step) => step.count)).toEqual([null, null]);
  });
});

/** One u of the empty mass of an integrated head that only its kind tells is 2.6 g: as much as a third of what it holds. */
describe('a body of which only the kind’s empty mass is known', () => {
  const OUT: FactDraft = { kind: 'fadedOrRanDry', cartridgeId: 'it', ranDry: true };
  const weighedAtBench = (more: FactDraft[], chambers = 1) => {
    const room = bodyRoom('integratedHead', chambers, {
      cartridge: { initial: 'unknown', emptyG: null },
      more: [HERE, ...more],
    });
    const run = {
      ...startRun({ method: 'spongeInjection' as const, inkBefore: null }),
      answers: { 'weigh-before': mass(31) },
      done: ['weigh-before'],
    };
    return { run, env: runEnv(Ledger.from(room), run, AT)! };
  };
  const poured = (more: FactDraft[], chambers?: number): number => {
    const { run, env } = weighedAtBench(more, chambers);
    return dosesOf(run, env).reduce((sum, { ml }) => sum + ml, 0);
  };

  test('that ran really out is empty, however heavy: it takes what it holds, weighed here first or at a weigh-in', () => {
    const { type } = weighedAtBench([OUT]).env.body;
    // 31 g is its empty mass and a rest of 0.3 ml; its full mass moves with it.
    expect(type.fullG).toBeCloseTo(31 - 0.3 * 1.05 + 9.5, 0);
    expect(poured([OUT])).toBeCloseTo(8.6, 1);
    expect(poured([OUT, weigh('it', 31)])).toBeCloseTo(poured([OUT]), 1);
    expect(poured([OUT], 3)).toBeCloseTo(poured([OUT]), 1);
  });

  test('of which nobody said a thing: what is safe is in, so it is done; the full mass of its kind is no target then', () => {
    const { run, env } = weighedAtBench([]);
    const target = (held: typeof env) => {
      const found = stepsFor(run, held).find(({ id }) => id === 'weigh-after-1');
      return found?.kind === 'weigh' ? found.targetG : undefined;
    };
    expect(target(env)).toBeCloseTo(31 + poured([]) * 1.05, 1);
    expect(target(weighedAtBench([OUT]).env)).toBeCloseTo(weighedAtBench([OUT]).env.body.type.fullG, 1);
  });

  test('of which nobody said a thing: no more than is safe, and the sum that is told is the one that is poured', () => {
    const { run, env } = weighedAtBench([]);
    const found = inAll(run, env);
    expect(found).toMatchObject({ by: 'doubt', poorTare: true, primeMl: 0 });
    expect(found.ml.value).toBeCloseTo(poured([]), 6);
    expect(found.ml.value).toBeLessThan(found.toTargetMl / 2);
    expect(inAllWords(found, true)).toMatch(
      /^In all 1\.\d\d ml and no more: what is inside is only known to ±\s5\sml\. If that is right, up to 35\.90 g \(full\) it would be 4\.\d\d ml\. A dry one/,
    );
  });
});

describe('what is told of the whole fill beside its first load', () => {
  const whole = (part: Parameters<typeof lay>[0] = {}, room: Parameters<typeof lay>[1] = {}) => {
    const { run, env } = lay(
      { answers: { 'weigh-before': mass(60) }, done: ['weigh-before'], ...part },
      room,
    );
    return { found: inAll(run, env), words: inAllWords(inAll(run, env), run.byScale) };
  };
  test('a dose of one’s own is the sum, and the bottle gives that much', () => {
    const { found, words } = whole({ dosesMl: [2] });
    expect(found).toMatchObject({ by: 'dose', ml: { value: 2 }, primeMl: 0 });
    expect(found.bottle).toEqual({ afterMl: 248, short: false });
    expect(words).toMatch(
      /^In all 2\.00 ml, as you set it; up to \d+\.\d\d g \(full\) it would be [\d.]+ ml\./,
    );
    expect(words).toContain('The bottle then holds 248 ml: 124 more fills like this.');
  });
  test('dry and new, without a scale: it is the hand that is not exact, not what is inside', () => {
    const type = { capacityMl: 180, fullG: 283, maxG: 283.5, emptyG: { value: 92, u: 0.1 } };
    const { run, env } = lay(
      { method: 'bagAdapter', occasion: 'first', byScale: false, scaleId: null },
      { construction: 'bag', type, cartridge: { initial: 'empty' } },
    );
    const found = inAll(run, env);
    expect(found).toMatchObject({ by: 'doubt', handU: expect.closeTo(0.02 * found.toTargetMl, 6) });
    expect(inAllWords(found, false)).toMatch(
      /and no more: the marks of a syringe tell so much only to ±\s[678]\sml\. If it is exact, up to full it would be/,
    );
    // On the scale the rest goes in by drops: nothing is held back.
    const weighed = { ...run, byScale: true, scaleId: 'scale', answers: { 'weigh-before': mass(100) } };
    expect(inAll(weighed, env).by).toBe('full');
  });
  test('a large one on the scale whose empty mass is a guess: the guess holds it back, no syringe’s marks', () => {
    const { found, words } = whole(
      { method: 'bagAdapter', answers: { 'weigh-before': mass(120) } },
      {
        construction: 'bag',
        type: { capacityMl: 180, fullG: 291, maxG: 291.5, emptyG: { value: 100, u: 3 } },
        cartridge: { initial: 'unknown', emptyG: null },
      },
    );
    expect(found).toMatchObject({ by: 'doubt', handU: 0 });
    expect(words).toMatch(
      /and no more: what is inside is only known to ±.*A dry one of its kind on the scale/,
    );
  });
  test('stopped at a bulge, it is not said that no more was safe', () => {
    const end = (share: number) => {
      const room = { construction: 'bag', cartridge: { initial: 'unknown', emptyG: null } } as const;
      const unweighed = { method: 'bagAdapter', byScale: false, scaleId: null, inkBefore: null } as const;
      const seen: FactDraft = { kind: 'fadedOrRanDry', cartridgeId: 'it', ranDry: true };
      const { run, env } = lay(unweighed, { ...room, more: [seen] });
      const [dose] = dosesOf(run, env);
      const poured: Answer = { kind: 'load', ml: share * dose!.ml, massG: null };
      return fillEnd({ ...run, answers: { 'load-0-0': poured }, done: ['load-0-0'] }, env);
    };
    expect(end(1)).toEqual({ code: 'heldBack' });
    expect(end(0.5)).toBeNull();
  });
  test('in parts until it takes no more: no sum is promised, and none was safe', () => {
    const parts = { contents: choice('parts'), 'load-0-0': { kind: 'load', ml: 4, massG: null } as Answer };
    const answers = { ...parts, 'room-1': choice('full') };
    const { run, env } = lay(
      { byScale: false, scaleId: null, answers, done: Object.keys(answers) },
      { cartridge: { initial: 'unknown' } },
    );
    expect(inAllWords(inAll(run, env), false)).toBe(
      'In small parts, with a look after each, until it takes no more.',
    );
    expect(fillEnd(run, env)).toBeNull();
  });
  test('to the target, with what a prime takes out again and what one gram a millilitre would add', () => {
    const { found, words } = whole();
    expect(found.by).toBe('full');
    expect(found.ml.value - found.primeMl).toBeCloseTo(found.toTargetMl, 6);
    expect(found.naiveMl / found.toTargetMl).toBeCloseTo(1.064, 3);
    expect(words).toMatch(/“1 g = 1 ml” would add [\d.]+ ml: [\d.]+ ml too many/);
  });
});
