import { describe, expect, test } from '@jest/globals';
import { setClockRight, takeBack } from '../acts';
import { aheadOfClock, Ledger } from '../ledger';
import { fill, install, print, PRINTER, script, setUp, weigh } from '../testing';
import { makeStamp, type Fact, type FactDraft } from '../workbook';
import { metProblems } from './metProblems';

const NOW = Date.parse('2026-03-10T12:00:00.000Z');
const SINCE = '2026-03-02T00:00:00.000Z';
const begun = script([...setUp, weigh('cyan', 60), weigh('magenta', 60), install, print(3)]);
/** What one side enters by itself after both had the same. */
const side = (drafts: readonly FactDraft[], at: string): Fact[] => script(drafts, at);
const HERE = '2026-03-02T09:00:00.000Z';
const THERE = '2026-03-02T10:00:00.000Z';
/** What does not fit once they have met, by code, with how many entries each: the same whoever joins whom. */
function met(here: readonly Fact[], there: readonly Fact[]): readonly (readonly [string, number])[] {
  const [one, other] = [
    [...begun, ...here, ...there],
    [...begun, ...there, ...here],
  ].map((facts) => {
    const ledger = new Ledger();
    for (const fact of facts) ledger.add([fact]);
    return metProblems(ledger.snapshot(), SINCE, NOW).map(
      ({ problem, facts }) => [problem.code, facts.length] as const,
    );
  });
  expect(other).toEqual(one);
  return one!;
}
const empty: FactDraft = {
  kind: 'spilt',
  from: 'bottle',
  subjectId: 'bottle-cyan',
  ml: { value: 240, u: 1 },
};
const fine = side([weigh('cyan', 55), fill('cyan', 10), print(2)], HERE);

describe('what two devices said without knowing of each other', () => {
  test('nothing is odd about two sides that did different things', () => {
    expect(met(fine, side([weigh('magenta', 55), fill('magenta', 5), print(1)], THERE))).toEqual([]);
  });

  test('a bottle that was poured out here and filled from there holds too little', () => {
    expect(met(side([empty], HERE), side([fill('cyan', 40)], THERE))).toEqual([['bottleTooLittle', 1]]);
    // Either alone is nothing to ask about.
    expect(met(side([empty], HERE), [])).toEqual([]);
  });

  test('a cartridge that was put in on both sides stands where the later says, and it is said', () => {
    const into = (slotId: string): FactDraft => ({
      kind: 'installed',
      printerId: 'printer',
      into: [{ slotId, cartridgeId: 'cyan' }],
    });
    const out: FactDraft = { kind: 'removed', printerId: 'printer', cartridgeIds: ['cyan'] };
    const here = side([out, into('magenta')], HERE);
    const there = side([into('yellow')], THERE);
    expect(met(here, there)).toEqual([['seatedElsewhere', 1]]);
    const ledger = Ledger.from([...begun, ...here, ...there]);
    const stands = PRINTER.slots.filter(
      ({ id }) => ledger.state.printers.get('printer')!.slots.get(id)!.cartridgeId === 'cyan',
    );
    expect(stands.map(({ id }) => id)).toEqual(['yellow']);
    // Taken out first, it was meant to go there.
    expect(met(here, side([out, into('yellow')], THERE))).toEqual([]);
  });

  test('something taken back on one side and used on the other is one thing missing, and is there again by one press', () => {
    const bottle = begun.find((fact) => fact.kind === 'defined' && fact.entity.id === 'bottle-cyan')!;
    const gone = side(takeBack([bottle.id]), HERE);
    const there = side([fill('cyan', 4), fill('cyan', 5)], THERE);
    expect(met(gone, there)).toEqual([['unknownThing', 2]]);
    const [missing] = metProblems(Ledger.from([...begun, ...gone, ...there]).snapshot(), SINCE, NOW);
    expect(missing!.withdrawals).toEqual([gone[0]!.id]);
    expect(met([...gone, ...side(takeBack([gone[0]!.id]), '2026-03-03T09:00:00.000Z')], there)).toEqual([]);
  });

  test('of those that did not fit when they met; what is entered here afterwards is nobody else’s', () => {
    const two = [...side([empty], HERE), ...side([fill('cyan', 40)], THERE)];
    const moved: FactDraft = {
      kind: 'installed',
      printerId: 'printer',
      into: [{ slotId: 'yellow', cartridgeId: 'cyan' }],
    };
    const later = side([moved], '2026-03-04T09:00:00.000Z');
    const book = Ledger.from([...begun, ...two, ...later]).snapshot();
    expect(metProblems(book, SINCE, NOW).map(({ problem }) => problem.code)).toEqual([
      'bottleTooLittle',
      'seatedElsewhere',
    ]);
    const asked = new Set([two[1]!.id]);
    expect(metProblems(book, SINCE, NOW, asked).map(({ facts }) => facts)).toEqual([[two[1]]]);
    // Settled, nothing is left of it.
    const gone = Ledger.from([
      ...begun,
      ...two,
      ...later,
      ...side(takeBack([two[1]!.id]), '2026-03-05T09:00:00.000Z'),
    ]);
    expect(metProblems(gone.snapshot(), SINCE, NOW, asked)).toEqual([]);
  });

  test('only what came since is looked at, and what was confirmed is not asked again', () => {
    const two = [...side([empty], HERE), ...side([fill('cyan', 40)], THERE)];
    const ledger = Ledger.from([...begun, ...two]);
    expect(metProblems(ledger.snapshot(), '2026-03-02T10:30:00.000Z', NOW)).toEqual([]);
    const sure = side([{ ...fill('cyan', 40), confirmed: ['bottleTooLittle', 'overfill'] }], THERE);
    expect(met(side([empty], HERE), sure)).toEqual([]);
  });
});

describe('a clock that ran a year ahead', () => {
  const YEAR = 365 * 86_400_000;
  const later = side([weigh('cyan', 52), print(4)], '2027-03-09T12:00:00.000Z');
  /** This device's clock is right, and it knows of what was said with the wrong one. */
  const saidNow = (ledger: Ledger, drafts: readonly FactDraft[], now = NOW): readonly Fact[] =>
    makeStamp(
      { now: () => now },
      () => 0.5,
      () => ledger.recorded.greatest,
    )(drafts);

  test('what it said is taken back, corrected and defined anew by what is said later, whatever the clock says now', () => {
    const ledger = Ledger.from([...begun, ...later]);
    const wrong = later[0]!;
    const [taken] = saidNow(ledger, takeBack([wrong.id]));
    ledger.add([taken!]);
    expect(ledger.isVoided(wrong.id)).toBe(true);
    const [again] = saidNow(ledger, takeBack([taken!.id]));
    ledger.add([again!]);
    expect(ledger.isVoided(wrong.id)).toBe(false);
    const defined = (name: string): FactDraft => ({
      kind: 'defined',
      entity: { ...PRINTER, name },
    });
    ledger.add(side([defined('By the wrong clock')], '2027-03-09T13:00:00.000Z'));
    ledger.add(saidNow(ledger, [defined('Said after it')]));
    const name = () => {
      const found = ledger.context.entities.get('printer');
      return found?.entity === 'printer' ? found.name : null;
    };
    expect(name()).toBe('Said after it');
    // And so from the file, in whatever order.
    expect(Ledger.from([...ledger.recorded.values()].reverse()).context.entities.get('printer')).toEqual(
      ledger.context.entities.get('printer'),
    );
  });

  test('its entries are those that have not happened yet; set right they stand where they happened, once', () => {
    const ledger = Ledger.from([...begun, ...later]);
    expect(aheadOfClock(ledger, NOW).map(({ id }) => id)).toEqual(later.map(({ id }) => id));
    const { facts } = setClockRight(aheadOfClock(ledger, NOW), YEAR);
    ledger.add(saidNow(ledger, facts));
    expect(aheadOfClock(ledger, NOW)).toEqual([]);
    expect(ledger.facts.filter(({ kind }) => kind !== 'voided').slice(-2)).toMatchObject([
      { kind: 'weighed', at: '2026-03-09T12:01:00.000Z', replaces: later[0]!.id },
      { kind: 'printed', at: '2026-03-09T12:02:00.000Z', replaces: later[1]!.id },
    ]);
    expect(ledger.facts.filter(({ kind }) => kind === 'printed')).toHaveLength(2);
    // Five minutes are no other clock.
    const soon = (ms: number) => aheadOfClock({ facts: [{ ...later[1]!, at: iso(NOW + ms) }] }, NOW).length;
    expect([soon(299_000), soon(301_000)]).toEqual([0, 1]);
  });

  test('a clock that is right gives ids by its own time', () => {
    const ledger = Ledger.from(begun);
    const [first, second] = saidNow(ledger, [print(1), print(2)]);
    expect(first!.id.slice(0, 10)).toBe(side([print(1)], iso(NOW - 60_000))[0]!.id.slice(0, 10));
    expect(second!.id > first!.id).toBe(true);
  });
});

const iso = (ms: number): string => new Date(ms).toISOString();
