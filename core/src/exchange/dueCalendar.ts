import { DAY_MS } from '../time';
import ical from 'ical-generator';
import type { DueItem } from '../due';
import { dueWords } from '../words';

/**
 * What is due as a calendar file (RFC 5545): one entry each, on its day, with the same identity every time, so that a second
 * import updates instead of doubling. What was due before stands on today; what is put off stands on the day it comes back.
 *
 * @param items of `dueItems`
 * @param at UTC instant of the export
 * @param name of the print room
 */
export function dueCalendar(items: readonly DueItem[], at: string, name: string): string {
  const calendar = ical({ name: seen(name), prodId: { company: 'Hiraeth', product: 'Due', language: 'EN' } });
  for (const item of items) {
    const { what, why } = dueWords(item);
    const due = [item.snoozedUntil ?? item.at, at].sort().at(-1)!;
    const day = new Date(`${due.slice(0, 10)}T00:00:00.000Z`);
    calendar.createEvent({
      id: `${identity(item.id)}@hiraeth`,
      start: day,
      end: new Date(day.getTime() + DAY_MS),
      allDay: true,
      summary: seen(what),
      description: seen(why),
      stamp: new Date(at),
    });
  }
  return calendar.toString();
}

/** Letters, digits and / . - stand for themselves, everything else for its code: two things never have one identity. */
const identity = (id: string): string =>
  id.replace(/[^A-Za-z0-9/.-]/gu, (letter) => `_${letter.codePointAt(0)!.toString(16)}_`);

/** A name that holds breaks or characters that are not seen would end a line of the file. */
const seen = (text: string): string => text.replace(/[\p{Cc}\u2028\u2029]+/gu, ' ').trim();
