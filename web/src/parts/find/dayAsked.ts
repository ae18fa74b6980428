import { isValid, parse } from 'date-fns';

const FORMS = ['yyyy-MM-dd', 'd.M.yyyy', 'd/M/yyyy', 'd MMM yyyy', 'd MMMM yyyy', 'd MMM', 'd MMMM'];

/**
 * The day that somebody typed, as `2026-03-02`, or null. A day without a year is the last one that was.
 *
 * @param now to count back from
 */
export function dayAsked(text: string, now: Date): string | null {
  for (const form of FORMS) {
    const day = parse(text.trim(), form, now);
    if (!isValid(day) || day.getFullYear() < 1000) continue;
    if (!form.includes('yyyy') && day > now) day.setFullYear(day.getFullYear() - 1);
    return `${day.getFullYear()}-${String(day.getMonth() + 1).padStart(2, '0')}-${String(day.getDate()).padStart(2, '0')}`;
  }
  return null;
}
