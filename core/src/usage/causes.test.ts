import { describe, expect, test } from '@jest/globals';
import { type CauseRow } from './cause';
import { NO_SWING, swingVariance } from './blackSwing';
import { CauseFilter } from './causes';
import { LEAK } from './leak';

const NOTHING = new CauseFilter().keep();

test('what is known before a weigh-in adds up: a leak, a zero that was wrong the time before, cleanings that nobody logs', () => {
  const filter = CauseFilter.revive({
    ...NOTHING,
    leaks: [
      {
        cartridgeId: 'it',
        slotId: 's',
        probability: 0.9,
        mlPerDay: { value: 0.2, u: 0.02 },
        since: '2026-01-01',
      },
    ],
    zero: { probability: 0.9, g: { value: 2, u: 0.1 } },
    // Eight in sixty days and the twenty before anything was seen: one in ten days.
    cleanings: { count: 8, days: 60, evidence: 9 },
  });
  const { ml, variance } = filter.expected('it', 10, 0.4);
  // 0.9·0.2·10 + 0.9·2/1.06 + 0.1·10·0.4.
  expect(ml).toBeCloseTo(1.8 + 1.69811 + 0.4, 4);
  // Each as a mixture with none of it: p·u² + p(1−p)·a², times its unit squared; cleanings come as they like.
  expect(variance).toBeCloseTo(
    (0.9 * 0.02 ** 2 + 0.09 * 0.2 ** 2) * 100 + (0.9 * 0.1 ** 2 + 0.09 * 4) / 1.06 ** 2 + 0.16,
    6,
  );
  // Another cartridge in its place does not leak.
  expect(filter.expected('another', 10, 0.4).ml).toBeCloseTo(1.69811 + 0.4, 4);
});

test('cleanings that were suspected once, and long since are as good as none, leave every cause its probability', () => {
  const filter = CauseFilter.revive({ ...NOTHING, cleanings: { count: 1e-18, days: 60, evidence: 9 } });
  const row = (slotId: string, usedMl: number): CauseRow => ({
    slotId,
    cartridgeId: slotId,
    black: null,
    days: 14,
    toldMl: 5,
    usedMl,
    own: 0.09,
    shared: 0.2,
    alike: 0.1,
    cleaningMl: 0.4,
    perDm2: new Map([['a', 0.04]]),
    dm2: new Map([['a', 100]]),
    ifLeaking: { toldMl: 5, own: 0.2, perDay: LEAK },
  });
  for (const from of ['2026-01-01', '2026-01-15']) {
    const { causes } = filter.take([row('cyan', 5.1), row('yellow', 4.9)], from);
    expect(causes.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 9);
    expect(causes[0]!.code).toBe('asForetold');
  }
});

describe('two blacks that papers share out', () => {
  const row = (slotId: string, black: CauseRow['black'], offMl: number, dm2: number): CauseRow => ({
    slotId,
    cartridgeId: slotId,
    black,
    days: 14,
    toldMl: 5,
    usedMl: 5 + offMl,
    own: 0.09,
    shared: 0.2,
    alike: 0.1,
    cleaningMl: 0.4,
    perDm2: new Map([['a', 0.04]]),
    dm2: new Map([['a', dm2]]),
    ifLeaking: { toldMl: 5, own: 0.2, perDay: LEAK },
  });
  /** Photo black drew so much more, matte black so much less; each met so much of what was logged. */
  const weighIn = (offMl: number, photo = 100, matte = 100): readonly CauseRow[] => [
    row('cyan', null, 0, 100),
    row('pk', 'photo', offMl, photo),
    row('mk', 'matte', -offMl, matte),
    row('yellow', null, 0.1, 100),
  ];

  test('swing while no paper is said: as far as weigh-ins show, and no more than two without any would say', () => {
    const filter = new CauseFilter();
    const { causes, taught } = filter.take(weighIn(3.2), '2026-01-01');
    expect([causes[0]!.code, causes[0]!.slotId]).toEqual(['otherBlack', 'pk']);
    // 4 ml of prints in either: 0.8 of them were on the other paper.
    expect(causes[0]!.amount.value).toBeCloseTo(0.8, 1);
    expect(causes[0]!.ml).toBeCloseTo(3.2, 1);
    // Taken out of what is learnt, up in the one and down in the other.
    expect(taught[1]!.shift.ml).toBeCloseTo(3.2, 1);
    expect(taught[2]!.shift.ml).toBeCloseTo(-3.2, 1);
    expect(taught[0]!.shift.ml).toBe(0);
    const { swing } = filter;
    expect([swing.slotIds, swing.weighIns]).toEqual([['pk', 'mk'], 1]);
    expect(swingVariance(swing, 'pk', 10)).toBeCloseTo((swing.squares / 3) * 100, 9);
    expect(swingVariance(swing, 'cyan', 10)).toBe(0);
    filter.take(weighIn(0), '2026-01-15');
    expect(filter.swing.weighIns).toBe(2);
    expect(filter.swing.squares).toBeCloseTo(swing.squares, 9);
  });

  test('do so no more once every paper is said, or somebody says that it is not that', () => {
    const swung = (): CauseFilter => {
      const filter = new CauseFilter();
      filter.take(weighIn(3.2), '2026-01-01');
      return filter;
    };
    const said = swung();
    // What took photo black did not meet the other: forty and sixty are all of it.
    said.take(weighIn(0.1, 40, 60), '2026-01-15');
    expect(said.swing).toEqual(NO_SWING);
    const denied = swung();
    denied.deny('otherBlack', undefined);
    expect(denied.swing).toEqual(NO_SWING);
  });

  test('with every paper said it takes more to be said of them: a wrong paper, not a habit', () => {
    const first = (photo: number, matte: number) =>
      new CauseFilter()
        .take(weighIn(0.55, photo, matte), '2026-01-01')
        .causes.find(({ code }) => code === 'otherBlack')!.probability;
    expect(first(100, 100)).toBeGreaterThan(2 * first(50, 50));
  });

  test('a printer with one black knows no such cause', () => {
    const rows = weighIn(3.2).map((one) => ({ ...one, black: null }));
    expect(new CauseFilter().take(rows, '2026-01-01').causes.map(({ code }) => code)).not.toContain(
      'otherBlack',
    );
  });
});

describe('a kind of picture that was logged as another', () => {
  const PER_DM2 = { day: [0.05, 0.01, 0.02], night: [0.01, 0.05, 0.04] } as const;
  const rows = (share: number, dm2 = 100): readonly CauseRow[] =>
    [0, 1, 2].map((i) => ({
      slotId: `s${i}`,
      cartridgeId: `s${i}`,
      black: null,
      days: 14,
      toldMl: 100 * PER_DM2.day[i]!,
      usedMl: 100 * (PER_DM2.day[i]! + share * (PER_DM2.night[i]! - PER_DM2.day[i]!)),
      own: 0.04,
      shared: 0.1,
      alike: 0.1,
      cleaningMl: 0.4,
      perDm2: new Map([
        ['day', PER_DM2.day[i]!],
        ['night', PER_DM2.night[i]!],
      ]),
      dm2: new Map([['day', dm2]]),
      ifLeaking: { toldMl: 1, own: 0.2, perDay: LEAK },
    }));
  const first = (share: number) => new CauseFilter().take(rows(share), '2026-01-01').causes[0]!;

  test('is named with what it was instead, and how much of it', () => {
    const found = first(0.9);
    expect([found.code, found.subjectId, found.insteadId]).toEqual(['otherKind', 'day', 'night']);
    expect(found.amount.value).toBeCloseTo(0.9, 1);
    expect(first(0).code).toBe('asForetold');
  });

  test('less of a kind than none of it was no other kind, and nothing of it is left out of what is learnt', () => {
    expect(first(-0.9).code).not.toBe('otherKind');
    for (const { shift } of new CauseFilter().take(rows(0.9), '2026-01-01').taught) expect(shift.ml).toBe(0);
  });
});
