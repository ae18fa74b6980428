import { DAY_MS } from '@hiraeth/core/time';
import { exposureDuring, positionAt } from '@hiraeth/core/exposure';
import { forecastInk, ordersFor, planBasis, simulatePolicies } from '@hiraeth/core/plan';
import { quantileOf, seeded } from '@hiraeth/core/numeric';
import { Ledger, modelOf } from '@hiraeth/core/ledger';
import { POLICIES, type Fact } from '@hiraeth/core/workbook';
import { predictUse } from '@hiraeth/core/usage';
import { slotView } from '@hiraeth/core/advice';
import { ABERLANW } from '@hiraeth/demo';
import { simulateStudio, type TrueDay } from '@hiraeth/rig';

/** So much is known when the plan is made, and so much of the truth is left to judge it by. */
const KNOWN_DAYS = 300;
const AFTER_DAYS = 365;
const PRINTERS = ['nine', 'six'];
const YEARS_EACH = 50;
/** As the workbook has it where nothing else is said. */
const DELIVERY_DAYS = 21;

/**
 * Plans of simulated printers against what then really happened: do the reserve's dates lie inside their 90 %, and does a dry
 * line stay as rare as was allowed?
 *
 * @param seeds simulated studios, apart from those used while building
 */
export function benchPlan(seeds: number): Record<string, string>[] {
  let cartridges = 0;
  let belowByGauge = 0;
  let dates = 0;
  let inside = 0;
  const orders: number[] = [];
  const dry = new Map(POLICIES.map((code) => [code, { runs: 0, years: 0 }]));
  for (let seed = 7001; seed < 7001 + seeds; seed++) {
    const endAt = '2026-11-24T18:00:00.000Z';
    const { facts, truth } = simulateStudio(
      { ...ABERLANW, faults: null, emptiesBottles: true },
      { seed, endAt, days: KNOWN_DAYS + AFTER_DAYS },
    );
    orders.push(...ordersOf(facts, truth.days[PRINTERS[0]!]![KNOWN_DAYS]!.at, AFTER_DAYS));
    for (const id of PRINTERS) {
      const days = truth.days[id]!;
      const now = days[KNOWN_DAYS]!;
      const at = new Date(Date.parse(now.at) - 1000).toISOString();
      const book = Ledger.from(facts.filter((fact) => fact.at <= at));
      const forecast = forecastInk(book, id, at, 26);
      const basis = planBasis(book, id, at, { weeks: 26, years: YEARS_EACH, allowedRisk: 0.05 });
      if (!forecast || !basis?.input) continue;
      const after = days.slice(KNOWN_DAYS);
      forecast.reserveAt.forEach(({ slotId, low, high, median }, s) => {
        if (median === null || !low || !high || high > after.at(-1)!.at) return;
        const reserve = slotView(book, id, slotId, at)!.cartridge!.reserveMl;
        const when = trueDate(after, s, reserve);
        if (when === null) return;
        dates += 1;
        if (when >= low && when <= high) inside += 1;
      });
      const { trueK } = ABERLANW.printers.find(({ printer }) => printer.id === id)!;
      for (const { slotId } of forecast.reserveAt) {
        const { cartridge, printer } = slotView(book, id, slotId, at)!;
        const counts = cartridge?.body.cartridge.chip?.volumeMl;
        if (!cartridge || !counts) continue;
        // One who waits until the gauge is very low has used so much of a full cartridge by then.
        const used = trueK * counts * (1 - printer.gauge.veryLowAt);
        cartridges += 1;
        if (used > cartridge.targetMl - cartridge.reserveMl) belowByGauge += 1;
      }
      const later = Ledger.from(facts);
      const model = modelOf(book, id)!;
      const { timeline } = later.state.printers.get(id)!;
      const slots = basis.input.channels.map((_, i) => forecast.reserveAt[i]!.slotId);
      const edges = after.map((day) => day.at);
      const dayUse = edges.map((from, d) => {
        const to = edges[d + 1] ?? new Date(Date.parse(from) + DAY_MS).toISOString();
        const stretch = {
          fromPosition: positionAt(timeline, from),
          toPosition: positionAt(timeline, to),
          from,
          to,
        };
        return slots.map(
          (slotId) =>
            predictUse(model, slotId, { ...exposureDuring(timeline, { slotId, ...stretch }), change: 0 })
              .value,
        );
      });
      const results = simulatePolicies(
        { ...basis.input, random: seeded(seed) },
        { dayUse, dayArea: after.map(({ areaDm2 }) => areaDm2), trueUse: after.map((day) => day.usedMl) },
      );
      for (const { code, dryProbability } of results) {
        const sum = dry.get(code)!;
        sum.runs += dryProbability * YEARS_EACH;
        sum.years += YEARS_EACH;
      }
    }
  }
  return [
    {
      what: 'date of the reserve inside its 90 %',
      asked: '85 to 95 %',
      found: `${((100 * inside) / dates).toFixed(1)} % of ${dates}`,
    },
    {
      what: 'orders: the bottle came after it was needed',
      asked: 'at most 2 %',
      found: `${((100 * orders.filter((days) => days < 0).length) / Math.max(1, orders.length)).toFixed(1)} % of ${orders.length}`,
    },
    {
      what: 'orders: days that it came early, median',
      asked: 'at most 30',
      found: (quantileOf(orders, 0.5) ?? 0).toFixed(0),
    },
    ...[...dry]
      .filter(([code]) => code !== 'originals')
      .map(([code, { runs, years }]) => ({
        what: `${code}: printer-years with any cartridge below its reserve, 5 % allowed`,
        asked: 'at most 7 %',
        found: `${((100 * runs) / years).toFixed(1)} % of ${years}`,
      })),
    {
      what: 'follow the gauge to very low: cartridges below their reserve by then',
      asked: '(beside it)',
      found: `${((100 * belowByGauge) / cartridges).toFixed(1)} % of ${cartridges}`,
    },
  ];
}

/**
 * A year of orders: every week somebody looks; on the day that an order is due it is placed, and the bottle comes when it was said to.
 * It was needed when the first cartridge was filled from it.
 *
 * @returns days that each came before it was needed; below 0: too late
 */
function ordersOf(facts: readonly Fact[], from: string, days: number): readonly number[] {
  const first = new Map<string, { readonly inkId: string; readonly at: string }>();
  const inks = new Map(
    facts.flatMap((fact) =>
      fact.kind === 'defined' && fact.entity.entity === 'bottle'
        ? [[fact.entity.id, fact.entity.inkId] as const]
        : [],
    ),
  );
  for (const fact of facts)
    if (fact.kind === 'filled' && !first.has(fact.bottleId))
      first.set(fact.bottleId, { inkId: inks.get(fact.bottleId)!, at: fact.at });
  const due = new Map<string, string>();
  const found: number[] = [];
  for (let day = 0; day < days; day += 7) {
    const at = new Date(Date.parse(from) + day * DAY_MS).toISOString();
    const book = Ledger.from(facts.filter((fact) => fact.at <= at));
    for (const order of ordersFor(book, at)) {
      if (order.kind !== 'ink') continue;
      const next = [...first.values()].find(({ inkId, at: needed }) => inkId === order.inkId && needed > at);
      // What is needed soon after the first look was due before it.
      if (!next || Date.parse(next.at) < Date.parse(from) + 2 * DELIVERY_DAYS * DAY_MS) continue;
      const key = `${order.inkId} ${next.at}`;
      if (due.has(key)) continue;
      const isDue = Date.parse(order.by) <= Date.parse(at) + 7 * DAY_MS;
      if (isDue) {
        due.set(key, order.by);
        found.push((Date.parse(next.at) - Date.parse(order.by)) / DAY_MS - DELIVERY_DAYS);
      } else if (Date.parse(next.at) < Date.parse(at) + 7 * DAY_MS) {
        due.set(key, next.at);
        found.push(-DELIVERY_DAYS);
      }
    }
  }
  return found;
}

/** When what was in it, drawn as it really was, comes to its reserve; null: not in these days. */
function trueDate(days: readonly TrueDay[], slot: number, reserveMl: number): string | null {
  let ink = days[0]!.inkMl[slot]!;
  for (const day of days) {
    // With what the others' changes draw from it, as they came.
    ink -= day.usedMl[slot]! + day.changedMl[slot]!;
    if (ink <= reserveMl) return day.at;
  }
  return null;
}
