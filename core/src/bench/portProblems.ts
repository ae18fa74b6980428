import type { Construction, Ports } from '../workbook';
import { CONSTRUCTION_DATA } from './methods';

export type PortProblem = 'plugOut' | 'ventShut' | 'taped' | 'keeperOn';

/**
 * What is wrong with the ports of a cartridge that prints, or is about to. Ports of which nothing is known are no problem.
 *
 * @param ports as the log, or a run, has them
 * @param construction whether it has a vent at all
 */
export function portProblems({ plug, vent, tape, keeper }: Ports, construction: Construction): PortProblem[] {
  const found: PortProblem[] = [];
  if (plug === 'out') found.push('plugOut');
  if (tape === 'on') found.push('taped');
  else if (vent === 'shut' && CONSTRUCTION_DATA[construction].vent) found.push('ventShut');
  if (keeper === 'on') found.push('keeperOn');
  return found;
}

/** No air comes in: its vent is shut or taped, and no ink can follow. */
export const noAir = (ports: Ports, construction: Construction): boolean =>
  portProblems(ports, construction).some((code) => code === 'ventShut' || code === 'taped');
