import { logPrint, planPrint } from '@hiraeth/core/acts';
import { DAY_MS } from '@hiraeth/core/time';
import { makeStamp, type Fact } from '@hiraeth/core/workbook';
import { seeded } from '@hiraeth/core/numeric';
import { simulateLooks, simulateStudio, type Truth } from '@hiraeth/rig';
import { ABERLANW, ABERLANW_LAST, ABERLANW_LOOKS, ABERLANW_WAITING } from './aberlanw';

/** Fourteen months. */
const DAYS = 426;
const HALF_AN_HOUR_MS = 1_800_000;
export const DEMO_SEED = 47;

/**
 * The demo print room's fourteen months of facts, ending now, and the truth beside them.
 *
 * @param endAt UTC instant of opening
 * @param seed the same seed and day give the same workbook
 */
export function makeDemo(endAt: string, seed = DEMO_SEED): { facts: Fact[]; truth: Truth } {
  const { facts, truth } = simulateStudio(ABERLANW, { seed, endAt, days: DAYS });
  const { printer } = ABERLANW.printers.find((room) => room.printer.id === ABERLANW_LOOKS.printerId)!;
  const from = new Date(Date.parse(endAt) - DAYS * DAY_MS).toISOString();
  const looked = simulateLooks(facts, printer, ABERLANW_LOOKS, from, seed);
  return { facts: [...looked, ...waiting(endAt, seed)], truth };
}

/** What was printed last, and the jobs that wait on the day that it opens. */
function waiting(endAt: string, seed: number): Fact[] {
  const now = Date.parse(endAt);
  const last = logPrint(ABERLANW_LAST, { at: new Date(now - HALF_AN_HOUR_MS).toISOString() });
  const queue = ABERLANW_WAITING.map(({ print, inDays }) =>
    planPrint(print, inDays === undefined ? undefined : new Date(now + inDays * DAY_MS).toISOString()),
  );
  return makeStamp({ now: () => now }, seeded(seed))([last, ...queue].flatMap(({ facts }) => facts));
}
