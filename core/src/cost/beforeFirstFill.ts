import { USE_PRIOR } from '../workbook';
import { singleChanges } from './singleChanges';

export interface FirstFillInput {
  readonly channels: number;
  /** One original cartridge: price in minor units, usable and nominal ml. */
  readonly originalMinor: number;
  readonly usableMl: number;
  /** One bottle for one channel. */
  readonly bottleMinor: number;
  readonly bottleMl: number;
  /** Kit, cartridges, resetter, tools: paid once. */
  readonly kitMinor: number;
  readonly kitLifeMonths: number;
  readonly printsPerMonth: number;
  readonly dm2PerPrint: number;
  /** Use per channel: ml/dm² with its u, and what a change of any cartridge primes, ml; a new printer's prior unless given. */
  readonly mlPerDm2?: { readonly value: number; readonly u: number };
  readonly primeMl?: number;
  /** Lost when refilling: primed by hand, left over, spilt; as a share of what is filled. */
  readonly lostShare?: number;
}

/** Careful people lose about this share of what they fill. */
const LOST_SHARE = 0.05;

export interface FirstFillEstimate {
  /** A month, minor units: low and high follow the doubt of the use. */
  readonly refillMinor: Range;
  readonly originalMinor: Range;
  readonly savedMinor: Range;
  readonly perPrintRefillMinor: Range;
  readonly perPrintOriginalMinor: Range;
  /** Months until the kit has paid for itself; null: never. */
  readonly paybackMonths: {
    readonly value: number | null;
    readonly best: number | null;
    readonly worst: number | null;
  };
  /** Prints a month from which refilling pays within the kit's life; null: never. */
  readonly breakEvenPrints: number | null;
  readonly answer: 'yes' | 'perhaps' | 'no';
}
export interface Range {
  readonly value: number;
  readonly low: number;
  readonly high: number;
}

/**
 * Is it worth beginning? From prices alone: what a month costs refilled and with originals, with the range that the unknown use
 * leaves, and when the kit has paid for itself. For someone who prints little the honest answer may be no.
 *
 * @throws RangeError when a volume is not above 0 or nothing is printed
 */
export function beforeFirstFill(input: FirstFillInput): FirstFillEstimate {
  if (!(input.usableMl > 0 && input.bottleMl > 0 && input.channels > 0))
    throw new RangeError('Volumes and channels are above 0.');
  const { mlPerDm2 = USE_PRIOR.perDm2, primeMl = USE_PRIOR.change.value, lostShare = LOST_SHARE } = input;
  const month = (perDm2: number) => {
    const useMl = input.printsPerMonth * input.dm2PerPrint * perDm2;
    const single = singleChanges(
      Array.from({ length: input.channels }, () => ({
        useMl,
        usableMl: input.usableMl,
        primeMl,
      })),
    );
    const perMl = input.bottleMinor / input.bottleMl;
    // A refilled cartridge that is taken out and put in primes every channel just as a new original does.
    const drawnMl = useMl + (single?.changes ?? 0) * primeMl;
    const refill = input.channels * drawnMl * (1 + lostShare) * perMl;
    const originalMl = drawnMl;
    const original = (input.channels * originalMl * input.originalMinor) / input.usableMl;
    return { refill, original, kit: input.kitMinor / input.kitLifeMonths };
  };
  const mean = month(mlPerDm2.value);
  const less = month(Math.max(0.1 * mlPerDm2.value, mlPerDm2.value - mlPerDm2.u));
  const more = month(mlPerDm2.value + mlPerDm2.u);
  const range = (of: (m: typeof mean) => number): Range => {
    const all = [of(less), of(mean), of(more)];
    return { value: of(mean), low: Math.min(...all), high: Math.max(...all) };
  };
  const each = (r: Range): Range => {
    const n = Math.max(1e-9, input.printsPerMonth);
    return { value: r.value / n, low: r.low / n, high: r.high / n };
  };
  const refillMinor = range((m) => m.refill + m.kit);
  const originalMinor = range((m) => m.original);
  const savedMinor = range((m) => m.original - m.refill - m.kit);
  const payback = (m: typeof mean): number | null =>
    m.original > m.refill ? input.kitMinor / (m.original - m.refill) : null;
  const perPrint = input.printsPerMonth > 0 ? (mean.original - mean.refill) / input.printsPerMonth : 0;
  return {
    refillMinor,
    originalMinor,
    savedMinor,
    perPrintRefillMinor: each(refillMinor),
    perPrintOriginalMinor: each(originalMinor),
    paybackMonths: { value: payback(mean), best: payback(more), worst: payback(less) },
    breakEvenPrints: perPrint > 0 ? mean.kit / perPrint : null,
    answer: savedMinor.low > 0 ? 'yes' : savedMinor.high > 0 ? 'perhaps' : 'no',
  };
}
