export interface ChannelUse {
  readonly useMl: number;
  readonly usableMl: number;
  /** Drawn from this channel by each change of any cartridge. */
  readonly primeMl: number;
}

/**
 * How many single cartridge changes a use causes, when each change primes every channel and so brings the next change
 * nearer: `n = Σ(u_c/usable_c) / (1 − Σ(p_c/usable_c))`.
 *
 * @param channels use, usable volume and prime per change, ml
 * @returns changes n, and the ml lost to priming in all channels; null when priming alone would empty the cartridges
 * @throws RangeError when a usable volume is not above 0
 * @example singleChanges([6, 9, 14, 11, 13, 10, 8, 7, 16].map((useMl) => ({ useMl, usableMl: 46, primeMl: 1.1 }))).changes.toFixed(2) // "2.60"
 * @example singleChanges([6, 9, 14, 11, 13, 10, 8, 7, 16].map((useMl) => ({ useMl, usableMl: 46, primeMl: 1.1 }))).primingMl.toFixed(1) // "25.8"
 */
export function singleChanges(
  channels: readonly ChannelUse[],
): { changes: number; primingMl: number } | null {
  let uses = 0;
  let primes = 0;
  for (const { useMl, usableMl, primeMl } of channels) {
    if (!(usableMl > 0)) throw new RangeError('A usable volume is above 0 ml.');
    uses += useMl / usableMl;
    primes += primeMl / usableMl;
  }
  if (primes >= 1) return null;
  const changes = uses / (1 - primes);
  return { changes, primingMl: changes * channels.reduce((sum, channel) => sum + channel.primeMl, 0) };
}
