import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { balance } from '@hiraeth/core/account';
import { bottleRemaining, inkNow, Ledger } from '@hiraeth/core/ledger';
import { CHECKS, CONSTRUCTION_DATA, runEnv, type CartridgeRun, type CheckCode } from '@hiraeth/core/bench';
import { CONSTRUCTIONS, FATES, typePreset, type Method } from '@hiraeth/core/workbook';
import { COVERAGE } from '@hiraeth/core/numeric';
import { densityByFills } from '@hiraeth/core/prepare';
import { between, bodyRoom, script, startRun } from '@hiraeth/core/testing';
import { makeChance } from '../random';
import { driveRun, type Hands } from '../testing/driveRun';
import { consequences, rehearsedMass } from './consequences';
import { IF_IGNORED } from './ifIgnored';

const RHO = 1.061;
const START = '2026-03-02T09:00:00.000Z';

const start = (method: Method, chambers: number, part: Partial<CartridgeRun> = {}): CartridgeRun =>
  startRun({
    method,
    bottleIds: ['bottle-cyan', 'bottle-magenta', 'bottle-yellow'].slice(0, chambers),
    inkBefore: null,
    ...part,
  });

const pairs = CONSTRUCTIONS.flatMap((construction) =>
  CONSTRUCTION_DATA[construction].methods.map((method) => [construction, method] as const),
);

test.each(pairs)(
  '%s by %s: ink is conserved through every school, abandoned runs too',
  (construction, method) => {
    const preset = typePreset(construction, 'standard');
    fc.assert(
      fc.property(
        fc.record({
          seed: fc.integer({ min: 1, max: 1e6 }),
          level: between(0.1, 0.6),
          fate: fc.constantFrom(...FATES),
          prime: fc.constantFrom('prime' as const, 'skip' as const, 'printer' as const),
          remains: fc.constantFrom('topUp' as const, 'drawOut' as const),
          reset: fc.constantFrom('before' as const, 'after' as const),
          over: fc.constantFrom(0, 0, 0.12),
          spillMl: fc.constantFrom(0, 0, 0.5),
          byScale: fc.boolean(),
          looks: fc.constantFrom<Hands['looks']>(
            {},
            { drip: 'tooFull' },
            { drip: 'plugProud', flow: 'none' },
            { tissue: 'missing1' },
            { look: 'gapSmall', recognised: 'notRecognised' },
          ),
          abandonAt: fc.option(fc.integer({ min: 3, max: 16 }), { nil: null }),
        }),
        ({ seed, level, fate, prime, remains, reset, over, spillMl, byScale, looks, abandonAt }) => {
          const chance = makeChance(seed);
          const chambers = construction === 'integratedHead' ? 3 : 1;
          const trueEmptyG = preset.emptyG.value + chance.normal(0, 0.2);
          const weighedEmpty = trueEmptyG + chance.normal(0, 0.05);
          const insideMl = level * preset.capacityMl;
          const facts = bodyRoom(construction, chambers, {
            schools: { remains, reset },
            emptyG: weighedEmpty,
          });
          // The ledger knows where it begins, as after a weigh-in.
          const begun = script(
            [
              {
                kind: 'weighed',
                what: 'cartridge',
                subjectId: 'it',
                massG: { value: trueEmptyG + insideMl * RHO, u: 0.0153 },
                purpose: 'weighIn',
              },
            ],
            '2026-03-02T08:00:00.000Z',
          );
          const hands: Hands = {
            fate,
            prime,
            clumsy: byScale ? 0.02 : 0.01,
            over,
            spillMl,
            looks,
            abandonAt,
          };
          const { ledger, run, truth } = driveRun(
            [...facts, ...begun],
            start(method, chambers, { byScale, inkBefore: { value: insideMl, u: 0.1 } }),
            hands,
            chance,
            RHO,
            trueEmptyG,
            insideMl,
          );
          const LATER = '2026-03-05T00:00:00.000Z';
          const ink = inkNow(ledger, 'it', LATER)!;
          const books = balance(ledger, 'printer', LATER)!;
          // By the books: what was there and came in is what went out and is there, but for what weighings corrected.
          expect(Math.abs(Math.max(0, books.onHandMl) - ink.value)).toBeLessThan(0.01);
          expect(Math.abs(books.gapMl)).toBeLessThan(
            0.15 * preset.capacityMl * (run.state === 'abandoned' ? 1 : 0) + 0.35 + books.gapU,
          );
          // Against nature.
          if (run.state !== 'abandoned' || byScale === false)
            expect(Math.abs(ink.value - truth.insideMl)).toBeLessThan(4 * ink.u + 0.35);
          for (const bottleId of run.bottleIds) {
            const left = bottleRemaining(ledger, bottleId)!.now;
            const out = truth.outMl[bottleId] ?? 0;
            // An abandoned run returns what is still in the syringe unsaid.
            expect(Math.abs(250 - left.value - out)).toBeLessThan(
              4 * Math.hypot(Math.sqrt(ledger.state.bottles.get(bottleId)?.outVar ?? 0), 0.3) +
                0.06 * Math.abs(out) +
                (construction === 'openTank' ? 0.2 * out : 0) +
                0.5,
            );
          }
        },
      ),
      { numRuns: 40 },
    );
  },
);

test('a clean rehearsal has no consequences; each usual mistake has its own, where it shows, with why', () => {
  const facts = bodyRoom('spongeReservoir', 1);
  const { run } = driveRun(
    facts,
    start('topSyringe', 1),
    { fate: 'bin', prime: 'prime', clumsy: 0, over: 0, spillMl: 0, abandonAt: null },
    makeChance(3),
    1.064,
    16,
    3,
  );
  // A rehearsal writes nothing: the ledger stands as it stood.
  const env = runEnv(Ledger.from(facts), run, START)!;
  const inks = [{ shade: 'cyan', inkClass: 'pigment' }];
  expect(consequences(run, env, inks)).toEqual([]);
  const slip = (part: Partial<CartridgeRun>, withInks = inks): string =>
    consequences({ ...run, ...part }, env, withInks)
      .map(({ where, what }) => `${where}: ${what}`)
      .join(' ');
  expect(slip({ skipped: ['vent'] })).toMatch(/printer: It prints a few sheets, then fades/);
  expect(slip({ skipped: ['plug'] })).toMatch(/rest: It weighs less after its rest/);
  expect(slip({ skipped: ['deburr', 'keeper-last'], done: [...run.done, 'keeper-back'] })).toMatch(
    /printer: It prints nothing in this channel\. .*printer: A channel clogs/,
  );
  expect(slip({ skipped: ['shut-outlet'] })).toMatch(/hands: Ink runs out of the outlet/);
  expect(slip({ foam: true })).toMatch(/printer: The prints start well, then show stripes/);
  expect(slip({ skipped: ['prime'] })).toMatch(/printer: The first sheet is blank/);
  expect(slip({ occasion: 'first', skipped: ['drink'] })).toMatch(/rest: It shows a dry patch/);
  expect(
    slip({ dosesMl: [40], answers: { ...run.answers, 'load-0-0': { kind: 'load', ml: 40, massG: null } } }),
  ).toMatch(/hands: It drips: about \d+\.\d ml too much/);
  expect(slip({}, [{ shade: 'magenta', inkClass: 'pigment' }])).toMatch(/prints magenta mixed in/);
  expect(slip({}, [{ shade: 'cyan', inkClass: 'dye' }])).toMatch(/nozzles of this channel clog/);
});

test('every answer that is not the good one has its consequence, and a good look afterwards takes it out of the world', () => {
  const ledger = Ledger.from(bodyRoom('integratedHead', 3));
  for (const check of Object.keys(CHECKS) as CheckCode[]) {
    const [good, ...wrong] = CHECKS[check].answers;
    for (const answer of wrong) {
      expect(IF_IGNORED[check][answer]?.what).toMatch(/\.$/);
      const run = start('spongeInjection', 3, {
        answers: { [`${check}-1`]: { kind: 'choice', choice: answer } },
      });
      const env = runEnv(ledger, run, '2026-03-02T09:00:00.000Z')!;
      const said = (one: CartridgeRun): boolean =>
        consequences(one, env, []).some(({ what }) => what.startsWith('If it went in like this'));
      expect(said(run)).toBe(true);
      expect(
        said({ ...run, answers: { ...run.answers, [`${check}-2`]: { kind: 'choice', choice: good! } } }),
      ).toBe(false);
    }
  }
});

test('a rehearsed head and its tank weigh together what the cartridge weighs, each with what went into it', () => {
  const facts = bodyRoom('twoPart');
  const run = start('twoPart', 1, { inkBefore: { value: 5, u: 0.1 } });
  const env = runEnv(Ledger.from(facts), run, START)!;
  const weighs = (part: Partial<CartridgeRun> = {}) => {
    const now = { ...run, ...part };
    return [
      rehearsedMass(now, env),
      rehearsedMass(now, env, 'head'),
      rehearsedMass(now, env, 'tank'),
    ] as const;
  };
  const [whole, head, tank] = weighs();
  expect(head + tank).toBeCloseTo(whole, 9);
  const load = (ml: number) => ({ kind: 'load' as const, ml, massG: null });
  const filled = weighs({ answers: { 'load-0-0': load(1.5), 'load-1-0': load(9) } });
  expect(filled[1] - head).toBeCloseTo(1.5 * 1.064, 2);
  expect(filled[2] - tank).toBeCloseTo(9 * 1.064, 2);
  const primed = weighs({
    answers: {
      'load-0-0': load(1.5),
      'prime-head': { kind: 'volume', ml: { value: 0.5, u: 0.1 }, fate: 'bin' },
    },
  });
  expect(primed[1] - head).toBeCloseTo(1.064, 2);
});

describe('a density that is off: 1.11 g/ml in the bottle, 1.064 in the workbook', () => {
  /** So many top-ups read from a syringe and weighed before and after, each of a body that was half empty. */
  const filledAt = (trueRho: number, part: Partial<CartridgeRun> = {}): Ledger => {
    const room = bodyRoom('spongeReservoir', 1);
    const fills = [1, 2, 3, 4, 5].flatMap((seed) => {
      const { ledger } = driveRun(
        room,
        start('topSyringe', 1, { inkBefore: { value: 3, u: 0.1 }, ...part }),
        { fate: 'bottle', prime: 'skip', clumsy: 0.015, over: 0, spillMl: 0, abandonAt: null },
        makeChance(seed),
        trueRho,
        16,
        3,
      );
      return ledger.facts.flatMap((fact) =>
        fact.kind === 'filled' ? [{ ...fact, id: `${fact.id}-${seed}` }] : [],
      );
    });
    return Ledger.from([...room, ...fills]);
  };

  test('is told by syringe and scale together after a few fills', () => {
    const { told, stated, fills, isOff } = densityByFills(filledAt(1.11), 'ink-cyan')!;
    expect([fills, stated.value, isOff]).toEqual([5, 1.064, true]);
    expect(Math.abs(told.value - 1.11)).toBeLessThan(COVERAGE * told.u);
    // One syringe's marks are not better than a hundredth, however often it is read.
    expect(told.u).toBeGreaterThan(0.01);
  });

  test('and one that is right is left alone', () => {
    const { told, isOff } = densityByFills(filledAt(1.064), 'ink-cyan')!;
    expect(isOff).toBe(false);
    expect(Math.abs(told.value - 1.064)).toBeLessThan(COVERAGE * told.u);
  });

  test('without a scale nothing is said', () => {
    expect(densityByFills(filledAt(1.11, { byScale: false }), 'ink-cyan')).toBeNull();
  });
});
