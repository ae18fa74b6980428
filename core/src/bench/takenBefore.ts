import type { Book } from '../ledger';
import { dosesOf } from './dosesOf';
import { planOf } from './planOf';
import type { BenchRun } from './run';
import { runEnv } from './runEnv';

/**
 * What the cartridges before this one in the queue will still take out of each bottle.
 *
 * @param ledger whose masses and bottles the plans follow
 * @param bench the queue, and where it stands
 * @param at UTC instant
 * @returns ml by bottle id
 */
export function takenBefore(ledger: Book, bench: BenchRun, at: string): ReadonlyMap<string, number> {
  const taken = new Map<string, number>();
  for (const run of bench.queue.slice(0, bench.at)) {
    const env = runEnv(ledger, run, at);
    // Once recorded, its bottle is less already.
    if (run.state !== 'doing' || run.done.includes('summary') || !env) continue;
    for (const { chamber, ml } of dosesOf(run, env, planOf(run, env))) {
      const bottleId = run.bottleIds[chamber] ?? run.bottleIds[0];
      if (bottleId) taken.set(bottleId, (taken.get(bottleId) ?? 0) + ml);
    }
  }
  return taken;
}
