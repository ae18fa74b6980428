import { readGauge } from '@hiraeth/core/acts';
import type { Slot } from '@hiraeth/core/workbook';
import { explain } from '@hiraeth/core/words';
import { parseQuantity } from '@hiraeth/core/quantity';
import { useAct } from '../state/hooks';

/**
 * Records what the printer says of one slot, as typed in percent.
 *
 * @returns null when it is recorded, else what to say of it; an empty text when the person turned back themselves
 */
export function useGaugeEntry(printerId: string): (slot: Slot, text: string) => Promise<string | null> {
  const act = useAct();
  return async (slot, text) => {
    const parsed = parseQuantity(text, 'percent');
    if (!parsed.ok) return explain(parsed.problem);
    const fraction = parsed.value.value / 100;
    if (!(fraction >= 0 && fraction <= 1)) return 'A gauge shows 0 to 100 %.';
    const saved = await act(readGauge(printerId, slot, fraction));
    return saved ? null : '';
  };
}
