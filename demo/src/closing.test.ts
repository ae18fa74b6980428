import { expect, test } from '@jest/globals';
import { checkFact } from '@hiraeth/core/check';
import { closeBefore } from '@hiraeth/core/closing';
import { printerCost } from '@hiraeth/core/cost';
import { cartridgeLives } from '@hiraeth/core/advice';
import { reprofile } from '@hiraeth/core/colour';
import { dueItems } from '@hiraeth/core/due';
import { all, Ledger } from '@hiraeth/core/ledger';
import { headAdvice } from '@hiraeth/core/nozzle';
import { inkLasts, ordersFor, type Order } from '@hiraeth/core/plan';
import { report } from '@hiraeth/core/report';
import { makeStamp, parseWorkbook, serializeWorkbook, type Fact } from '@hiraeth/core/workbook';
import { makeDemo } from './makeDemo';

const AT = '2026-11-24T18:00:00.000Z';
/** Everything up to here is closed. */
const CUT = '2026-04-01T00:00:00.000Z';
const { facts } = makeDemo(AT);
const whole = Ledger.from(facts);
const upTo = (at: string): Fact[] => whole.facts.filter((fact) => fact.at <= at);

/** The next workbook as it is kept: written to a file, and read. */
function next(cut = CUT): Fact[] {
  const { kept, carried } = closeBefore(Ledger.from(upTo(cut)).snapshot(), whole.facts, cut, 'Aberlanw');
  const stamp = makeStamp(
    { now: () => Date.parse(AT) },
    () => 0.5,
    () => whole.recorded.greatest,
  );
  const parsed = parseWorkbook(serializeWorkbook([...kept, ...stamp([carried])], AT));
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problem));
  return [...parsed.value.facts];
}
const live = next();
const liveAt = (at: string): Fact[] => live.filter((fact) => fact.at <= at);

test('a year that is closed takes nothing along but balances: the log is shorter, and nothing in it is odd', () => {
  expect(live.length).toBeLessThan(0.75 * facts.length);
  const kinds = new Set(live.filter(({ at }) => at < CUT).map(({ kind }) => kind));
  for (const kind of ['printed', 'installed', 'cleaned', 'gaugeRead', 'primed'])
    expect([...kinds]).not.toContain(kind);
  expect(Ledger.from(live).snapshot().aside).toEqual([]);
  const before = new Set(report(facts, AT).problems.map(({ factId }) => factId));
  expect(
    report(live, AT).problems.filter(({ factId, severity }) => severity === 'error' && !before.has(factId)),
  ).toEqual([]);
});

test('the moment after, everything holds what it held: ink, lots, fills, bottles, the pad, chips and seats', () => {
  const then = report(upTo(CUT), CUT);
  const now = report(liveAt(CUT), CUT);
  for (const cartridge of then.cartridges) {
    const same = now.cartridges.find(({ id }) => id === cartridge.id)!;
    expect([same.printer, same.slot, same.fills, same.lastWeighed]).toEqual([
      cartridge.printer,
      cartridge.slot,
      cartridge.fills,
      cartridge.lastWeighed,
    ]);
    if (cartridge.inkMl === null) expect(same.inkMl).toBeNull();
    else {
      expect(same.inkMl).toBeCloseTo(cartridge.inkMl, 6);
      expect(same.u! / cartridge.u!).toBeGreaterThan(0.98);
      expect(same.u! / cartridge.u!).toBeLessThan(1.05);
    }
    const parts = (of: typeof same.composition) => new Map(of.map(({ lot, fraction }) => [lot, fraction]));
    for (const [lot, fraction] of parts(cartridge.composition))
      expect(parts(same.composition).get(lot) ?? 0).toBeCloseTo(fraction, 3);
    if (cartridge.priceMinorPerMl !== null)
      expect(same.priceMinorPerMl).toBeCloseTo(cartridge.priceMinorPerMl, 3);
  }
  expect(now.bottles).toEqual(then.bottles);
  for (const [i, printer] of then.printers.entries()) {
    const same = now.printers[i]!;
    expect(same.copies).toBe(0);
    // Bought to last: only what is left of its life is borne here.
    expect(same.refill.minor ?? 0).toBeCloseTo(0, 6);
    expect(same.advice.map(({ code }) => code)).toEqual(printer.advice.map(({ code }) => code));
  }
});

test.each(['2026-04-01', '2026-08-15', '2026-11-20'])(
  'the moment after %s, what is due, to be ordered, profiled or retired is what it was: nothing was forgotten that it goes by',
  (day) => {
    const cut = `${day}T00:00:00.000Z`;
    const then = Ledger.from(upTo(cut)).snapshot();
    const now = Ledger.from(next(cut).filter(({ at }) => at <= cut)).snapshot();
    // How channels of a printer share an ink is learnt anew: orders move a fifth of their time; they come for the same inks, at the
    // same pace.
    const paces = (book: typeof then) =>
      inkLasts(book, cut).map(({ ink, perMonth, left }) => [
        ink.id,
        perMonth.toFixed(4),
        left.value.toFixed(4),
      ]);
    expect(paces(now).sort()).toEqual(paces(then).sort());
    const pressing = (book: typeof then): string[] =>
      dueItems(book, cut, 0).flatMap(({ id }) => (id.startsWith('order/') ? [] : [id]));
    expect(pressing(now).sort()).toEqual(pressing(then).sort());
    for (const { id } of all(then.context, 'printer')) {
      expect(cartridgeLives(now, id)).toEqual(cartridgeLives(then, id));
      expect(headAdvice(now, id, cut)?.act).toBe(headAdvice(then, id, cut)?.act);
      const { verdict, why } = reprofile(then, id, cut);
      expect(reprofile(now, id, cut)).toMatchObject({ verdict, why: why.map(({ code }) => ({ code })) });
    }
    const orders = (book: typeof then): readonly Order[] => ordersFor(book, cut);
    for (const order of orders(then)) {
      const same = orders(now).find(({ kind, name }) => kind === order.kind && name === order.name)!;
      const ahead = Date.parse(order.by) - Date.parse(cut);
      expect(Math.abs(Date.parse(same.by) - Date.parse(order.by))).toBeLessThanOrEqual(0.2 * ahead);
    }
  },
);

test('half a year on, both say the same of what is there, and spend the same; what is not known yet is never too sure', () => {
  const then = report(facts, AT);
  const now = report(live, AT);
  for (const { id, inkMl, u } of then.cartridges) {
    const same = now.cartridges.find((one) => one.id === id)!;
    if (inkMl === null || u === null) continue;
    expect(Math.abs(same.inkMl! - inkMl)).toBeLessThan(3 * Math.hypot(u, same.u!));
  }
  expect(now.bottles.map(({ leftMl }) => leftMl)).toEqual(then.bottles.map(({ leftMl }) => leftMl));
  const one = Ledger.from(facts).snapshot();
  const other = Ledger.from(live).snapshot();
  for (const { id } of all(one.context, 'printer')) {
    const from = '2026-06-01T00:00:00.000Z';
    const [a, b] = [printerCost(one, id, AT, from)!, printerCost(other, id, AT, from)!];
    expect(b.copies).toBe(a.copies);
    // What all printers share is shared by what each was filled with: in the closed years it was another part.
    expect(Math.abs(b.refill.minor! / a.refill.minor! - 1)).toBeLessThan(0.1);
    expect(Math.abs(b.original.minor! / a.original.minor! - 1)).toBeLessThan(0.1);
  }
});

test('what was saved before counts for when a kit is paid back, and for nothing else', () => {
  const then = report(facts, AT).printers[0]!;
  const now = report(live, AT).printers[0]!;
  expect(now.savedMinor!).toBeLessThan(0.9 * then.savedMinor!);
  expect(now.payback.months! / then.payback.months!).toBeCloseTo(1, 1);
  expect(now.months[0]!.from >= CUT).toBe(true);
});

test('joined with the closed one again, nothing counts twice', () => {
  const joined = report([...new Map([...facts, ...live].map((fact) => [fact.id, fact])).values()], AT);
  const now = report(live, AT);
  expect(joined.bottles.map(({ id, leftMl }) => [id, leftMl])).toEqual(
    now.bottles.map(({ id, leftMl }) => [id, leftMl]),
  );
  for (const { id, inkMl, u, fills } of now.cartridges) {
    const same = joined.cartridges.find((one) => one.id === id)!;
    expect(same.fills).toBe(fills);
    // The joined one learnt from all years, the closed one from its own.
    if (inkMl !== null) expect(Math.abs(same.inkMl! - inkMl)).toBeLessThan(3 * Math.hypot(u!, same.u!));
  }
});

test('what happened before belongs to the closed one: it is refused with its day, not taken in without effect', () => {
  const book = Ledger.from(live);
  const print = live.find(({ kind }) => kind === 'printed')!;
  const codes = (at: string): string[] =>
    checkFact(book, { ...print, id: `${print.id.slice(0, -1)}Z`, at }, Date.parse(AT)).map(
      ({ code }) => code,
    );
  expect(codes('2026-03-31T23:00:00.000Z')).toEqual(['beforeBegun']);
  expect(codes('2026-04-01T01:00:00.000Z')).toEqual([]);
  // Nor is the beginning taken back: nothing would be known of anything.
  const begin = live.find(({ kind }) => kind === 'carriedOver')!;
  const back = {
    ...print,
    id: `${print.id.slice(0, -1)}Z`,
    at: AT,
    kind: 'voided',
    factId: begin.id,
    reason: '',
  } as Fact;
  expect(checkFact(book, back, Date.parse(AT)).map(({ code }) => code)).toEqual(['beginning']);
});

test('closed twice it is closed once: the balances of the second are those of the first, and what came since', () => {
  const second = '2026-08-01T00:00:00.000Z';
  const ledger = Ledger.from(live);
  const again = closeBefore(
    Ledger.from(ledger.facts.filter(({ at }) => at <= second)).snapshot(),
    ledger.facts,
    second,
    'Aberlanw',
  );
  expect(again.kept.some(({ kind, at }) => kind === 'carriedOver' && at <= second)).toBe(false);
  const straight = closeBefore(Ledger.from(upTo(second)).snapshot(), whole.facts, second, 'Aberlanw');
  for (const [i, { cartridgeId, ink, fills }] of straight.carried.cartridges.entries()) {
    const same = again.carried.cartridges[i]!;
    expect([same.cartridgeId, same.fills]).toEqual([cartridgeId, fills]);
    if (ink) expect(Math.abs(same.ink!.ml - ink.ml)).toBeLessThan(2 * Math.hypot(ink.u, same.ink!.u));
  }
  for (const [i, { padMl, savedMinor }] of straight.carried.printers.entries()) {
    // What a printer drew at rest across the cut is told on neither side; what cleanings and changes draw is learnt anew, and with it
    // what originals would have primed.
    expect(Math.abs(again.carried.printers[i]!.padMl - padMl)).toBeLessThan(3 + 0.15 * padMl);
    if (savedMinor !== null)
      expect(Math.abs(again.carried.printers[i]!.savedMinor! / savedMinor - 1)).toBeLessThan(0.15);
  }
});
