import { createHash } from 'node:crypto';
import { balance, bottleGap, paperAndWaste } from '@hiraeth/core/account';
import {
  cartridgeLives,
  cartridgeView,
  emptyAt,
  likelyEmpty,
  meanSheet,
  missingPrints,
  printerAdvice,
  sensorReading,
  shelfState,
} from '@hiraeth/core/advice';
import { reprofile, shadeHistory, shadeSeries, testPrint } from '@hiraeth/core/colour';
import {
  AS_IT_WAS,
  leversOf,
  lotCosts,
  meanPrint,
  paybackOf,
  perDm2,
  periodCost,
  printCost,
  printedIn,
  printerCost,
  quoteEdition,
  sellersFigure,
  whatIf,
} from '@hiraeth/core/cost';
import { dueItems } from '@hiraeth/core/due';
import { toCsv } from '@hiraeth/core/exchange';
import {
  all,
  bottleRemaining,
  cartridgeOf,
  expectedMass,
  inkByWeight,
  inkNow,
  lifeOf,
  massOff,
  modelOf,
  padMl,
  plannedJobs,
  routineDraw,
  type Ledger,
} from '@hiraeth/core/ledger';
import { headAdvice, headHealth, troubleCauses, TROUBLES } from '@hiraeth/core/nozzle';
import {
  calendarDose,
  canPrint,
  dayPlan,
  forecastInk,
  howFar,
  inkLasts,
  jobOfPlanned,
  ordersFor,
  PLAN_DEFAULTS,
  planBasis,
  pooledRatios,
  rhythmOf,
  rotationOf,
  scoreForecasts,
  simulatePolicies,
  weighPlan,
  whatWasLearnt,
} from '@hiraeth/core/plan';
import { dryingTray } from '@hiraeth/core/prepare';
import { reportOf } from '@hiraeth/core/report';
import { partsOfUse } from '@hiraeth/core/usage';

/**
 * What every room says of a workbook at one instant, as lines `where = what`: numbers to five places, codes and names as they
 * are. Two builds that say the same give the same lines.
 *
 * @param random for what is simulated, seeded
 * @param longest a list of more items is one line: its count, sum and mark; 0: every answer is one line
 */
export function figuresOf(ledger: Ledger, at: string, random: () => number, longest: number): string[] {
  const lines: string[] = [];
  const say = (where: string, what: unknown): void => put(lines, where, what, longest);

  say('report', reportOf(ledger, at));
  say('due', dueItems(ledger, at));
  say('inkLasts', inkLasts(ledger, at));
  say('orders', ordersFor(ledger, at));
  say('drying', dryingTray(ledger, ledger.facts, at));
  say('score', scoreForecasts(ledger));

  for (const bottle of all(ledger.context, 'bottle')) {
    say(`bottle.${bottle.id}.left`, bottleRemaining(ledger, bottle.id));
    say(`bottle.${bottle.id}.gap`, bottleGap(ledger, bottle.id));
  }

  for (const { id } of all(ledger.context, 'cartridge')) {
    const of = `cartridge.${id}`;
    const view = cartridgeView(ledger, id, at);
    const expected = expectedMass(ledger, id, at);
    say(`${of}.inkNow`, inkNow(ledger, id, at));
    say(`${of}.expected`, expected);
    say(`${of}.emptyAt`, emptyAt(ledger, id, at));
    say(`${of}.sensor`, sensorReading(ledger, id, 'both', at));
    say(`${of}.shelf`, view && shelfState(ledger, view));
    say(`${of}.shades`, shadeHistory(ledger, id));
    say(`${of}.life`, lifeOf(ledger, id, at, new Map()));
    for (const off of [-3, 2])
      if (expected) {
        const mass = { value: expected.value + off, u: 0.05 };
        say(`${of}.weighed${off}`, inkByWeight(ledger, id, mass, at));
        say(`${of}.off${off}`, massOff(ledger, id, mass, at));
      }
    for (const trouble of TROUBLES) say(`${of}.${trouble}`, troubleCauses(ledger, id, trouble, at));
  }

  for (const printer of all(ledger.context, 'printer')) {
    const { id } = printer;
    const of = `printer.${id}`;
    const sheet = { widthMm: 297, heightMm: 420 };
    const jobs = plannedJobs(ledger, id).map((job) => jobOfPlanned(job));
    const subjectId = jobs[0]?.subjectId ?? 'any';
    const model = modelOf(ledger, id)!;
    const exposure = meanSheet(ledger, id);
    say(`${of}.advice`, printerAdvice(ledger, id, at));
    say(`${of}.likelyEmpty`, likelyEmpty(ledger, id, at));
    say(`${of}.lives`, cartridgeLives(ledger, id));
    say(`${of}.change`, routineDraw(ledger, id, 'change'));
    say(`${of}.pad`, padMl(ledger, id));
    say(`${of}.balance`, balance(ledger, id, at));
    say(`${of}.health`, headHealth(ledger, id));
    say(`${of}.head`, headAdvice(ledger, id, at));
    say(`${of}.series`, shadeSeries(ledger, id));
    say(`${of}.reprofile`, reprofile(ledger, id, at));
    say(`${of}.testPrint`, testPrint(ledger, id, { subjectId, ...sheet }, at));
    say(`${of}.queue`, canPrint(ledger, id, jobs, at));
    say(`${of}.twenty`, canPrint(ledger, id, [{ subjectId, copies: 20, ...sheet }], at));
    say(`${of}.day`, dayPlan(ledger, id, at));
    say(`${of}.rhythm`, rhythmOf(ledger, id, at));
    for (const by of ['rhythm', 'jobs', 'both'] as const)
      say(`${of}.forecast.${by}`, forecastInk(ledger, id, at, 12, by));
    say(`${of}.rotation`, rotationOf(ledger, id, at));
    say(`${of}.weighPlan`, weighPlan(ledger, id, at));
    say(`${of}.calendar`, calendarDose(ledger, id, at, 21));
    say(`${of}.learnt`, whatWasLearnt(ledger, id, at));
    say(`${of}.ratios`, pooledRatios(ledger, id));
    const basis = planBasis(ledger, id, at, PLAN_DEFAULTS);
    say(`${of}.plan`, basis);
    if (basis?.input) say(`${of}.ways`, simulatePolicies({ ...basis.input, years: 40, random }));

    const cost = printerCost(ledger, id, at);
    if (!cost) continue;
    say(`${of}.payback`, paybackOf(ledger, cost));
    say(`${of}.lost`, lotCosts(ledger, cost, null));
    say(`${of}.seller`, sellersFigure(ledger, cost, 12.474));
    say(`${of}.levers`, leversOf(ledger, cost));
    say(
      `${of}.whatIf`,
      whatIf(ledger, cost, { ...AS_IT_WAS, inkPrice: 1.2, printed: 2, waste: 0.5, lost: 2 }),
    );
    say(`${of}.print`, printCost(ledger, cost, subjectId, 12.474));
    for (const side of ['refill', 'original'] as const) {
      say(`${of}.mean.${side}`, meanPrint(cost, side));
      say(`${of}.dm2.${side}`, perDm2(cost, side));
    }
    const quarter = new Date(Date.parse(at) - 90 * 86_400_000).toISOString();
    say(`${of}.quarter`, periodCost(ledger, id, quarter, at));
    say(`${of}.paper`, paperAndWaste(ledger, id, quarter, at));
    say(`${of}.printed`, printedIn(ledger, id, quarter, at));
    say(
      `${of}.edition`,
      quoteEdition(
        ledger,
        {
          printerId: id,
          subjectId,
          ...sheet,
          copies: 25,
          proofs: 2,
          spoils: 1,
          paperMinor: 300,
          allowance: 0.1,
        },
        at,
      ),
    );
    for (const slot of printer.slots) {
      say(`${of}.${slot.id}.far`, howFar(ledger, id, slot.id, at));
      say(`${of}.${slot.id}.lots`, lotCosts(ledger, cost, slot.id));
      say(`${of}.${slot.id}.parts`, partsOfUse(model, slot.id, exposure));
    }
    const seated = printer.slots.flatMap((slot) => {
      const cartridge = all(ledger.context, 'cartridge').find(({ id }) => {
        const seat = cartridgeOf(ledger, id)?.seat;
        return seat?.printerId === printer.id && seat.slotId === slot.id;
      });
      const expected = cartridge && expectedMass(ledger, cartridge.id, at);
      if (!cartridge || !expected) return [];
      const found = { value: expected.value - 2, u: 0.05 };
      return [{ cartridgeId: cartridge.id, slotId: slot.id, expected, found, density: 1.06 }];
    });
    say(`${of}.missing`, missingPrints(ledger, id, seated, at));
  }

  for (const table of ['fills', 'weighings', 'prints'] as const)
    say(`csv.${table}`, toCsv(ledger, table).split('\n'));
  return lines;
}

function put(lines: string[], where: string, what: unknown, longest: number): void {
  if (what === undefined || typeof what === 'function') return;
  if (typeof what === 'number') lines.push(`${where} = ${Number(what.toPrecision(5))}`);
  else if (what === null || typeof what !== 'object') lines.push(`${where} = ${JSON.stringify(what)}`);
  else if (what instanceof Map) put(lines, where, Object.fromEntries(what), longest);
  else if (what instanceof Set) put(lines, where, [...what], longest);
  else if (longest === 0 || (Array.isArray(what) && what.length > longest)) {
    const inner: string[] = [];
    put(inner, '', what, Infinity);
    const numbers = inner.map((line) => Number(line.split(' = ')[1])).filter(Number.isFinite);
    const sum = numbers.reduce((total, number) => total + number, 0);
    const mark = createHash('sha256').update(inner.join('\n')).digest('hex').slice(0, 8);
    lines.push(`${where} = ${inner.length} figures, sum ${Number(sum.toPrecision(6))}, ${mark}`);
  } else if (Array.isArray(what)) {
    if (what.length === 0) lines.push(`${where} = none`);
    what.forEach((item, i) => put(lines, `${where}.${i}`, item, longest));
  } else for (const [key, value] of Object.entries(what)) put(lines, `${where}.${key}`, value, longest);
}
