import type { Timeline } from '../../exposure';
import type { LedgerState } from '../fold/state';
import { find, type Context } from './context';

/** What a printer went through, with what it does by itself when it stands; undefined where there is none in use. */
export function timelineIn(context: Context, state: LedgerState, printerId: string): Timeline | undefined {
  const timeline = state.printers.get(printerId)?.timeline;
  const printer = timeline && find(context, 'printer', printerId);
  const afterDays = printer?.cleansAfterIdleDays ?? null;
  if (!timeline || !printer || afterDays === null) return timeline;
  return { ...timeline, rest: { afterDays, level: printer.cleansAt } };
}
