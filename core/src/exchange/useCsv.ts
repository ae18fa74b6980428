import { COVERAGE } from '../numeric';
import type { Uncertain } from '../quantity';
import { csvText } from './csvText';

/**
 * What each kind of picture takes from each channel as a table, µl a dm² with the half width of its 95 % interval.
 *
 * @param slots names of the channels, in order
 * @param kinds each with its use by channel, ml/dm², in the same order
 */
export function useCsv(
  slots: readonly string[],
  kinds: readonly { readonly name: string; readonly uses: readonly Uncertain[] }[],
): string {
  return csvText(
    ['channel', 'subject', 'ul_per_dm2', 'half_width_95'],
    slots.flatMap((slot, s) =>
      kinds.map(({ name, uses }) => [
        slot,
        name,
        Number((1000 * uses[s]!.value).toFixed(2)),
        Number((1000 * COVERAGE * uses[s]!.u).toFixed(2)),
      ]),
    ),
  );
}
