import type { FillPlan } from '../fill';
import { fillRoomMl } from './fillRoomMl';
import { partPlans } from './partPlans';
import type { CartridgeRun } from './run';
import type { RunEnv } from './runEnv';
import type { Part } from './step';

export interface Dose {
  readonly chamber: number;
  /** The chamber's shade; empty where there is one, or where `part` says which body it is. */
  readonly name: string;
  /** Which body of a two-part cartridge. */
  readonly part?: Part;
  readonly ml: number;
}

/** What goes into each chamber (or part), from the plan and the prime that follows, or as the person set it. */
export function dosesOf(run: CartridgeRun, env: RunEnv, plan: FillPlan): Dose[] {
  const { body } = env;
  const total = fillRoomMl(run, env, plan);
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
