import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { balance } from '../../account';
import { addExposure, listOf, NO_EXPOSURE } from '../../exposure';
import { cartridgeTotals, livesOf } from '../../report';
import { between, cartridge, define, fill, install, print, script, setUp, TYPE, weigh } from '../../testing';
import { coefficientPerDm2 } from '../../usage';
import type { FactDraft } from '../../workbook';
import { bottleRemaining } from '../read/bottleRemaining';
import { cartridgeOf, inkNow, mixesOf, openWalk } from '../read/inkNow';
import { composition } from '../read/lots';
import { Ledger } from '../Ledger';
import { modelOf } from '../read/models';
import { padMl } from '../read/padMl';
import { scaleFor } from '../read/scaleFor';

const AT = '2026-03-03T00:00:00.000Z';
const out: FactDraft = { kind: 'removed', printerId: 'printer', cartridgeIds: ['cyan'] };
const into: FactDraft = {
  kind: 'installed',
  printerId: 'printer',
  into: [{ slotId: 'cyan', cartridgeId: 'cyan' }],
};
const draw = (ml: number, fate: 'bin' | 'bottle' | 'cartridge' = 'bin'): FactDraft => ({
  kind: 'drawnOut',
  cartridgeId: 'cyan',
  chamber: 0,
  ml: { value: ml, u: 0.1 },
  fate,
  ...(fate === 'bottle' ? { bottleId: 'bottle-cyan' } : {}),
});
const fold = (...facts: FactDraft[]): Ledger =>
  Ledger.from(script([...setUp, weigh('cyan', 63.42), ...facts]));
const ink = (ledger: Ledger, id = 'cyan') => inkNow(ledger, id, AT)!;
const state = (ledger: Ledger, id = 'cyan') => cartridgeOf(ledger, id)!;
const last = (ledger: Ledger) => livesOf(ledger, AT).get('cyan')!.at(-1)!;
const used = (ledger: Ledger) => cartridgeTotals(ledger, 'cyan', AT).usedMl;
const lots = (ledger: Ledger, id = 'cyan') =>
  mixesOf(ledger, id, AT).map((mix) => composition(mix).map((share) => share.lot));
const exposureOf = (ledger: Ledger) =>
  openWalk(ledger, 'cyan', AT)!.draws.reduce((sum, draw) => addExposure(sum, draw.exposure), NO_EXPOSURE);

describe('what a fact does to the ink inside', () => {
  test.each<[string, FactDraft[], number]>([
    ['a fill', [fill('cyan', 10)], 30.53],
    ['drawn out to the bin', [draw(5)], 15.53],
    ['drawn out and put back in', [draw(5, 'cartridge')], 20.53],
    ['primed away', [{ kind: 'primed', cartridgeId: 'cyan', ml: { value: 1, u: 0.1 }, fate: 'bin' }], 19.53],
    ['spilt', [{ kind: 'spilt', from: 'cartridge', subjectId: 'cyan', ml: { value: 2, u: 0.5 } }], 18.53],
    [
      'spilt from the bottle',
      [{ kind: 'spilt', from: 'bottle', subjectId: 'bottle-cyan', ml: { value: 2, u: 0.5 } }],
      20.53,
    ],
    [
      'flushed through',
      [{ kind: 'flushed', cartridgeId: 'cyan', chamber: 0, addedMl: 6, drawnMl: 8 }],
      18.53,
    ],
    ['another’s fill', [fill('magenta', 10)], 20.53],
    ['a note', [{ kind: 'noted', text: 'x' }], 20.53],
  ])('%s', (_name, facts, ml) => expect(ink(fold(...facts)).value).toBeCloseTo(ml, 1));

  test('by hand the doubt grows, by weight it shrinks again', () => {
    const before = ink(fold());
    const filled = ink(fold(fill('cyan', 10)));
    expect(filled.u).toBeGreaterThan(before.u);
    expect(filled.source).toBe('syringe');
    const weighed = ink(fold(fill('cyan', 10), weigh('cyan', 74.06)));
    expect(weighed.source).toBe('weighed');
    expect(weighed.u).toBeLessThan(0.25);
  });

  test('ink is conserved by every fact: bottle and cartridge together lose what went to the bin', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.oneof(
            between(0.5, 6).map((ml) => fill('cyan', ml)),
            between(0.5, 6).map((ml) => fill('cyan', ml, { leftover: { ml: 0.4, fate: 'bin' } })),
            between(0.1, 1).map((ml) => draw(ml, 'bottle')),
            between(0.1, 1).map((ml) => draw(ml, 'bin')),
          ),
          { maxLength: 8 },
        ),
        (facts) => {
          const ledger = fold(...facts);
          const binned = facts.reduce((sum, fact) => {
            if (fact.kind === 'drawnOut' && fact.fate === 'bin') return sum + fact.ml.value;
            return fact.kind === 'filled' && fact.leftover ? sum + fact.leftover.ml : sum;
          }, 0);
          const bottle = bottleRemaining(ledger, 'bottle-cyan')!.now.value;
          expect(ink(ledger).value + bottle + binned).toBeCloseTo(20.526 + 250, 2);
        },
      ),
    );
  });
});

describe('use', () => {
  test('is what the masses say between two weighings in a printer; nothing printed, it is a leak', () => {
    const printed = fold(install, print(30), weigh('cyan', 58));
    expect(last(printed).used!.value).toBeCloseTo((63.42 - 58) / 1.064, 2);
    expect([used(printed), last(printed).flag]).toEqual([expect.closeTo(5.09, 1), null]);
    const leaked = fold(weigh('cyan', 62));
    expect([last(leaked).flag, used(leaked)]).toEqual(['leak', 0]);
    expect(balance(leaked, 'printer', AT)!.leakedMl).toBeCloseTo(1.33, 1);
    expect(last(fold(weigh('cyan', 66))).flag).toBe('heavier');
    expect(last(fold(weigh('cyan', 63.41))).flag).toBeNull();
  });

  test('far from what was expected is flagged, and not learnt from', () => {
    const months = Array.from({ length: 8 }, (_, i) => [
      print(20),
      weigh('cyan', 63.42 - (i + 1) * 1.5),
    ]).flat();
    const odd = fold(install, ...months, print(20), weigh('cyan', 42));
    expect(last(odd).flag).toBe('surprise');
    expect(coefficientPerDm2(modelOf(odd, 'printer')!, 'cyan', 'any').value).toBeLessThan(0.02);
  });

  test('what stands on the shelf uses nothing; each stay counts from its own beginning', () => {
    const shelved = fold(install, print(10), out, print(500));
    expect(exposureOf(shelved).areas[0]!.dm2).toBeCloseTo(10 * 2.97 * 4.2, 6);
    const back = fold(install, print(10), out, print(500), into, print(3));
    expect(exposureOf(back).areas[0]!.dm2).toBeCloseTo(13 * 2.97 * 4.2, 6);
    expect(state(shelved).seat).toBeNull();
    expect(state(shelved).outSince).not.toBeNull();
  });

  test('one change primes every channel, a cleaning of some channels only those', () => {
    const ledger = fold(
      install,
      { kind: 'cleaned', printerId: 'printer', level: 'light', slotIds: ['magenta'] },
      { kind: 'cleaned', printerId: 'printer', level: 'deep' },
    );
    expect(exposureOf(ledger)).toMatchObject({ change: 1, deep: 1, light: 0 });
    expect(padMl(ledger, 'printer')).toBeCloseTo(3 * 0.8 + 0.4 + 3 * 1.6, 6);
    const reset = fold(install, { kind: 'padReset', printerId: 'printer' });
    expect(padMl(reset, 'printer')).toBe(0);
  });

  test('a tri-colour body’s mass is the sum of its chambers, each with its own lots', () => {
    const head = { ...TYPE, id: 'head', chambers: 3, capacityMl: 18 };
    const ledger = Ledger.from(
      script([
        ...setUp,
        define(head),
        define(cartridge('tri', 'cyan', { typeId: 'head', shades: ['cyan', 'magenta', 'yellow'] })),
        weigh('tri', 41.58),
        ...['cyan', 'magenta', 'yellow'].map((shade, chamber) =>
          fill('tri', 4, { chamber, bottleId: `bottle-${shade}` }),
        ),
        weigh('tri', 41.58 + 12 * 1.064),
      ]),
    );
    expect(ink(ledger, 'tri').value).toBeCloseTo(12, 6);
    expect(lots(ledger, 'tri')).toEqual([['bottle-cyan'], ['bottle-magenta'], ['bottle-yellow']]);
  });
});

describe('evidence other than mass', () => {
  const seen = (fraction: number): FactDraft => ({
    kind: 'levelSeen',
    cartridgeId: 'cyan',
    fraction,
    u: 0.06,
  });
  test('a level seen hardly moves what was just weighed, and places what nobody knew', () => {
    expect(ink(fold(seen(0.3))).value).toBeGreaterThan(20);
    const unknown = Ledger.from(script([...setUp, { ...seen(0.5), cartridgeId: 'magenta' } as FactDraft]));
    expect(ink(unknown, 'magenta')).toMatchObject({
      value: expect.closeTo(23.5, 1),
      u: expect.closeTo(2.8, 1),
      source: 'sight',
    });
  });

  test('more evidence never widens the doubt', () => {
    fc.assert(
      fc.property(fc.array(between(0.05, 0.95), { minLength: 1, maxLength: 5 }), (levels) => {
        let before = Infinity;
        for (let n = 0; n <= levels.length; n++) {
          const { u } = ink(fold(...levels.slice(0, n).map(seen)));
          // A volume that came out larger carries its density's doubt along.
          expect(u).toBeLessThanOrEqual(before * 1.001 + 1e-9);
          before = u;
        }
      }),
      { numRuns: 25 },
    );
  });

  test('a print that faded caps it at the reserve; one that ran dry is kept in its life', () => {
    const dry = fold(install, print(5), { kind: 'fadedOrRanDry', cartridgeId: 'cyan', ranDry: true });
    expect(ink(dry).value).toBeLessThan(3.5);
    expect(state(dry).ranDry).toBe(1);
    expect(used(dry)).toBeGreaterThan(15);
  });
});

describe('rinsing and drying', () => {
  test('water is a lot of its own; dry, nothing is inside, and the ink that left is accounted for', () => {
    const drying = (g: number): FactDraft => ({
      kind: 'weighed',
      what: 'cartridge',
      subjectId: 'cyan',
      massG: { value: g, u: 0.0153 },
      purpose: 'drying',
    });
    const wet = fold(draw(20), drying(43.58));
    expect(lots(wet)).toEqual([['flush']]);
    expect(ink(wet).value).toBeCloseTo(2, 6);
    const dry = fold(draw(20), drying(43.58), drying(41.6));
    expect(ink(dry).value).toBeCloseTo(0.02, 6);
    expect(lots(dry)).toEqual([[]]);
    const books = balance(dry, 'printer', AT)!;
    expect(books.startMl - books.drawnOutMl).toBeCloseTo(books.onHandMl, 6);
  });

  test('rounds of dilution in the ledger are worked example 5', () => {
    const round: FactDraft = {
      kind: 'flushed',
      cartridgeId: 'cyan',
      chamber: 0,
      addedMl: 4.5,
      drawnMl: 4.5,
      bottleId: 'bottle-magenta',
    };
    const left = [1, 2, 3].map((n) => {
      const ledger = fold(draw(20.526 - 1.8), ...Array.from({ length: n }, () => round));
      return (
        1 -
        (composition(mixesOf(ledger, 'cyan', AT)[0]!).find((share) => share.lot === 'bottle-magenta')
          ?.fraction ?? 0)
      );
    });
    expect(left.map((fraction) => (100 * fraction).toFixed(1))).toEqual(['28.6', '8.2', '2.3']);
  });
});

test('definitions hold at all times: a corrected empty mass corrects every volume before it', () => {
  const ledger = fold();
  const before = ink(ledger).value;
  ledger.add(
    script(
      [define(cartridge('cyan', 'cyan', { emptyG: { value: 40.58, u: 0.05 } }))],
      '2026-03-02T00:00:00.000Z',
    ),
  );
  expect(ink(ledger).value).toBeCloseTo(before + 1 / 1.064, 6);
  ledger.add(
    script(
      [{ kind: 'densityMeasured', inkId: 'ink-cyan', density: { value: 1.03, u: 0.002 }, points: [] }],
      '2026-03-02T01:00:00.000Z',
    ),
  );
  expect(ink(ledger).value).toBeCloseTo((63.42 - 40.58) / 1.03, 6);
});

test('ports follow what was done: the printer pierces a seal, takes the keeper off', () => {
  const sealed = Ledger.from(
    script([
      ...setUp,
      define({ ...TYPE, id: 'sealed', outletSeal: true }),
      define(cartridge('new', 'cyan', { typeId: 'sealed', initial: 'empty' })),
      { kind: 'portChanged', cartridgeId: 'new', ports: { keeper: 'on', vent: 'open' } },
    ]),
  );
  expect(state(sealed, 'new').ports).toMatchObject({ seal: 'intact', keeper: 'on', plug: 'in' });
  sealed.add(
    script(
      [{ kind: 'installed', printerId: 'printer', into: [{ slotId: 'cyan', cartridgeId: 'new' }] }],
      '2026-03-02T00:00:00.000Z',
    ),
  );
  expect(state(sealed, 'new').ports).toMatchObject({ seal: 'pierced', keeper: 'off', vent: 'open' });
});

test('the scale a weight was read on: the finest that can carry it, else the largest', () => {
  const big = define({
    entity: 'scale',
    id: 'big',
    name: 'Kitchen',
    capacityG: 2000,
    resolutionG: 1,
    repeatabilityG: 1,
  });
  const book = fold(big);
  expect([60, 300, 9000].map((g) => scaleFor(book, g)?.id)).toEqual(['scale', 'big', 'big']);
  expect(scaleFor(new Ledger(), 5)).toBeUndefined();
});

test('a gauge read every minute while nothing prints makes no stay a minute, and no time is lost', () => {
  const read: FactDraft = {
    kind: 'gaugeRead',
    printerId: 'printer',
    slotId: 'cyan',
    fraction: 0.8,
    by: 'network',
  };
  const ledger = fold(install, print(2), ...Array.from({ length: 150 }, () => read), print(3), read);
  const stays = listOf(state(ledger).happenings).flatMap((one) => (one.type === 'stay' ? [one] : []));
  expect(stays.length).toBeLessThan(6);
  stays.slice(1).forEach((stay, i) => {
    expect([stay.from, stay.fromPosition]).toEqual([stays[i]!.to, stays[i]!.toPosition]);
  });
  const [first, last] = [stays[0]!, stays.at(-1)!];
  expect(last.to).toBe(ledger.facts.at(-1)!.at);
  // The change itself, and two prints.
  expect(last.toPosition - first.fromPosition).toBe(3);
});
