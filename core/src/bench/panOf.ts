import type { Uncertain } from '../quantity';
import type { CartridgeRun } from './run';
import type { RunEnv } from './env';

/** A part that lies on the scale with the cartridge, as the run's ports say. */
export type PanPart = 'keeper' | 'swab' | 'tape';

export interface Pan {
  readonly parts: readonly PanPart[];
  /** What they weigh together, as far as it is known: taken off what the scale shows. */
  readonly massG: Uncertain;
  /** Parts of which nobody knows the mass: with them on both times they fall out of what is filled, not out of the empty mass. */
  readonly unknown: readonly PanPart[];
}

/**
 * What lies on the pan beside the cartridge: a keeper, a swab, tape. With their masses known, a tare that was taken bare and a
 * fill that is weighed with the keeper agree.
 *
 * @param run its ports, as the steps before left them
 */
export function panOf(run: Pick<CartridgeRun, 'ports'>, env: Pick<RunEnv, 'tools'>): Pan {
  const has = (tool: PanPart): boolean => env.tools.some((one) => one.tool === tool && one.count > 0);
  const parts: PanPart[] = [
    ...(run.ports.keeper === 'on' ? [has('keeper') ? ('keeper' as const) : ('swab' as const)] : []),
    ...(run.ports.tape === 'on' ? ['tape' as const] : []),
  ];
  let value = 0;
  let variance = 0;
  const unknown: PanPart[] = [];
  for (const part of parts) {
    const massG = env.tools.find((one) => one.tool === part && one.massG)?.massG;
    if (!massG) unknown.push(part);
    else {
      value += massG.value;
      variance += massG.u ** 2;
    }
  }
  return { parts, massG: { value, u: Math.sqrt(variance) }, unknown };
}
