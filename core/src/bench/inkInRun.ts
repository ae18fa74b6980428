import type { Uncertain } from '../quantity';
import { afterMasses, massStart } from './answers';
import type { CartridgeRun } from './run';
import type { RunEnv } from './runEnv';

/**
 * Ink in the cartridge at this moment of its run: by its last weighing, with what was put in and taken out since.
 *
 * @returns ml; null while nothing is known of it
 */
export function inkInRun(run: CartridgeRun, env: RunEnv): Uncertain | null {
  const { emptyG } = env.body;
  const rho = env.densityInside.value;
  const byMass = ({ value, u }: Uncertain): Uncertain => ({
    value: Math.max(0, (value - emptyG.value) / rho),
    u: Math.hypot(u, emptyG.u) / rho,
  });
  const last = afterMasses(run).at(-1);
  if (last) return byMass(last);
  const start = massStart(run);
  const from = start ? byMass(start) : run.inkBefore;
  if (!from) return null;
  let ml = from.value;
  let variance = from.u ** 2;
  for (const [id, answer] of Object.entries(run.answers)) {
    if (answer.kind === 'load') {
      ml += answer.ml;
      variance += (0.03 * answer.ml) ** 2;
    } else if (answer.kind === 'volume' && id !== 'leftover' && !(id === 'draw-out' && start)) {
      ml -= answer.ml.value;
      variance += answer.ml.u ** 2;
    }
  }
  return { value: Math.max(0, ml), u: Math.sqrt(variance) };
}
