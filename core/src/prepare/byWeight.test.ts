import { describe, expect, test } from '@jest/globals';
import { composition, inkNow, Ledger, mixesOf } from '../ledger';
import { fill, script, setUp, weigh } from '../testing';
import type { FactDraft } from '../workbook';
import { dilution } from './dilution';
import { dilutionFacts } from './dilutionFacts';
import { dryingTray } from './dryingTray';

test('the drying tray: who is weighed next, when each is ready, and which is dry; a fill takes it off', () => {
  const dry = (subjectId: string, value: number): FactDraft => ({
    kind: 'weighed',
    what: 'cartridge',
    subjectId,
    massG: { value, u: 0.0153 },
    scaleId: 'scale',
    purpose: 'drying',
  });
  const rinse = (cartridgeId: string): FactDraft => ({
    kind: 'flushed',
    cartridgeId,
    chamber: 0,
    addedMl: 9,
    drawnMl: 4,
  });
  // Worked example 4 on a body of 41.58 g: it falls towards its dry mass, a minute stands for half an hour.
  const falling = [46.12, 44.34, 43.31, 42.52, 42.09];
  const ledger = Ledger.from(
    script([
      ...setUp,
      rinse('cyan'),
      rinse('magenta'),
      ...falling.map((g) => dry('cyan', g)),
      rinse('yellow'),
      dry('yellow', 41.65),
    ]),
  );
  const at = '2026-03-01T12:00:00.000Z';
  const tray = dryingTray(ledger, ledger.facts, at);
  expect(tray.map(({ cartridgeId, state }) => [cartridgeId, state])).toEqual([
    ['cyan', 'drying'],
    ['magenta', 'tooFew'],
    ['yellow', 'dry'],
  ]);
  expect(tray[0]!.readyAt! > tray[0]!.weighings.at(-1)!.at).toBe(true);
  expect(tray[0]!.waterMl).toBeCloseTo(0.5, 0);
  expect(tray[1]!.waterMl).toBeCloseTo(5, 0);
  // Nor is what was thrown away waited for.
  ledger.add(
    script(
      [fill('yellow', 10), { kind: 'retired', what: 'cartridge', subjectId: 'cyan', reason: 'cracked' }],
      at,
    ),
  );
  expect(dryingTray(ledger, ledger.facts, at).map(({ cartridgeId }) => cartridgeId)).toEqual(['magenta']);
});

describe('diluting by weight', () => {
  const EMPTY = 41.58;
  const RHO = 1.064;
  const [id, bottle] = ['cyan', 'bottle-magenta'];
  const minute = (n: number): string =>
    new Date(Date.parse('2026-03-02T00:00:00.000Z') + n * 60_000).toISOString();
  const stageOf = (ledger: Ledger, n: number) => dilution(ledger, ledger.facts, id, bottle, 1.8, minute(n))!;
  /** Puts it on the scale, with so much ink in it. */
  function put(ledger: Ledger, n: number, ml: number): readonly FactDraft[] | string {
    const g = { value: EMPTY + ml * RHO, u: 0.0153 };
    const facts = dilutionFacts(ledger, stageOf(ledger, n), id, bottle, g, minute(n));
    if (typeof facts !== 'string') ledger.add(script(facts, minute(n)));
    return facts;
  }
  const room = (): Ledger => Ledger.from(script([...setUp, weigh('cyan', EMPTY + 12 * RHO)]));

  test('what moved follows from the masses; the old share is that of what was really left and added', () => {
    const ledger = room();
    const stages = [stageOf(ledger, 1).stage];
    // Drawn out to 2.4 ml, not to the 1.8 that was guessed; then 4.5 in, out to 2.0; 5.0 in, out to 2.1.
    const weighed = [2.4, 6.9, 2.0, 7.0, 2.1];
    weighed.forEach((ml, i) => {
      put(ledger, i + 1, ml);
      stages.push(stageOf(ledger, i + 1).stage);
    });
    expect(stages).toEqual(['drawOut', 'add', 'draw', 'add', 'draw', 'add']);
    const { rounds, oldShare } = stageOf(ledger, 9);
    expect(
      rounds.map((one) => [one.residualMl, one.addedMl, one.drawnMl!].map(({ value }) => value)),
    ).toEqual([
      [2.4, 4.5, 4.9].map((ml) => expect.closeTo(ml, 1) as unknown),
      [2.0, 5.0, 4.9].map((ml) => expect.closeTo(ml, 1) as unknown),
    ]);
    const truth = (2.4 / 6.9) * (2 / 7);
    expect(Math.abs(oldShare.value - truth)).toBeLessThan(2 * oldShare.u);
    expect(oldShare.u / oldShare.value).toBeLessThan(0.08);
    expect(inkNow(ledger, id, minute(9))!.value).toBeCloseTo(2.1, 1);
    // The log's own mixture says the same.
    const [mix] = mixesOf(ledger, id, minute(9));
    const inLog = composition(mix!).find(({ lot }) => lot === bottle)!.fraction;
    expect(1 - inLog).toBeCloseTo(oldShare.value, 6);
  });

  test.each([
    // What a needle leaves is not drawn out again: from 0.3 ml above it is.
    [2.05, 'add'],
    [2.15, 'drawOut'],
  ])('it begins with %d ml inside, of which 1.8 stay: %s', (ml, stage) => {
    const ledger = Ledger.from(script([...setUp, weigh('cyan', EMPTY + ml * RHO)]));
    expect(stageOf(ledger, 1).stage).toBe(stage);
  });

  test('a weight that went the wrong way is asked about, and nothing is recorded', () => {
    const ledger = room();
    expect(put(ledger, 1, 13)).toBe('heavier');
    put(ledger, 2, 2);
    expect(put(ledger, 3, 1.9)).toBe('lighter');
    put(ledger, 4, 6);
    expect(put(ledger, 5, 6.5)).toBe('heavier');
    expect(stageOf(ledger, 6)).toMatchObject({ stage: 'draw', rounds: [{ by: 'weight', drawnMl: null }] });
  });

  test('by the syringe alone it is the same rounds, with more doubt; another bottle’s are not counted', () => {
    const round: FactDraft = {
      kind: 'flushed',
      cartridgeId: id,
      chamber: 0,
      bottleId: bottle,
      addedMl: 4.5,
      drawnMl: 4.5,
    };
    const ledger = Ledger.from(script([...setUp, round, { ...round, bottleId: 'bottle-yellow' }, round]));
    const { oldShare, rounds, stage } = stageOf(ledger, 1);
    expect([rounds.length, stage]).toEqual([2, 'weigh']);
    expect(oldShare.value).toBeCloseTo((1.8 / 6.3) ** 2, 6);
    expect(oldShare.u / oldShare.value).toBeGreaterThan(0.3);
    expect(dilution(ledger, ledger.facts, 'nobody', bottle, 1.8, minute(1))).toBeUndefined();
  });
});
