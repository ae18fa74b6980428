import type { CartridgeRun } from './run';
import type { RunEnv } from './env';

/** What comes out of this body is a mixture: several chambers, another ink than before, or another lot inside. */
export const isMixed = (run: CartridgeRun, env: RunEnv): boolean =>
  env.body.type.chambers > 1 || run.occasion === 'conversion' || run.occasion === 'original' || !env.pure;
