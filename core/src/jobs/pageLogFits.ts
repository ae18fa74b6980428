import { parsePageLog } from './parsePageLog';

/** Of what is refused of a log that fits: its first line may be the end of a record, a few may be damaged. */
const MOST_REFUSED = 0.1;
const LETTERS = 60_000;

/** Whether a page log is in a format, by its first lines. */
export function pageLogFits(text: string, format?: string): boolean {
  const cut = text.length > LETTERS ? text.lastIndexOf('\n', LETTERS) : -1;
  const read = parsePageLog(cut > 0 ? text.slice(0, cut) : text, format);
  if (!read.ok) return false;
  const { jobs, refused } = read.value;
  return jobs.length > 0 && refused.length <= 1 + MOST_REFUSED * jobs.length;
}
