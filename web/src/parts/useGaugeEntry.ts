import { explain } from '@hiraeth/core/words';
import { parseQuantity } from '@hiraeth/core/quantity';
import { useRecord } from '../state/hooks';

/**
 * Records what the printer says of one slot, as typed in percent.
 *
 * @returns null when it is recorded, else what to say of it; an empty text when the person turned back themselves
 */
export function useGaugeEntry(
  printerId: string,
): (slot: { readonly id: string; readonly name: string }, text: string) => Promise<string | null> {
  const record = useRecord();
  return async (slot, text) => {
    const parsed = parseQuantity(text, 'percent');
    if (!parsed.ok) return explain(parsed.problem);
    const fraction = parsed.value.value / 100;
    if (!(fraction >= 0 && fraction <= 1)) return 'A gauge shows 0 to 100 %.';
    const saved = await record(
      [{ kind: 'gaugeRead', printerId, slotId: slot.id, fraction, by: 'person' }],
      `Saved: the printer says ${Math.round(fraction * 100)} % for ${slot.name}.`,
    );
    return saved ? null : '';
  };
}
