import type { Book } from '../ledger';
import { dosesOf, loadedIn, remainingOf } from './dosesOf';
import type { BenchRun } from './run';
import { runEnv } from './runEnv';

/**
 * What the cartridges before this one in the queue take out of each bottle, and have not recorded yet.
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
    const doses = dosesOf(run, env);
    remainingOf(run, env, doses).forEach((left, part) => {
      const bottleId = run.bottleIds[doses[part]!.chamber] ?? run.bottleIds[0];
      if (bottleId) taken.set(bottleId, (taken.get(bottleId) ?? 0) + left + loadedIn(run, part).ml);
    });
  }
  return taken;
}
