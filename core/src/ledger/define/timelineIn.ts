import type { Timeline } from '../../exposure';
import type { LedgerState } from '../fold/state';
import { find, type Context } from './context';

/** What a printer went through, with how it cleans by itself; undefined where there is none in use. */
export function timelineIn(context: Context, state: LedgerState, printerId: string): Timeline | undefined {
  const timeline = state.printers.get(printerId)?.timeline;
  const printer = timeline && find(context, 'printer', printerId);
  if (!timeline || !printer) return timeline;
  const { cleansAfterIdleDays: afterDays, cleansEverySheets: everySheets, cleansAt: level } = printer;
  return afterDays === null && everySheets === null
    ? timeline
    : { ...timeline, byItself: { afterDays, everySheets, level } };
}
