import { expect, test } from '@jest/globals';
import { checkFact } from '@hiraeth/core/check';
import { dayPlan } from '@hiraeth/core/plan';
import { explain, spokenReport } from '@hiraeth/core/words';
import { find, inkNow, Ledger, modelOf } from '@hiraeth/core/ledger';
import { FORMAT_VERSION, workbookSchema } from '@hiraeth/core/workbook';
import { printerCost, singleChanges } from '@hiraeth/core/cost';
import { report } from '@hiraeth/core/report';
import { DEMO_SEED, makeDemo } from './index';

const AT = '2026-11-24T18:00:00.000Z';

test('the same seed and day give the same workbook, valid by its schema, with nothing that its own checks refuse', () => {
  const { facts } = makeDemo(AT);
  expect(makeDemo(AT).facts).toEqual(facts);
  expect(
    workbookSchema.safeParse({ format: 'hiraeth-workbook', version: FORMAT_VERSION, exported: AT, facts })
      .error?.issues,
  ).toBeUndefined();
  const refused: string[] = [];
  Ledger.from(facts, (ledger, fact) =>
    checkFact(ledger, fact, Date.parse(AT)).forEach(
      (problem) => problem.severity === 'stop' && refused.push(explain(problem)),
    ),
  );
  expect(refused).toEqual([]);
});

test('the ink on hand lies within its interval of the truth for nine in ten, and intervals hold', () => {
  let inside = 0;
  let all = 0;
  let held = 0;
  let intervals = 0;
  // Errors that a maker's densities share make years good or bad as a whole: many of them are judged together.
  for (const seed of [DEMO_SEED, 11, 12, 13, 14, 15, 16, 17]) {
    const { facts, truth } = makeDemo(AT, seed);
    const ledger = Ledger.from(facts);
    const ids = Object.keys(truth.inkMl);
    for (const id of ids) {
      const ink = inkNow(ledger, id, AT)!;
      if (Math.abs(ink.value - truth.inkMl[id]!) <= 1.96 * ink.u) inside += 1;
    }
    all += ids.length;
    for (const id of ['nine', 'six'])
      for (const record of modelOf(ledger, id)!.records)
        if (!record.leftOut) {
          intervals += 1;
          if (record.inside) held += 1;
        }
  }
  expect(inside / all).toBeGreaterThanOrEqual(0.9);
  expect(held / intervals).toBeGreaterThan(0.9);
  expect(held / intervals).toBeLessThan(0.985);
});

test('the cost per print is within 3 % of the truth after the year', () => {
  const { facts, truth } = makeDemo(AT);
  const ledger = Ledger.from(facts);
  for (const id of ['nine', 'six', 'mini']) {
    const cost = printerCost(ledger, id, AT)!;
    const drawn = Object.values(truth.drawnMl[id]!).reduce((a, b) => a + b, 0);
    const estimated = cost.channels.reduce((sum, channel) => sum + channel.drawnMl.value, 0);
    expect(Math.abs(estimated / drawn - 1)).toBeLessThan(0.03);
    // The parts of each sum add up to it.
    for (const sum of [cost.refill, cost.original])
      expect(sum.parts.reduce((a, part) => a + part.minor!, 0)).toBeCloseTo(sum.minor!, 6);
    const prices = cost.channels.map((channel) => ({
      useMl: channel.drawnMl.value,
      usableMl: 46,
      primeMl: 0,
    }));
    expect(cost.cartridgesSpared!).toBeGreaterThan(0.5 * singleChanges(prices)!.changes);
  }
});

test('which black its paper takes makes each of the two foretold as well as any other', () => {
  const { facts } = makeDemo(AT);
  const untold = facts.map((fact) =>
    fact.kind === 'defined' && fact.entity.entity === 'paper'
      ? { ...fact, entity: { ...fact.entity, black: null } }
      : fact,
  );
  /** Root mean square of what was foretold wrong, ml; from a share of the weigh-ins on. */
  const wrong = (known: typeof facts, slotIds: readonly string[], from = 0): number => {
    const all = modelOf(Ledger.from(known), 'nine')!.records.filter(({ slotId }) => slotIds.includes(slotId));
    const records = all.slice(from * all.length);
    return Math.sqrt(
      records.reduce((sum, { foretold, used }) => sum + (foretold.value - used.value) ** 2, 0) /
        records.length,
    );
  };
  const blacks = ['pk', 'mk'];
  expect(wrong(facts, blacks)).toBeLessThan(1.5 * wrong(facts, ['gy', 'cy', 'ye']));
  // Untold, their forecasts know that they know little, and go by the chips: once the printer is known they stay behind.
  expect(wrong(untold, blacks, 0.5)).toBeGreaterThan(1.2 * wrong(facts, blacks, 0.5));
});

test('the human faults can be found in the log', () => {
  const { facts } = makeDemo(AT);
  const ledger = Ledger.from(facts);
  const found = spokenReport(report(facts, AT), ledger);
  const words = found.problems.map((problem) => problem.message).join('\n');
  expect(words).toMatch(/Light magenta B lost 2\.\d ml while nothing printed/);
  expect(words).toMatch(/Grey B faded or ran dry/);
  expect(words).toMatch(/Cyan A.*over-full/);
  expect(ledger.facts.some((fact) => fact.confirmed?.includes('otherShade'))).toBe(true);
  expect(found.cartridges.find((c) => c.id === 'nine-a-lc')!.foreignFraction).toBeGreaterThan(0);
  expect(find(ledger.context, 'printer', 'nine')!.slots).toHaveLength(9);
  // A week that nobody logged is named, and so is the leak; the other printers add up.
  const [nine, six] = found.printers;
  expect(nine!.balance.notLoggedMl).toBeGreaterThan(5);
  // Since the last weigh-in of what stood in it, not since its set went onto the shelf weeks before.
  const [missing, ...more] = modelOf(ledger, 'nine')!.missing;
  expect(more).toEqual([]);
  expect(Date.parse(missing!.to) - Date.parse(missing!.from)).toBeLessThan(15 * 86_400_000);
  expect(nine!.balance.leakedMl).toBeGreaterThan(2);
  expect(Math.abs(six!.balance.gapMl)).toBeLessThanOrEqual(six!.balance.gapU * 1.5);
});

test('what waits to be printed is in it, the soonest first, and its plan can be told', () => {
  const ledger = Ledger.from(makeDemo(AT).facts);
  const plan = dayPlan(ledger, 'nine', AT)!;
  expect(plan.jobs.map(({ job }) => job.title)).toEqual([
    'Bladder wrack, cards',
    'Harbour lights, edition',
    'Lichen study IV, proofs',
  ]);
  expect(plan.notKnown).toBeNull();
  expect(plan.sittings.flatMap(({ jobs }) => jobs).reduce((sum, { copies }) => sum + copies, 0)).toBe(67);
});
