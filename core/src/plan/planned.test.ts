import { describe, expect, test } from '@jest/globals';
import { cartridgeLives, missingPrints, swappedMasses } from '../advice';
import { dayPlan } from './dayPlan';
import { inkLasts } from './inkLasts';
import { nextBottle } from './nextBottle';
import { ordersFor } from './ordersFor';
import { dueItems } from '../due';
import { dueCalendar } from '../exchange';
import { Ledger, plannedJobs } from '../ledger';
import { cartridge, define, fill, install, print, PRINTER, script, setUp, TYPE, weigh } from '../testing';
import type { FactDraft, FactOf } from '../workbook';
import { calendarDose } from './calendarDose';
import { forecastInk } from './forecastInk';
import { rhythmOf } from './rhythm';
import { secondSet } from './secondSet';
import { setPiece } from './setPiece';
import { seeded } from '../numeric';
import { MONTH_MS } from '../time';
import { simulatePolicies } from './simulatePolicies';
import { weighPlan } from './weighPlan';
import { planBasis } from './planBasis';

const SHADES = ['cyan', 'magenta', 'yellow'];
const DAY_MS = 86_400_000;
const AT = '2026-04-27T12:00:00.000Z';
const on = (days: number): string => new Date(Date.parse(AT) + days * DAY_MS).toISOString();
const job = (copies: number, part: Partial<FactOf<'jobPlanned'>> = {}): FactDraft => ({
  kind: 'jobPlanned',
  printerId: 'printer',
  title: 'Boats',
  copies,
  widthMm: 297,
  heightMm: 420,
  subjectId: 'any',
  ...part,
});

/** Eight weeks of six A3 sheets a week, 2 ml of each channel, weighed each week; then these facts. */
function room(more: readonly FactDraft[] = [], printer: Partial<typeof PRINTER> = {}): Ledger {
  const facts = script(
    [
      ...setUp,
      define({ ...PRINTER, ...printer }),
      ...SHADES.flatMap((id) => [weigh(id, 41.6), fill(id, 45), weigh(id, 41.58 + 45 * 1.064, 'after')]),
      install,
      ...Array.from({ length: 8 }, (_, week) => [
        print(6),
        ...SHADES.map((id) => weigh(id, 41.58 + (45 - 2 * (week + 1)) * 1.064)),
      ]).flat(),
    ],
    '2026-03-01T09:00:00.000Z',
  );
  // The weeks' entries lie a week apart.
  let week = -1;
  const spread = facts.map((fact) => {
    if (fact.kind === 'printed') week += 1;
    return week < 0 ? fact : { ...fact, at: new Date(Date.parse(fact.at) + week * 7 * DAY_MS).toISOString() };
  });
  const last = script(more, '2026-04-27T10:00:00.000Z').map((fact) => ({
    ...fact,
    id: `${fact.id.slice(0, -1)}Z`,
  }));
  return Ledger.from([...spread, ...last]);
}
const idOf = (ledger: Ledger, title = 'Boats'): string =>
  plannedJobs(ledger).find((one) => one.job.title === title)!.id;

describe('what is planned', () => {
  test('is done by the prints that name it, in whatever order they arrive, and comes back when they are taken back', () => {
    const ledger = room([job(20, { by: on(9) }), job(3, { title: 'Proofs' })]);
    expect(plannedJobs(ledger).map(({ job: { title }, rest }) => [title, rest])).toEqual([
      ['Boats', 20],
      ['Proofs', 3],
    ]);
    const plannedId = idOf(ledger);
    const [some, others] = [
      script([{ ...print(12), plannedId } as FactDraft], on(0.1)),
      script([{ ...print(8), plannedId } as FactDraft], on(0.2)),
    ];
    ledger.add(some);
    expect(plannedJobs(ledger, 'printer')[0]).toMatchObject({ printed: 12, rest: 8 });
    const early = Ledger.from([...some, ...ledger.recorded.values()]);
    expect(plannedJobs(early)).toEqual(plannedJobs(ledger));
    ledger.add(others.map((fact) => ({ ...fact, id: `${fact.id.slice(0, -1)}Y` })));
    expect(plannedJobs(ledger).map(({ job: { title } }) => title)).toEqual(['Proofs']);
    ledger.add(script([{ kind: 'voided', factId: some[0]!.id, reason: 'none' }], on(0.3)));
    expect(plannedJobs(ledger)[0]).toMatchObject({ printed: 8, rest: 12 });
    expect(plannedJobs(ledger, 'nobody')).toEqual([]);
  });

  test('the forecast falls by it at its day, on top of the rhythm or alone, and its doubt widens', () => {
    const ledger = room([job(30, { by: on(10) })]);
    const ink = (by: 'rhythm' | 'both' | 'jobs', day: number) =>
      forecastInk(ledger, 'printer', AT, 6, by)!.points.find(
        ({ slotId, at }) => slotId === 'cyan' && at === on(day),
      )!;
    expect(ink('jobs', 7).inkMl).toBeCloseTo(ink('jobs', 0).inkMl, 9);
    const took = ink('jobs', 7).inkMl - ink('jobs', 14).inkMl;
    // Six sheets took 2 ml.
    expect(took / 10).toBeCloseTo(1, 0);
    expect(ink('rhythm', 14).inkMl - ink('both', 14).inkMl).toBeCloseTo(took, 6);
    const width = (by: 'rhythm' | 'both') => ink(by, 14).high - ink(by, 14).low;
    expect(width('both')).toBeGreaterThan(width('rhythm'));
    const date = (by: 'rhythm' | 'both') =>
      forecastInk(ledger, 'printer', AT, 6, by)!.reserveAt.find(({ slotId }) => slotId === 'cyan')!.median!;
    expect(date('both') < date('rhythm')).toBe(true);
  });
});

describe('the day’s jobs', () => {
  test('what fits is one sitting; the soonest wanted first, and alike papers together', () => {
    const paper = (id: string): FactDraft => define({ entity: 'paper', id, name: id, brightener: 'none' });
    const plan = dayPlan(
      room([
        paper('rag'),
        paper('silk'),
        job(2, { title: 'A', paperId: 'silk' }),
        job(1, { title: 'B', paperId: 'rag' }),
        job(1, { title: 'C', paperId: 'silk' }),
        job(2, { title: 'D', by: on(3) }),
      ]),
      'printer',
      AT,
    )!;
    expect(plan.sittings).toHaveLength(1);
    expect(plan.sittings[0]!.topUps).toEqual([]);
    expect(plan.sittings[0]!.jobs.map(({ planned }) => planned.job.title)).toEqual(['D', 'B', 'C', 'A']);
    expect([plan.stopper, plan.rotate, plan.tooLarge, plan.notKnown]).toEqual([null, null, null, null]);
  });

  test('one low cartridge is the only one in the way; with several the other set is weighed up', () => {
    const one = dayPlan(room([weigh('cyan', 50), job(20)]), 'printer', AT)!;
    expect(one.stopper).toMatchObject({ slotId: 'cyan' });
    expect(one.stopper!.withoutIt).toBeLessThan(0.05);
    expect(one.sittings).toHaveLength(1);
    expect(one.sittings[0]!.topUps.map(({ slotId }) => slotId)).toEqual(['cyan']);
    expect(one.sittings[0]!.topUps[0]!.ml).toBeGreaterThan(30);
    expect(one.rotate).toBeNull();
    const low = [weigh('cyan', 50), weigh('magenta', 50), job(20)];
    const two = dayPlan(room(low), 'printer', AT)!;
    expect([two.stopper, two.rotate!.ready, two.rotate!.changes]).toEqual([null, false, 2]);
    expect(two.rotate!.changesMl).toBeCloseTo(2 * two.rotate!.onceMl, 9);
    const sets = SHADES.flatMap((shade) => [
      define(cartridge(`${shade}-b`, shade, { set: 'B' })),
      weigh(`${shade}-b`, 85),
    ]);
    expect(dayPlan(room([...sets, ...low]), 'printer', AT)!.rotate!.ready).toBe(true);
  });

  test('an edition larger than a cartridge is printed in parts, each safe, none lost', () => {
    const plan = dayPlan(room([job(240)]), 'printer', AT)!;
    expect(plan.sittings.length).toBeGreaterThan(1);
    expect(plan.sittings.flatMap(({ jobs }) => jobs).reduce((sum, { copies }) => sum + copies, 0)).toBe(240);
    for (const { probability } of plan.sittings) expect(probability).toBeLessThanOrEqual(0.05);
    const endless = dayPlan(room([job(90_000)]), 'printer', AT)!;
    const told = endless.sittings.flatMap(({ jobs }) => jobs).reduce((sum, { copies }) => sum + copies, 0);
    expect(told + endless.later).toBe(90_000);
    expect(endless.sittings.length).toBeLessThan(20);
    const huge = dayPlan(room([job(1, { widthMm: 10_000, heightMm: 30_000 })]), 'printer', AT)!;
    expect(huge.tooLarge?.job.copies).toBe(1);
  });

  test('nothing is promised of a slot that is not known, nor of an empty plan', () => {
    const gone = room([{ kind: 'removed', printerId: 'printer', cartridgeIds: ['cyan'] }, job(2)]);
    expect(dayPlan(gone, 'printer', AT)).toMatchObject({ sittings: [], notKnown: { name: 'cyan' } });
    expect(dayPlan(room(), 'printer', AT)).toMatchObject({ jobs: [], sittings: [], notKnown: null });
    expect(dayPlan(room(), 'nobody', AT)).toBeUndefined();
  });

  test('at one go it spares the cleanings that idle days between would cost', () => {
    const jobs = [job(1), job(1, { by: on(10) }), job(1, { by: on(12) })];
    const { saved } = dayPlan(room(jobs, { cleansAfterIdleDays: 4 }), 'printer', AT)!;
    expect(saved.cleanings).toBe(1);
    expect(saved.ml).toBeGreaterThan(0);
    expect(dayPlan(room(jobs), 'printer', AT)!.saved).toEqual({ cleanings: 0, ml: 0 });
  });
});

describe('weighing as a policy', () => {
  test('where pulling out draws ink, weighing waits for a change; where it draws none, it costs nothing', () => {
    const plan = weighPlan(room(), 'printer', AT)!;
    expect(plan.verdict).toBe('atChange');
    expect(plan.best!.everyDays).toBeNull();
    for (const { u, uAfter, laterDays } of plan.channels) {
      expect(uAfter).toBeLessThanOrEqual(u);
      expect(laterDays).toBeGreaterThanOrEqual(0);
    }
    // Weighed less often, the doubt and so the margin grow: never fewer changes.
    const changes = plan.rhythms.filter(({ everyDays }) => everyDays !== null).map((row) => row.changes);
    expect([...changes].sort((a, b) => a - b)).toEqual(changes);
    const empty = weighPlan(
      room([{ kind: 'removed', printerId: 'printer', cartridgeIds: ['cyan'] }]),
      'printer',
      AT,
    )!;
    expect([empty.verdict, empty.unknown.map(({ slotId }) => slotId)]).toEqual(['now', ['cyan']]);
    expect(weighPlan(Ledger.from(script(setUp)), 'printer', AT)).toBeNull();
  });
});

test('a calendar dose is what an interval takes, holds for some doses, and is due on its day', () => {
  const ledger = room([], { doseEveryDays: 7 });
  const week = calendarDose(ledger, 'printer', AT, 7)!;
  const month = calendarDose(ledger, 'printer', AT, 28)!;
  week.forEach((dose, i) => {
    expect(dose.ml).toBeGreaterThan(1.2);
    expect(dose.ml).toBeLessThan(2.4);
    expect(month[i]!.ml / dose.ml).toBeCloseTo(4, 0);
    expect(month[i]!.weighAfter).toBeLessThanOrEqual(dose.weighAfter);
    expect(dose.nowMl).toBeGreaterThan(10);
  });
  // Last filled on the first of March.
  expect(dueItems(ledger, AT).find(({ code }) => code === 'dose')).toMatchObject({ figure: 7 });
});

test('a second set is paid back by the priming that it spares; at no priming never', () => {
  const basis = planBasis(room(), 'printer', AT, { weeks: 4, years: 80, allowedRisk: 0.05 })!;
  const results = simulatePolicies({ ...basis.input!, random: seeded(3) });
  const set = secondSet(results, 3, 400, 0)!;
  expect(set.costMinor).toBe(1200);
  expect(set.savedMl).toBeGreaterThan(0);
  expect(set.months!.value).toBeCloseTo((12 * 1200) / set.savedMinor.value, 6);
  expect(set.months!.low).toBeLessThanOrEqual(set.months!.value);
  expect(secondSet(results, 3, 400, 500)!.costMinor).toBe(0);
  const still = simulatePolicies({
    ...basis.input!,
    channels: basis.input!.channels.map((channel) => ({ ...channel, primeMl: 0 })),
    random: seeded(3),
  });
  expect(secondSet(still, 3, 400, 0)!.months).toBeNull();
  expect(secondSet([], 3, 400, 0)).toBeNull();
  // As originals: their mean price, less as much of one's own ink; not known where a price is not.
  const piece = setPiece(PRINTER, results, 'originals', null)!;
  expect(piece.priceMinor).toBe(4750);
  expect(piece.inkMinor).toBeGreaterThan(100);
  expect(setPiece(PRINTER, results, 'empties', 600)).toEqual({ priceMinor: 600, inkMinor: 0 });
  expect(setPiece(PRINTER, results, 'empties', null)).toBeNull();
  const bare = { ...PRINTER, slots: PRINTER.slots.map((slot) => ({ ...slot, original: null })) };
  expect(setPiece(bare, results, 'originals', null)).toBeNull();
});

describe('when the next bottle is needed', () => {
  /** Days until cyan's, with so much left in its bottle, and these facts. */
  const days = (leftMl: number, more: readonly FactDraft[] = []): number | undefined => {
    const spill = 205 - leftMl;
    const out: FactDraft[] =
      spill > 0
        ? [{ kind: 'spilt', from: 'bottle', subjectId: 'bottle-cyan', ml: { value: spill, u: 0.1 } }]
        : [];
    const ledger = room([...out, ...more]);
    const months = nextBottle(ledger, AT, inkLasts(ledger, AT)).get('ink-cyan');
    return months === undefined ? undefined : (months * MONTH_MS) / DAY_MS;
  };

  test('it is the first top-up that the bottle cannot serve, not the day on which the bottle would be empty', () => {
    // 2 ml a week, filled up to 46.9 and 29 inside; three quarters of that, 35, are a top-up: the first is due in 17 days at the most.
    const one = days(20)!;
    expect(one).toBeGreaterThan(30);
    expect(one).toBeLessThan(90);
    // Enough for one: it is the second that cannot be made, a whole top-up's use later.
    const two = days(45)!;
    expect(two - one).toBeGreaterThan(100);
    expect(two - one).toBeLessThan(160);
    // A few ml more make no whole one.
    expect(days(50)).toBeCloseTo(two, 5);
  });

  test('converted to another ink, a cartridge orders that one alone, and at the whole of its pace', () => {
    const bottle = (id: string, inkId: string): FactDraft =>
      define({ entity: 'bottle', id, inkId, lot: id, volumeMl: 20, priceMinor: null, emptyG: null } as never);
    const months = (more: readonly FactDraft[]): ReadonlyMap<string, number> => {
      const ledger = room([bottle('b', 'ink-magenta'), ...more]);
      return nextBottle(ledger, AT, inkLasts(ledger, AT));
    };
    const turned = months([fill('cyan', 5, { bottleId: 'b' }), fill('cyan', 5, { bottleId: 'b' })]);
    // Nobody is filled with cyan any more: what is in its bottle lasts as long as it is drawn.
    expect(turned.get('ink-cyan')!).toBeGreaterThan(months([]).get('ink-cyan')!);
    expect(turned.get('ink-magenta')!).toBeLessThan(months([]).get('ink-magenta')!);
  });

  test('one on the shelf is no reason to order later, and who never used an ink orders none', () => {
    const spare = define(cartridge('cyan-b', 'cyan'));
    const full = [spare, weigh('cyan-b', 41.6), fill('cyan-b', 45, { bottleId: 'other' })];
    const other = define({
      ...{ entity: 'bottle', id: 'other', inkId: 'ink-cyan', lot: 'O' },
      ...{ volumeMl: 50, priceMinor: null, emptyG: null },
    } as never);
    expect(Math.abs(days(20, [other, ...full])! - days(20)!)).toBeLessThan(8);
    const unused = Ledger.from(script([...setUp], '2026-03-01T09:00:00.000Z'));
    expect(nextBottle(unused, AT, inkLasts(unused, AT)).size).toBe(0);
  });
});

test('what others’ changes draw is in the date of the reserve: more changes, sooner', () => {
  const reserveOf = (more: readonly FactDraft[]): number =>
    Date.parse(
      forecastInk(room(more), 'printer', AT, 26)!.reserveAt.find(({ slotId }) => slotId === 'cyan')!.median!,
    );
  const swap = (day: number): FactDraft[] => [
    { kind: 'removed', printerId: 'printer', cartridgeIds: ['magenta'], at: on(day / 10 - 0.9) },
    {
      kind: 'installed',
      printerId: 'printer',
      into: [{ slotId: 'magenta', cartridgeId: 'magenta' }],
      at: on(day / 10 - 0.85),
    },
  ];
  const [none, some] = [reserveOf([]), reserveOf([1, 2, 3, 4].flatMap((day) => swap(day)))];
  // What they drew already is four days of use; as many again on the way to the reserve are the rest.
  expect((none - some) / DAY_MS).toBeGreaterThan(6);
  expect((none - some) / DAY_MS).toBeLessThan(12);
});

test('orders: the size that is used up before it ages, chips by their count, what comes again by its rhythm', () => {
  const bought = (what: 'chips' | 'consumables', name: string, at: string, count?: number): FactDraft => ({
    kind: 'purchased',
    what,
    name,
    priceMinor: 500,
    at,
    ...(count === undefined ? {} : { count }),
  });
  const ledger = room([
    define({
      entity: 'bottle',
      id: 'drum',
      inkId: 'ink-cyan',
      lot: 'D',
      volumeMl: 5000,
      priceMinor: 9000,
      emptyG: null,
    }),
    define(cartridge('cyan', 'cyan', { chip: { strategy: 'newEachTime', volumeMl: 54, original: false } })),
    bought('chips', 'Chips', on(-60), 10),
    bought('consumables', 'Filters', on(-50)),
    bought('consumables', 'Filters', on(-20)),
    { kind: 'chipReplaced', cartridgeId: 'cyan', volumeMl: 54, original: false, at: on(-10) },
  ]);
  const orders = ordersFor(ledger, AT, 'printer');
  const cyan = orders.find((order) => order.kind === 'ink' && order.inkId === 'ink-cyan');
  expect(cyan).toMatchObject({ volumeMl: 250 });
  expect(cyan?.kind === 'ink' && cyan.sizes.map(({ volumeMl }) => volumeMl)).toEqual([250, 5000]);
  expect(orders.find(({ kind }) => kind === 'chips')).toMatchObject({ left: 9 });
  expect(orders.find(({ kind }) => kind === 'again')).toMatchObject({ everyDays: 30, by: AT });
  expect([...orders].sort((a, b) => (a.by < b.by ? -1 : 1))).toEqual(orders);
  const ids = dueItems(ledger, AT, 14).map(({ id }) => id);
  expect(ids).toContain('order/Filters');
  expect(dueCalendar(dueItems(ledger, AT, 14), AT, 'Room')).toContain('SUMMARY:Order Filters');
});

test('a cartridge that bore what such bodies bear is looked at; one that ran dry sooner', () => {
  const ledger = room([
    define({ ...TYPE, bears: 1 }),
    { kind: 'fadedOrRanDry', cartridgeId: 'cyan', ranDry: true },
  ]);
  expect(cartridgeLives(ledger, 'printer').map(({ fills, verdict }) => [fills, verdict])).toEqual([
    [1, 'retire'],
    [1, 'retire'],
    [1, 'retire'],
  ]);
  expect(dueItems(ledger, AT).filter(({ code }) => code === 'retire')).toHaveLength(3);
  const lives = cartridgeLives(
    room([{ kind: 'fadedOrRanDry', cartridgeId: 'cyan', ranDry: true }]),
    'printer',
  );
  expect(lives.map(({ label, verdict }) => [label, verdict])).toContainEqual(['cyan', 'watch']);
});

describe('a weigh-in of the whole set', () => {
  const mass = (cartridgeId: string, expected: number, found: number) => ({
    cartridgeId,
    expected: { value: expected, u: 0.3 },
    found: { value: found, u: 0.02 },
  });
  test.each([
    ['two entered for each other', [mass('a', 60, 70.1), mass('b', 70, 59.8), mass('c', 80, 80)], ['a', 'b']],
    ['one that is off, and fits nowhere', [mass('a', 60, 70.1), mass('b', 70, 70)], null],
    ['two that weigh alike', [mass('a', 60, 60.2), mass('b', 60.1, 60)], null],
    ['all fell', [mass('a', 60, 58), mass('b', 70, 68), mass('c', 80, 78)], null],
  ])('%s', (_name, set, found) => {
    expect(swappedMasses(set)?.map(({ cartridgeId }) => cartridgeId) ?? null).toEqual(found);
  });

  test('what fell in all channels is so many sheets; in one alone, or less than foretold, it is none', () => {
    const ledger = room();
    const after = (u: number, ...ml: number[]) =>
      missingPrints(
        ledger,
        'printer',
        SHADES.map((slotId, i) => ({
          slotId,
          cartridgeId: slotId,
          density: 1.064,
          expected: { value: 72, u },
          found: { value: 72 - 1.064 * ml[i]!, u: 0.02 },
        })),
        on(7),
      );
    const found = after(0.4, 4, 4, 4)!;
    expect(found.subjectId).toBe('any');
    expect(found.goneMl).toBeCloseTo(12, 6);
    // Six A3 took 2 ml of each: twelve A4 do.
    expect(Math.abs(found.sheets - 24)).toBeLessThan(5);
    expect(found.misfit).toBeLessThan(1);
    for (const none of [after(0.4, 4, 0, -0.2), after(0.4, -4, -4, -4), after(0.4, 0.2, 0.1, 0.2)])
      expect(none).toBeNull();
    // What channels have in common does not average out: nine that are each a little off may be one error.
    expect(after(0.4, 0.8, 0.8, 0.8)).toBeNull();
  });
});

test('the rhythm is read once for a state and an instant, and anew when something is recorded or defined', () => {
  const ledger = room();
  const first = rhythmOf(ledger, 'printer', AT)!;
  expect(rhythmOf(ledger, 'printer', AT)).toBe(first);
  expect(rhythmOf(ledger, 'printer', on(1))).not.toBe(first);
  const before = ledger.snapshot();
  ledger.add(script([print(6)], on(-0.2)));
  const after = rhythmOf(ledger, 'printer', AT)!;
  expect(after.dayArea.at(-1)!).toBeGreaterThan(first.dayArea.at(-1)!);
  // What was handed out before is as it was.
  expect(rhythmOf(before, 'printer', AT)!.dayArea).toEqual(first.dayArea);
  ledger.add(script([define({ ...PRINTER, name: 'Renamed' })], on(-0.1)));
  expect(rhythmOf(ledger, 'printer', AT)!.printer.name).toBe('Renamed');
});
