import type { Fact, FactDraft } from '../workbook';
import type { Act } from './act';

/**
 * Entries of a clock that ran ahead: each is taken back and entered anew so much earlier, in the order in which they stood.
 *
 * @param facts the earliest first
 * @param aheadMs by how much the clock was ahead
 */
export const setClockRight = (facts: readonly Fact[], aheadMs: number): Act => ({
  facts: facts.flatMap(({ id, recorded: _, ...rest }): FactDraft[] => [
    { kind: 'voided', factId: id, reason: 'its clock was ahead' },
    {
      ...rest,
      at: new Date(Date.parse(rest.at) - aheadMs).toISOString(),
      replaces: rest.replaces ?? id,
    },
  ]),
  done: { code: 'clockSetRight', count: facts.length },
});
