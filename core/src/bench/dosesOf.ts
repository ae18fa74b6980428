import { fillRoomMl, isHeldBack } from './fillRoomMl';
import { loadsOver } from './loadsOver';
import { partPlans } from './partPlans';
import { planOf, startPlan } from './planOf';
import type { CartridgeRun } from './run';
import type { RunEnv } from './env';
import type { Part } from './step';

export interface Dose {
  readonly chamber: number;
  /** The chamber's shade; empty where there is one, or where `part` says which body it is. */
  readonly name: string;
  /** Which body of a two-part cartridge. */
  readonly part?: Part;
  readonly ml: number;
}

/** What was to go into each chamber (or part) when the filling began, with the prime that follows, or as the person set it. */
export function dosesOf(run: CartridgeRun, env: RunEnv): Dose[] {
  const { body } = env;
  const total = fillRoomMl(run, env, startPlan(run, env));
  const parts = partPlans(run, env);
  if (parts) return parts.map(({ part, doseMl }) => ({ chamber: 0, name: '', part, ml: doseMl }));
  if (run.method === 'twoPart') {
    // Not weighed each by itself: what the head holds at most, the rest into the tank.
    const head = Math.min(
      total,
      body.type.headPart?.capacityMl ??
        body.type.sections.find((section) => /head/i.test(section.name))?.capacityMl ??
        Math.min(2, total / 4),
    );
    return [
      { chamber: 0, name: '', part: 'head', ml: run.dosesMl[0] ?? head },
      { chamber: 0, name: '', part: 'tank', ml: run.dosesMl[1] ?? Math.max(0, total - head) },
    ];
  }
  const n = body.type.chambers;
  return Array.from({ length: n }, (_, chamber) => ({
    chamber,
    name: n > 1 ? (body.cartridge.shades[chamber] ?? `chamber ${chamber + 1}`) : '',
    ml: run.dosesMl[chamber] ?? total / n,
  }));
}

/** What really went into a part so far, as it was read, ml: each load, their sum and how many. */
export function loadedIn(
  run: CartridgeRun,
  part: number,
): { readonly ml: number; readonly count: number; readonly loads: readonly number[] } {
  const loads: number[] = [];
  for (;;) {
    const answer = run.answers[`load-${part}-${loads.length}`];
    if (answer?.kind !== 'load')
      return { ml: loads.reduce((sum, ml) => sum + ml, 0), count: loads.length, loads };
    loads.push(answer.ml);
  }
}

/**
 * What is still to go into each part, by what is believed to be inside now: a load that was larger or smaller than it was
 * planned, something spilt, a weight taken meanwhile, all of it counts.
 *
 * @returns ml by part, as `dosesOf` names them; 0 where it is enough, and where its filling is over
 */
export function remainingOf(
  run: CartridgeRun,
  env: RunEnv,
  doses: readonly Dose[] = dosesOf(run, env),
): number[] {
  const begun = doses.some((_, part) => loadedIn(run, part).count > 0);
  const left = doses.map(({ ml }, part) =>
    loadsOver(run, part) ? 0 : Math.max(0, ml - loadedIn(run, part).ml),
  );
  if (!begun || partPlans(run, env)) return left;
  const room = fillRoomMl(run, env, planOf(run, env));
  if (doses.length === 1) {
    const own = run.dosesMl[0] !== null && run.dosesMl[0] !== undefined;
    if (loadsOver(run, 0)) return [0];
    // A body of one part takes what it has room for; of one's own dose no more than that, and of what was safe no more than is
    // still of it: what went in is no better known than before.
    if (own) return [left[0]!];
    return [isHeldBack(run, env) ? Math.min(room, left[0]! + run.spiltMl) : room];
  }
  const sum = left.reduce((total, ml) => total + ml, 0);
  return sum > room ? left.map((ml) => (ml * room) / sum) : left;
}
