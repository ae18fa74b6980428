import { expect, test } from '@jest/globals';
import { bottleRemaining, inkNow, Ledger, mixesOf, padMl, printersInUse } from '../ledger';
import { define, fill, install, print, PRINTER, script, setUp, weigh } from '../testing';
import type { Fact, FactDraft } from '../workbook';
import { closeBefore } from './closeBefore';
import { tooFewSince } from './tooFewSince';

const DAY = 86_400_000;
const on = (day: number, draft: FactDraft): FactDraft => ({
  ...draft,
  at: new Date(Date.parse('2026-03-01T09:00:00.000Z') + day * DAY).toISOString(),
});
const at = (day: number): string => on(day, { kind: 'noted', text: '-' }).at!;

/** Filled, weighed, put in, printed with, cleaned, looked at, and some of it after the cut. */
const facts = script([
  ...setUp,
  on(0, { kind: 'purchased', what: 'kit', name: 'Kit', priceMinor: 9000 }),
  on(1, weigh('cyan', 52.22)),
  on(1.1, fill('cyan', 30)),
  on(1.2, weigh('cyan', 84.14)),
  on(2, install),
  on(3, {
    kind: 'jobPlanned',
    printerId: 'printer',
    title: 'Waits',
    copies: 5,
    widthMm: 210,
    heightMm: 297,
    subjectId: 'any',
  }),
  on(3.1, {
    kind: 'jobPlanned',
    printerId: 'printer',
    title: 'Done',
    copies: 2,
    widthMm: 210,
    heightMm: 297,
    subjectId: 'any',
  }),
  on(4, print(2)),
  on(5, { kind: 'cleaned', printerId: 'printer', level: 'deep' }),
  on(6, { kind: 'nozzleChecked', printerId: 'printer', gaps: [{ slotId: 'cyan', nozzles: 2 }] }),
  on(7, { kind: 'chipReset', cartridgeId: 'cyan', worked: true }),
  on(8, { kind: 'snoozed', what: 'over', until: at(10) }),
  on(8.1, {
    kind: 'weighed',
    what: 'reference',
    subjectId: 'scale',
    massG: { value: 50.01, u: 0.01 },
    purpose: 'reference',
    nominalG: 50,
  }),
  on(8.2, {
    kind: 'weighed',
    what: 'bottle',
    subjectId: 'bottle-cyan',
    massG: { value: 130, u: 0.05 },
    purpose: 'bottle',
  }),
  on(8.3, { kind: 'retired', what: 'cartridge', subjectId: 'yellow', reason: 'it leaks' }),
  on(8, { kind: 'snoozed', what: 'still', until: at(30) }),
  on(10, print(1)),
  on(12, print(3)),
]);
const of = (kind: Fact['kind'], list: readonly Fact[]): Fact[] => list.filter((fact) => fact.kind === kind);
const planned = of('jobPlanned', facts);
/** The second job was printed. */
const printed = script(
  [
    on(8.5, { ...print(2), plannedId: planned[1]!.id } as FactDraft),
    on(8.6, { ...print(1), plannedId: planned[0]!.id } as FactDraft),
  ],
  '2026-03-09T09:00:00.000Z',
);
const CUT = at(10);

/** Closed at the cut: the book as it stood, what comes along, and the next one, now and as of the cut. */
function closed() {
  const whole = Ledger.from([...facts, ...printed]);
  const then = Ledger.from(whole.facts.filter((fact) => fact.at <= CUT)).snapshot();
  const { kept, carried } = closeBefore(then, whole.facts, CUT, 'The attic');
  const begun = [...kept, ...script([carried], '2026-03-20T09:00:00.000Z')];
  const atCut = Ledger.from(begun.filter((fact) => fact.at <= CUT)).snapshot();
  return { whole, then, kept, carried, next: Ledger.from(begun), atCut };
}

test('what comes along entry by entry: what things are, what was bought and looked at, what is still to be done, and all that came after', () => {
  const { kept } = closed();
  expect(of('defined', kept)).toHaveLength(setUp.length);
  expect(of('purchased', kept)).toHaveLength(1);
  expect(of('nozzleChecked', kept)).toHaveLength(1);
  expect(of('jobPlanned', kept).map((fact) => fact.id)).toEqual([planned[0]!.id]);
  expect(of('snoozed', kept).map((fact) => fact.kind === 'snoozed' && fact.what)).toEqual(['still']);
  expect(of('weighed', kept).map((fact) => fact.kind === 'weighed' && fact.what)).toEqual(['reference']);
  // By its last fills a cartridge's usual one is known.
  expect(of('filled', kept)).toHaveLength(1);
  for (const kind of ['installed', 'cleaned', 'chipReset'] as const) expect(of(kind, kept)).toEqual([]);
  // Of the prints only the one after the cut; what happened at the cut itself is closed.
  expect(of('printed', kept).map((fact) => fact.at)).toEqual([at(12)]);
});

test('of each cartridge’s fills before the cut the last nine come along: how much it usually takes is told by eight', () => {
  const log = script([
    ...setUp,
    ...Array.from({ length: 12 }, (_, day) => on(day - 1, fill('cyan', day + 1))),
    ...Array.from({ length: 3 }, (_, day) => on(day, fill('magenta', day + 1))),
    on(11, fill('cyan', 50)),
  ]);
  const then = Ledger.from(log.filter((fact) => fact.at <= CUT)).snapshot();
  const kept = closeBefore(then, log, CUT, 'x').kept.flatMap((fact) =>
    fact.kind === 'filled' ? [`${fact.cartridgeId} ${fact.ml.value}`] : [],
  );
  // The one of the cut itself is one of the nine; what came after it is none.
  const cyan = [4, 5, 6, 7, 8, 9, 10, 11, 12, 50].map((ml) => `cyan ${ml}`);
  expect(kept.sort()).toEqual([...cyan, 'magenta 1', 'magenta 2', 'magenta 3'].sort());
});

test('of a thing that was defined again only what was said last comes along, also where it was said after the cut', () => {
  const { whole, then } = closed();
  // Said last, though dated before what was said first: the later word holds.
  const again = script(
    [
      define({ ...PRINTER, name: 'Renamed once' }),
      { ...define({ ...PRINTER, name: 'Renamed' }), at: at(-3) },
    ],
    '2026-03-15T09:00:00.000Z',
  );
  const all = Ledger.from([...whole.facts, ...again]);
  const names = closeBefore(then, all.facts, CUT, 'x').kept.flatMap((fact) =>
    fact.kind === 'defined' && fact.entity.entity === 'printer' ? [fact.entity.name] : [],
  );
  expect(names).toEqual(['Renamed']);
});

test('balances are to the digit what stood there: ink and its doubt, lots, chip, ports and seat; 30 ml poured are gone from the bottle', () => {
  const { atCut: now, then, carried } = closed();
  const ink = inkNow(now, 'cyan', CUT)!;
  const before = inkNow(then, 'cyan', CUT)!;
  expect(ink.value).toBeCloseTo(before.value, 9);
  expect(ink.u).toBeCloseTo(before.u, 2);
  const [mix] = mixesOf(now, 'cyan', CUT);
  const [was] = mixesOf(then, 'cyan', CUT);
  expect(mix!.blend).toEqual(was!.blend);
  expect(mix!.blend.lots).toHaveLength(2);
  const bottle = carried.bottles[0]!;
  expect(bottle.weighed).toEqual(then.state.bottles.get(bottle.bottleId)!.weighed);
  expect(bottle.weighed).toMatchObject({ massG: { value: 130, u: 0.05 }, outMl: 30 });
  expect(bottle.firstWeighed).toEqual(then.state.bottles.get(bottle.bottleId)!.firstWeighed);
  expect(carried.bottles.find(({ bottleId }) => bottleId !== bottle.bottleId)?.weighed ?? null).toBeNull();
  expect(bottle.outMl.value).toBe(30);
  expect(bottleRemaining(now, bottle.bottleId)!.now).toEqual(bottleRemaining(then, bottle.bottleId)!.now);
  const cyan = now.state.cartridges.get('cyan')!;
  const { cartridges } = then.state;
  expect([cyan.fills, cyan.chip, cyan.ports, cyan.lastWeighed]).toEqual([
    1,
    cartridges.get('cyan')!.chip,
    cartridges.get('cyan')!.ports,
    cartridges.get('cyan')!.lastWeighed,
  ]);
  expect(cyan.seat).toMatchObject({ printerId: 'printer', slotId: 'cyan' });
  expect(cyan.installedAt).toBe(at(2));
});

test('one that nobody ever weighed is carried as unknown, never as empty', () => {
  const { atCut, then, carried } = closed();
  const magenta = carried.cartridges.find(({ cartridgeId }) => cartridgeId === 'magenta')!;
  const before = inkNow(then, 'magenta', CUT);
  expect(magenta.ink === null).toBe(before === null);
  expect(inkNow(atCut, 'magenta', CUT)?.value).toBe(before?.value);
});

test('that it stands in its slot draws nothing: no change is counted, and the pad holds what it held', () => {
  const { next, then } = closed();
  const printer = next.snapshot().state.printers.get('printer')!;
  expect(printer.changes).toBe(0);
  expect(printer.copies).toBe(3);
  expect(printer.lastPrintAt).toBe(at(12));
  const before = padMl(then, 'printer');
  expect(before).toBeGreaterThan(1);
  expect(padMl(next.snapshot(), 'printer')).toBeCloseTo(before, 9);
  const renewed = Ledger.from([
    ...next.facts,
    ...script([on(13, { kind: 'padReset', printerId: 'printer' })], '2026-03-21T09:00:00.000Z'),
  ]);
  expect(padMl(renewed.snapshot(), 'printer')).toBe(0);
});

test('one that was retired stays so, in no slot and without balances', () => {
  const { carried, next } = closed();
  expect(carried.cartridges.map(({ cartridgeId }) => cartridgeId)).not.toContain('yellow');
  const { state } = next.snapshot();
  expect(state.cartridges.get('yellow')!.retired).toBe(at(8.3));
  expect(state.printers.get('printer')!.slots.get('yellow')!.cartridgeId).toBeNull();
});

test('a printer that was put out of use stays so, and nothing stands in it', () => {
  const log = [
    ...facts,
    ...script(
      [on(9, { kind: 'retired', what: 'printer', subjectId: 'printer', reason: 'out of use' })],
      '2026-03-10T09:00:00.000Z',
    ),
  ];
  const then = Ledger.from(log.filter((fact) => fact.at <= CUT)).snapshot();
  const { kept, carried } = closeBefore(then, log, CUT, 'x');
  const next = Ledger.from([...kept, ...script([carried], '2026-03-20T09:00:00.000Z')]);
  expect(printersInUse(next)).toEqual([]);
  expect(
    [...next.state.printers.get('printer')!.slots.values()].map(({ cartridgeId }) => cartridgeId),
  ).toEqual([null, null, null]);
});

test('of a planned job is left what was left: one of five was printed', () => {
  expect(closed().next.snapshot().state.planned.get(planned[0]!.id)).toMatchObject({
    printed: 1,
    job: { copies: 5 },
  });
});

test('what speaks of things that the next workbook does not have changes nothing in it', () => {
  const { carried } = closed();
  const stranger = script([
    {
      ...carried,
      cartridges: carried.cartridges.map((one) => ({ ...one, cartridgeId: `${one.cartridgeId}-gone` })),
      printers: carried.printers.map((one) => ({ ...one, printerId: 'gone' })),
      bottles: carried.bottles.map((one) => ({ ...one, bottleId: 'gone' })),
    },
  ]);
  const ledger = Ledger.from([...script(setUp), ...stranger]);
  expect(ledger.snapshot().aside).toEqual([]);
  expect(ledger.state.cartridges.size + ledger.state.bottles.size + ledger.state.printers.size).toBe(0);
});

test('with three weigh-ins since, use would be known worse; with four it would not', () => {
  const weighIns = (count: number): Ledger =>
    Ledger.from([
      ...facts,
      ...script(
        Array.from({ length: count }, (_, i) => [
          on(13 + 14 * i, print(20)),
          on(14 + 14 * i, weigh('cyan', 80 - 5 * i)),
        ]).flat(),
        '2026-03-14T09:00:00.000Z',
      ),
    ]);
  expect(tooFewSince(weighIns(3).snapshot(), CUT).map(({ id }) => id)).toEqual(['printer']);
  expect(tooFewSince(weighIns(4).snapshot(), CUT)).toEqual([]);
  // One of which nothing was ever learnt loses nothing.
  expect(tooFewSince(Ledger.from(script([...setUp, install])).snapshot(), CUT)).toEqual([]);
  // Those before count for nothing, nor does one of that very instant.
  expect(tooFewSince(weighIns(4).snapshot(), at(13 + 14 * 3)).map(({ id }) => id)).toEqual(['printer']);
  expect([at(14), at(13.9)].map((since) => tooFewSince(weighIns(4).snapshot(), since).length)).toEqual([
    1, 0,
  ]);
});

test('what stood in each channel when a profile was made comes along: it is compared with what stands there now', () => {
  const log = [
    ...facts,
    ...script([on(8.7, { kind: 'profiled', printerId: 'printer', name: 'Rag' })], '2026-03-09T10:00:00.000Z'),
  ];
  const then = Ledger.from(log.filter((fact) => fact.at <= CUT)).snapshot();
  const { carried } = closeBefore(then, log, CUT, 'The attic');
  const [profile] = then.state.printers.get('printer')!.profiles.items;
  const came = carried.printers[0]!.profiles[0]!;
  expect(came.inside.map(({ slotId }) => slotId)).toEqual([...profile!.inside.keys()]);
  expect(came.inside.length).toBeGreaterThan(0);
  for (const { mixes } of came.inside) expect(mixes.length).toBeGreaterThan(0);
});
