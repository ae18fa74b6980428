import { fail, ok, type Result } from '../quantity';

/** One channel of a nozzle check as it was typed. */
export type ChannelLook =
  | { readonly seen: false }
  | { readonly seen: true; readonly nozzles: number; readonly lines: readonly number[] };

export type GapProblem =
  | { readonly code: 'gapsUnread'; readonly text: string }
  | { readonly code: 'gapsLine'; readonly line: number; readonly most: number }
  | { readonly code: 'gapsCount'; readonly count: number; readonly most: number };

const MOST = 5000;

/**
 * Reads what a person types for one channel: nothing or 0 is fine, one number is how many lines are missing, numbers after # or
 * with commas between them are which lines, and a dash says that the channel could not be seen.
 *
 * @param text as typed
 * @param lines in the channel's field; null where nobody told
 * @example readGaps('#57, 121', 180).value.nozzles // 2
 */
export function readGaps(text: string, lines: number | null): Result<ChannelLook, GapProblem> {
  const typed = text.trim();
  const most = lines ?? MOST;
  if (typed === '' || typed === '0') return ok({ seen: true, nozzles: 0, lines: [] });
  if (/^[-–−]$/.test(typed)) return ok({ seen: false });
  if (/^\d{1,6}$/.test(typed)) {
    const count = Number(typed);
    return count > most
      ? fail({ code: 'gapsCount', count, most })
      : ok({ seen: true, nozzles: count, lines: [] });
  }
  if (!/^#?\s*\d{1,6}(\s*[,;\s]\s*#?\d{1,6})*\s*[,;]?$/.test(typed))
    return fail({ code: 'gapsUnread', text: typed.slice(0, 40) });
  const named = [...new Set(typed.match(/\d+/g)!.map(Number))].sort((a, b) => a - b);
  const wrong = named.find((line) => line < 1 || line > most);
  return wrong !== undefined
    ? fail({ code: 'gapsLine', line: wrong, most })
    : ok({ seen: true, nozzles: named.length, lines: named });
}
