import { normalQuantile } from '../numeric';
import { POLICIES, type PolicyCode } from '../workbook';
import type { KnownDays, PolicyInput, PolicyResult } from './policyInput';
import { SHARED_SD } from './sharedSd';
import { tryPolicy } from './tryPolicy';

/** Shares of a full cartridge below which a set is topped up as a whole, to choose from. */
const SHARES = [0.3, 0.45, 0.6, 0.75, 0.9];
/** Rare years are found in no fewer than these. */
const LEAST_YEARS = 120;
/** Shares of the widest margins that are tried, one after the other. */
const NARROWER = [0.85, 0.75, 0.65];
/** So much of the allowed risk may be spent in the simulation: the room itself is never quite as its past. */
const SPENT = 0.1;
/**
 * What each way of changing and topping up costs a year, on days drawn from the printer's own past: the priming that every
 * change takes from all channels, working time, the waste pad, and how often a line would run dry. Each person is given a
 * margin that keeps the dry risk at what they allow; thresholds are found, not only given.
 *
 * @param known days of which the truth is known, to judge the ways by: thresholds and margins still come from the input
 * @param onProgress called after each way with the share that is done
 * @returns one result for each policy, in the order of `POLICIES`
 */
export function simulatePolicies(
  input: PolicyInput,
  known: KnownDays | null = null,
  onProgress: (share: number) => void = () => undefined,
): PolicyResult[] {
  const widest = marginsOf(input);
  const fewer = Math.max(20, Math.floor(input.years / 25));
  const resultOf = (code: PolicyCode): PolicyResult => {
    const sheets = (margins: readonly number[]): number | null =>
      code === 'rotateEveryN' ? sheetsOf(input, margins) : null;
    let margins = widest;
    // The cheapest of a few, by money lost.
    let threshold =
      code === 'topUpAll'
        ? SHARES.map((share) =>
            tryPolicy(input, { code, threshold: share, margins: widest, years: fewer }, null),
          ).reduce((a, b) => (a.wasteMinor.value <= b.wasteMinor.value ? a : b)).threshold
        : sheets(widest);
    // As narrow as the risk that is allowed lets them be: what is kept in hand for nothing is primed away by more changes.
    for (const share of code === 'originals' ? [] : NARROWER) {
      const narrower = widest.map((ml) => share * ml);
      const at = sheets(narrower) ?? threshold;
      const { dryProbability } = tryPolicy(
        input,
        { code, threshold: at, margins: narrower, years: Math.max(LEAST_YEARS, 4 * fewer) },
        null,
      );
      if (dryProbability > SPENT * input.allowedRisk) break;
      [margins, threshold] = [narrower, at];
    }
    return tryPolicy(input, { code, threshold, margins, years: input.years }, known);
  };
  return POLICIES.map((code, i) => {
    const result = resultOf(code);
    onProgress((i + 1) / POLICIES.length);
    return result;
  });
}

/**
 * ml above the reserve at which each channel is acted upon: a day's most, what a change of any other cartridge would prime
 * from it, and the doubt of what was drawn since it was full (the learnt use's, and the scatter of its days).
 */
function marginsOf(input: PolicyInput): number[] {
  // Several channels share the risk that is allowed in a year with some tens of changes.
  const z = normalQuantile(1 - input.allowedRisk / (4 * Math.max(1, input.channels.length)));
  return input.channels.map((channel, c) => {
    const uses = input.dayUse.map((day) => day[c]!).sort((a, b) => a - b);
    const most = uses[Math.min(uses.length - 1, Math.floor(0.995 * uses.length))] ?? 0;
    const spent = Math.max(0, channel.fullMl - channel.reserveMl);
    const total = uses.reduce((sum, ml) => sum + ml, 0);
    const squares = total > 0 ? uses.reduce((sum, ml) => sum + ml * ml, 0) / total : 0;
    const doubt =
      z * Math.hypot(channel.useU * spent, SHARED_SD * input.scatter * Math.sqrt(spent * squares));
    return Math.min(0.6 * spent, most * (1 + 2 * input.scatter) + channel.primeMl + doubt);
  });
}

/** Standard sheets after which the set is rotated, so that the first channel still stands above its margin. */
function sheetsOf(input: PolicyInput, margins: readonly number[]): number {
  const area = input.dayArea.reduce((a, b) => a + b, 0);
  if (!(area > 0)) return 1;
  const z = normalQuantile(1 - input.allowedRisk / 2);
  let least = Infinity;
  input.channels.forEach((channel, c) => {
    const total = input.dayUse.reduce((sum, day) => sum + day[c]!, 0);
    const perDm2 = total / area;
    if (!(perDm2 > 0)) return;
    const room = channel.fullMl - channel.reserveMl - margins[c]! - channel.primeMl;
    least = Math.min(least, Math.max(0, room) / (perDm2 * (1 + z * (channel.useU + 0.12))));
  });
  return Math.max(1, Math.floor(Math.min(least, 1e7) / input.standardDm2));
}
