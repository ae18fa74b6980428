import { describe, expect, test } from '@jest/globals';
import { judgeRest, toGo } from '../bench';
import { bottleStock, foreignness, isNewAndDry, lastMovedAt, Ledger, massOff, printerInUse } from '../ledger';
import { holdsInk, isConverted } from '../prepare';
import { cartridge, define, fill, install, print, PRINTER, script, setUp, SHADES, weigh } from '../testing';
import { cartridgeView } from './cartridgeView';
import { missingPrints } from './missingPrints';
import { shelfState } from './shelfState';
import { teachesSwitch } from './teachesSwitch';

/** Each threshold of `docs/formulas.md`, just below and just above: what a person is told changes there, and nowhere else. */
describe('at its edge', () => {
  test.each([
    ['a bottle is called used up', bottleStock, [14.99, 15], ['last', 'low']],
    ['a bottle is low', bottleStock, [29.99, 30], ['low', 'plenty']],
    ['other ink is a trace', foreignness, [0.002, 0.0021], ['none', 'trace']],
    ['other ink is a warning', foreignness, [0.02, 0.0201], ['trace', 'mixed']],
    ['a drop is not to go any more', toGo, [0.05, 0.06], ['there', 'more']],
    ['it is over: stop', toGo, [-0.3, -0.31], ['there', 'over']],
    ['it is converted', isConverted, [0.97, 0.971], [false, true]],
    ['there is ink to draw out', holdsInk, [0.5, 0.51], [false, true]],
  ] as const)('%s', (_name, rule, values, are) => {
    expect((values as readonly number[]).map((value) => rule(value))).toEqual(are);
  });
});

const ink = { value: 20, source: 'weighed', mixes: [], contradiction: null } as never;
test('a sensor’s switch is learnt of ink that is known to ± 0.6 ml, and of none that is contradicted', () => {
  const known = (u: number, more: object = {}): boolean =>
    teachesSwitch({ ...(ink as object), u, ...more } as never);
  expect([known(0.306), known(0.307), known(0.1, { contradiction: { code: 'massOff' } })]).toEqual([
    true,
    false,
    false,
  ]);
  expect(teachesSwitch(null)).toBe(false);
});

const AT = '2026-03-03T12:00:00.000Z';
const room = (...facts: Parameters<typeof script>[0]): Ledger => Ledger.from(script([...setUp, ...facts]));
const shelf = (ledger: Ledger): string => shelfState(ledger, cartridgeView(ledger, 'cyan', AT)!);

test('on the shelf: rejected before all, then wet, then its rest, then full enough, else ink; dry is not empty', () => {
  expect(shelf(room(weigh('cyan', 90)))).toBe('ready');
  expect(shelf(room(weigh('cyan', 60)))).toBe('fill');
  expect(shelf(room(define({ ...cartridge('cyan', 'cyan'), initial: 'empty' })))).toBe('dry');
  expect(shelf(room(weigh('cyan', 90), { kind: 'looked', cartridgeId: 'cyan', found: 'drips' }))).toBe(
    'rejected',
  );
  // Rinsed before its first fill: it is told to dry, not that it is dry; and its mass is not its empty mass.
  const rinsed = room(define({ ...cartridge('cyan', 'cyan'), initial: 'empty' }), {
    kind: 'flushed',
    cartridgeId: 'cyan',
    chamber: 0,
    addedMl: 20,
    drawnMl: 18,
  });
  expect([shelf(rinsed), isNewAndDry(rinsed, 'cyan')]).toEqual(['wet', false]);
  const resting = room(weigh('cyan', 60), fill('cyan', 20));
  const at = (minutes: number): string =>
    new Date(Date.parse(resting.facts.at(-1)!.at) + minutes * 60_000).toISOString();
  const state = (minutes: number): string =>
    shelfState(resting, cartridgeView(resting, 'cyan', at(minutes))!);
  const rest = cartridgeView(resting, 'cyan', AT)!.body.type.restMinutes;
  expect([state(rest - 1), state(rest)]).toEqual(['rests', expect.not.stringMatching('rests')]);
  expect(isNewAndDry(resting, 'cyan')).toBe(false);
});

test('when it was moved: a weight, a fill, a shake and a change are all moves, and the last one counts', () => {
  const nothing = { agitatedAt: null, lastFillAt: null, lastWeighed: null, installedAt: null };
  expect(lastMovedAt(nothing)).toBeNull();
  const at = (day: number): string => `2026-03-0${day}T09:00:00.000Z`;
  const weighed = { at: at(4) } as never;
  expect(lastMovedAt({ ...nothing, agitatedAt: at(1), lastWeighed: weighed })).toBe(at(4));
  expect(lastMovedAt({ ...nothing, lastFillAt: at(5), lastWeighed: weighed })).toBe(at(5));
  expect(lastMovedAt({ ...nothing, installedAt: at(6), lastFillAt: at(5) })).toBe(at(6));
});

test('the printer that is spoken of is the one that printed last, and before any print the first', () => {
  const two = [define({ ...PRINTER, id: 'other', name: 'Other' })];
  expect(printerInUse(room(...two))?.id).toBe('printer');
  expect(printerInUse(room(...two, print(1), { ...print(1), printerId: 'other' } as never))?.id).toBe(
    'other',
  );
  // Nothing was printed yet: the one that something stands in, though another was set up before.
  const inOther = { ...install, printerId: 'other' } as typeof install;
  expect(printerInUse(room(define({ ...PRINTER, id: 'other', name: 'Other' }), inOther))?.id).toBe('other');
  expect(printerInUse(Ledger.from([]))).toBeUndefined();
});

test('a weight is far off from three doubts on, and never by less than half a millilitre: both ways', () => {
  const ledger = room(weigh('cyan', 80), install, print(60));
  const far = (offMl: number, u = 0.02): boolean => {
    const { expectedG } = massOff(ledger, 'cyan', { value: 80, u }, AT)!;
    return massOff(ledger, 'cyan', { value: expectedG.value + offMl * 1.064, u }, AT)!.far;
  };
  const { expectedG, u } = massOff(ledger, 'cyan', { value: 80, u: 0.02 }, AT)!;
  expect(u).toBeCloseTo(Math.hypot(expectedG.u, 0.02) / 1.064, 2);
  // Sixty sheets leave a doubt that three of which are more than half a millilitre.
  expect(3 * u).toBeGreaterThan(0.6);
  expect([far(-3.05 * u), far(-2.95 * u), far(2.95 * u), far(3.05 * u)]).toEqual([true, false, false, true]);
  // Just weighed, a drop on the wall is no contradiction.
  const still = room(weigh('cyan', 80));
  const expected = massOff(still, 'cyan', { value: 80, u: 0.001 }, AT)!.expectedG;
  const off = (ml: number): boolean =>
    massOff(still, 'cyan', { value: expected.value + ml * 1.064, u: 0.001 }, AT)!.far;
  expect([off(-0.45), off(-0.55), off(0.55)]).toEqual([false, true, true]);
  expect(massOff(room(), 'cyan', { value: 60, u: 0.1 }, AT)).toBeNull();
});

test('a rested mass is worth keeping as its own from over half a gram on either side, never one that leaked or has a target', () => {
  const isOwn = (restedG: number, afterG = restedG, targetG: number | null = null) =>
    judgeRest(
      {
        done: ['weigh-after-1', 'weigh-rested'],
        answers: {
          'weigh-after-1': { kind: 'mass', massG: { value: afterG, u: 0.02 }, at: AT },
          'weigh-rested': { kind: 'mass', massG: { value: restedG, u: 0.02 }, at: AT },
        },
      } as never,
      {
        body: { cartridge: { targetG }, type: { fullG: 90, chambers: 1 } },
        bottleDensity: [{ value: 1.06, u: 0.01 }],
      } as never,
    )!.isOwn;
  expect([isOwn(89.51), isOwn(89.49), isOwn(90.49), isOwn(90.51)]).toEqual([false, true, false, true]);
  expect([isOwn(88, 90), isOwn(88, 88, 88)]).toEqual([false, false]);
});

test('prints that explain a set fit; where one channel fell far more than the others they are named, though not well', () => {
  const ledger = room(...SHADES.map((id) => weigh(id, 85)), install);
  const set = (...goneMl: readonly number[]) =>
    SHADES.map((id, i) => ({
      cartridgeId: id,
      slotId: id,
      density: 1.06,
      expected: { value: 85, u: 0.2 },
      found: { value: 85 - 1.06 * goneMl[i]!, u: 0.02 },
    }));
  const even = missingPrints(ledger, 'printer', set(4, 4, 4), AT)!;
  const uneven = missingPrints(ledger, 'printer', set(1, 1, 10), AT)!;
  expect([even.fits, uneven.fits]).toEqual([true, false]);
  expect(uneven.misfit).toBeGreaterThan(even.misfit);
});

test.each([
  ['one channel alone fell: no print takes of one', [9, 0, 0], false],
  ['two of three fell: prints take of all', [9, 9, 0], false],
  ['the whole set stands higher than it was expected', [-4, -4, -4], false],
  ['all fell', [4, 4, 4], true],
])('%s', (_, gone, named) => {
  const ledger = room(...SHADES.map((id) => weigh(id, 85)), install);
  const set = SHADES.map((id, i) => ({
    cartridgeId: id,
    slotId: id,
    density: 1.06,
    expected: { value: 85, u: 0.2 },
    found: { value: 85 - 1.06 * gone[i]!, u: 0.02 },
  }));
  expect(missingPrints(ledger, 'printer', set, AT) !== null).toBe(named);
});
