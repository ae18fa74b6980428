import { endOfDay, format, isValid, parse } from 'date-fns';

const DAYS = ['yyyy-MM-dd', 'd.M.yyyy', 'd/M/yyyy', 'd MMM yyyy', 'd MMMM yyyy', 'd MMM', 'd MMMM'];
const TIMES = ["'T'HH:mm", ', HH:mm', ' HH:mm'];

/** Which day is meant where no year is said. */
type Without = 'last' | 'next';

/**
 * The day that somebody typed, as `2026-03-02`, or null.
 *
 * @param now to count from
 * @param without a day without a year is the last one that was, or the next that comes
 */
export const dayAsked = (text: string, now: Date, without: Without = 'last'): string | null => {
  const day = asked(text, DAYS, now, without);
  return day && format(day, 'yyyy-MM-dd');
};

/** The same with its time, as `2026-03-02T09:30`; a day alone is its noon, of today now: what has been was not later. */
export const momentAsked = (text: string, now: Date, without: Without = 'last'): string | null => {
  const moment = asked(
    text,
    DAYS.flatMap((day) => TIMES.map((time) => day + time)),
    now,
    without,
  );
  const day = moment ? null : dayAsked(text, now, without);
  if (moment) return format(moment, "yyyy-MM-dd'T'HH:mm");
  return day === format(now, 'yyyy-MM-dd') ? format(now, "yyyy-MM-dd'T'HH:mm") : day && `${day}T12:00`;
};

function asked(text: string, forms: readonly string[], now: Date, without: Without): Date | null {
  for (const form of forms) {
    const found = parse(text.trim(), form, now);
    if (!isValid(found) || found.getFullYear() < 1000) continue;
    if (!form.includes('yyyy')) {
      if (without === 'last' && found > now) found.setFullYear(found.getFullYear() - 1);
      // Today is still to come.
      if (without === 'next' && endOfDay(found) < now) found.setFullYear(found.getFullYear() + 1);
    }
    return found;
  }
  return null;
}
