import { TOLERANCE_G } from '../fill';
import type { Construction, Tool } from '../workbook';
import { dosesOf } from './dosesOf';
import { fillRoomMl } from './fillRoomMl';
import { loadsOf } from './loadsOf';
import { CONSTRUCTION_DATA, METHOD_DATA } from './methods';
import { startPlan } from './planOf';
import type { CartridgeRun } from './run';
import type { RunEnv } from './env';

/** One thing that a run needs, and whether it is here. */
export type ToolFinding = { readonly ok: boolean } & (
  | { readonly code: 'tool'; readonly tool: Tool['tool']; readonly name: string | null }
  | { readonly code: 'clipFits'; readonly heightMm: number }
  | {
      readonly code: 'syringe';
      readonly name: string | null;
      readonly loads: number;
      readonly keepBackMl: number;
    }
  | {
      readonly code: 'scale';
      readonly name: string | null;
      readonly capacityG: number;
      readonly maxG: number;
    }
  | {
      readonly code: 'coarseMarks';
      readonly name: string;
      readonly graduationMl: number;
      readonly doseMl: number;
    }
  | { readonly code: 'dosesTooLarge'; readonly dosesMl: number; readonly roomMl: number }
  | {
      readonly code: 'bottle';
      readonly shade: string | null;
      readonly hasMl: number;
      readonly needMl: number;
    }
  | { readonly code: 'noLot' }
  | { readonly code: 'construction'; readonly label: string; readonly construction: Construction }
);

/** A dose of fewer marks than this is read too roughly. */
const COARSE = 4;
/** More loads than this with one syringe are a sign that it is too small. */
const MOST_LOADS = 8;

/**
 * What this run needs, before any bottle is open: tools, the scale's capacity, the bottle for the whole queue, the lot.
 *
 * @param takenMl what earlier cartridges of the queue will take, by bottle id (`takenBefore`)
 */
export function toolCheck(
  run: CartridgeRun,
  env: RunEnv,
  takenMl: ReadonlyMap<string, number> = new Map(),
): ToolFinding[] {
  const { type, cartridge, maxG } = env.body;
  const method = METHOD_DATA[run.method];
  const plan = startPlan(run, env);
  const findings: ToolFinding[] = [];
  const say = (finding: ToolFinding): void => void findings.push(finding);
  const resets = cartridge.chip?.strategy === 'resetter' && run.occasion !== 'first';
  for (const tool of [...method.tools, ...(resets ? (['resetter'] as const) : [])]) {
    const have = env.tools.filter((t) => t.tool === tool && t.count > 0);
    const fits =
      tool !== 'clip' ||
      type.bodyHeightMm === null ||
      have.some((t) => t.fitsHeightMm === null || Math.abs(t.fitsHeightMm - type.bodyHeightMm!) <= 2);
    if (have.length > 0 && !fits) say({ ok: false, code: 'clipFits', heightMm: type.bodyHeightMm! });
    else say({ ok: have.length > 0, code: 'tool', tool, name: have[0]?.name ?? null });
  }
  const room = fillRoomMl(run, env, plan);
  const doses = dosesOf(run, env);
  const dosed = doses.reduce((sum, dose) => sum + dose.ml, 0);
  const loads = doses.reduce((sum, dose) => sum + loadsOf(dose.ml, run, env.syringe).length, 0);
  if (method.dosed === 'syringe')
    say({
      ok: env.syringe !== null && loads <= MOST_LOADS,
      code: 'syringe',
      name: env.syringe?.name ?? null,
      loads,
      keepBackMl: env.syringe?.keepBackMl ?? 0,
    });
  if (run.byScale)
    say({
      ok: env.scale !== null && env.scale.capacityG >= maxG,
      code: 'scale',
      name: env.scale?.name ?? null,
      capacityG: env.scale?.capacityG ?? 0,
      maxG,
    });
  const least = Math.min(...doses.filter((dose) => dose.ml > 0).map((dose) => dose.ml));
  if (method.dosed === 'syringe' && env.syringe && least < COARSE * env.syringe.graduationMl)
    say({
      ok: false,
      code: 'coarseMarks',
      name: env.syringe.name,
      graduationMl: env.syringe.graduationMl,
      doseMl: least,
    });
  if (dosed > room + TOLERANCE_G) say({ ok: false, code: 'dosesTooLarge', dosesMl: dosed, roomMl: room });
  env.bottleMl.forEach((has, bottle) => {
    const own = doses.filter((dose) => dose.chamber === bottle).reduce((sum, dose) => sum + dose.ml, 0);
    // Whatever the doses, a single ink may be asked to fill all the room.
    const need =
      (type.chambers > 1 ? own : Math.max(room, own)) + (takenMl.get(run.bottleIds[bottle] ?? '') ?? 0);
    say({
      ok: has.value >= need,
      code: 'bottle',
      shade: type.chambers > 1 ? (cartridge.shades[bottle] ?? null) : null,
      hasMl: has.value,
      needMl: need,
    });
  });
  if (env.bottleLots.some((lot) => lot === '')) say({ ok: false, code: 'noLot' });
  say({
    ok: CONSTRUCTION_DATA[type.construction].methods.includes(run.method),
    code: 'construction',
    label: cartridge.label,
    construction: type.construction,
  });
  return findings;
}
