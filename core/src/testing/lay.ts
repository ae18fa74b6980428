import {
  CONSTRUCTION_DATA,
  runEnv,
  stepsFor,
  type Answer,
  type CartridgeRun,
  type RunChoice,
  type RunEnv,
} from '../bench';
import { Ledger } from '../ledger';
import type { Cartridge, CartridgeType, Construction, FactDraft, Printer } from '../workbook';
import { bodyRoom, SHADES } from './bench';
import { startRun } from './run';

/** When a run of a test begins, and its masses are taken. */
export const AT = '2026-03-02T09:00:00.000Z';

/** What differs from `bodyRoom`’s own. */
export interface Room {
  construction?: Construction;
  chambers?: number;
  schools?: Partial<Printer['schools']>;
  cartridge?: Partial<Cartridge>;
  type?: Partial<CartridgeType>;
  more?: FactDraft[];
}

/** A run of a room as it lies before its first step, with the ids of its steps. */
export function lay(
  part: Partial<CartridgeRun> = {},
  room: Room = {},
): { run: CartridgeRun; env: RunEnv; ids: string[] } {
  const { construction = 'compartmentTank', chambers = 1, ...rest } = room;
  const run = startRun({ method: CONSTRUCTION_DATA[construction].methods[0]!, ...part });
  const env = runEnv(Ledger.from(bodyRoom(construction, chambers, rest)), run, AT)!;
  return { run, env, ids: stepsFor(run, env).map((step) => step.id) };
}

/** The scale’s answer, g. */
export const mass = (value: number): Answer => ({ kind: 'mass', massG: { value, u: 0.0153 }, at: AT });

/** One of a step’s answers. */
export const choice = (value: string): Answer => ({ kind: 'choice', choice: value });

/** A step at which ink is drawn out. */
export const drawAt = (run: CartridgeRun, env: RunEnv, id: string) => {
  const step = stepsFor(run, env).find((s) => s.id === id);
  if (step?.kind !== 'draw') throw new Error(`${id} is not drawn`);
  return step;
};

/** For `stepsFor(...pair(lay()))`. */
export function pair({ run, env }: { run: CartridgeRun; env: RunEnv }): [CartridgeRun, RunEnv] {
  return [run, env];
}

/** It stands in its slot. */
export const HERE: FactDraft = {
  kind: 'installed',
  printerId: 'printer',
  into: [{ slotId: 'cyan', cartridgeId: 'it' }],
};

/** A run for the one cartridge of the room, as a person would choose it. */
export const chosen = (part: Partial<RunChoice> = {}): RunChoice => ({
  cartridgeId: 'it',
  method: 'topSyringe',
  occasion: 'topUp',
  bottleIds: SHADES.map((shade) => `bottle-${shade}`),
  scaleId: 'scale',
  syringeId: 'syringe',
  squeezeMl: 0.8,
  byScale: true,
  ...part,
});
