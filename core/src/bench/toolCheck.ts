import { CONSTRUCTION_DATA, METHOD_DATA } from './methods';
import type { CartridgeRun } from './run';
import { dosesOf } from './dosesOf';
import { planOf } from './planOf';
import type { RunEnv } from './runEnv';

export interface ToolFinding {
  readonly ok: boolean;
  readonly text: string;
}

const TOOL_WORDS: Record<string, string> = {
  needleLong: 'long blunt needle',
  needleShort: 'short blunt needle',
  funnel: 'funnel',
  clip: 'clip',
  bagAdapter: 'bag adapter',
  keeper: 'outlet keeper',
  resetter: 'chip resetter',
  torch: 'torch',
  squeezeBottle: 'squeeze bottle',
  gloves: 'gloves',
  towel: 'towel',
  floatSensor: 'float sensor',
};

/** A dose of fewer marks than this is read too roughly. */
const COARSE = 4;

/**
 * What this run needs, before any bottle is open: tools, the scale's capacity, the bottle for the whole queue, the lot.
 *
 * @param takenMl what earlier cartridges of the queue will take, by bottle id (`takenBefore`)
 */
export function toolCheck(
  run: CartridgeRun,
  env: RunEnv,
  takenMl: Readonly<Record<string, number>> = {},
): ToolFinding[] {
  const { type, cartridge, maxG } = env.body;
  const method = METHOD_DATA[run.method];
  const plan = planOf(run, env);
  const findings: ToolFinding[] = [];
  const say = (ok: boolean, text: string): void => void findings.push({ ok, text });
  const chip = cartridge.chip?.strategy;
  const needed = [
    ...method.tools,
    ...(chip === 'resetter' && run.occasion !== 'first' ? (['resetter'] as const) : []),
  ];
  for (const tool of needed) {
    const have = env.tools.filter((t) => t.tool === tool && t.count > 0);
    const fits =
      tool !== 'clip' ||
      type.bodyHeightMm === null ||
      have.some((t) => t.fitsHeightMm === null || Math.abs(t.fitsHeightMm - type.bodyHeightMm!) <= 2);
    say(
      have.length > 0 && fits,
      have.length === 0
        ? `No ${TOOL_WORDS[tool]} in the workbook: add it in Workbook, or make sure that one lies here.`
        : fits
          ? have[0]!.name
          : `No clip for a body of ${type.bodyHeightMm} mm: it would leak at the outlet.`,
    );
  }
  if (method.dosed === 'syringe') {
    if (!env.syringe) say(false, 'No syringe chosen: choose one.');
    else if (plan.loads.length > 8)
      say(false, `${env.syringe.name} is too small: ${plan.loads.length} loads. Take a larger one.`);
    else
      say(
        true,
        `${env.syringe.name}: ${plan.loads.length <= 1 ? 'one load' : `${plan.loads.length} loads`}, ${env.syringe.keepBackMl} ml kept back against foam`,
      );
  }
  if (run.byScale) {
    if (!env.scale) say(false, 'No scale in the workbook: add it, or fill by syringe with its larger doubt.');
    else
      say(
        env.scale.capacityG >= maxG,
        env.scale.capacityG >= maxG
          ? `${env.scale.name} carries the full cartridge (${maxG.toFixed(1)} g)`
          : `${env.scale.name} carries ${env.scale.capacityG} g, the full cartridge weighs up to ${maxG.toFixed(1)} g.`,
      );
  }
  const room = Math.max(0, plan.addMl.value);
  const doses = dosesOf(run, env, plan);
  const dosed = doses.reduce((sum, dose) => sum + dose.ml, 0);
  const least = Math.min(...doses.filter((dose) => dose.ml > 0).map((dose) => dose.ml));
  if (method.dosed === 'syringe' && env.syringe && least < COARSE * env.syringe.graduationMl)
    say(
      false,
      `${env.syringe.name}: its marks of ${env.syringe.graduationMl} ml are coarse for a dose of ${least.toFixed(1)} ml. Take a smaller one.`,
    );
  if (dosed > room + plan.toleranceG)
    say(
      false,
      `Your doses add up to ${dosed.toFixed(1)} ml, but there is room for ${room.toFixed(1)} ml by the log: give less, or it leaks.`,
    );
  env.bottleMl.forEach((has, bottle) => {
    const own = doses.filter((dose) => dose.chamber === bottle).reduce((sum, dose) => sum + dose.ml, 0);
    // Whatever the doses, a single ink may be asked to fill all the room.
    const need =
      (type.chambers > 1 ? own : Math.max(room, own)) + (takenMl[run.bottleIds[bottle] ?? ''] ?? 0);
    const which = type.chambers > 1 ? `The bottle for ${cartridge.shades[bottle]}` : 'The bottle';
    say(
      has.value >= need,
      has.value >= need
        ? `${which} holds ${has.value.toFixed(0)} ml; this and what is queued before it take ${need.toFixed(0)} ml`
        : `${which} holds ${has.value.toFixed(0)} ml, ${need.toFixed(0)} ml are needed: have another ready.`,
    );
  });
  if (env.bottleNames.some((name) => !/lot /.test(name)))
    say(false, 'The bottle has no lot number: write it down in Inks, colours are compared by lot.');
  say(
    CONSTRUCTION_DATA[type.construction].methods.includes(run.method),
    CONSTRUCTION_DATA[type.construction].methods.includes(run.method)
      ? `${cartridge.label}: ${CONSTRUCTION_DATA[type.construction].matters}`
      : 'This method does not suit this construction. Choose another.',
  );
  return findings;
}
