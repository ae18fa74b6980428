import type { DateOrder } from './dateOrder';

const ISO =
  /^(\d{4})-(\d{2})-(\d{2})(?:[T ](\d{2}):(\d{2})(?::(\d{2})(?:\.\d+)?)?\s*(Z|[+-]\d{2}:?\d{2})?)?$/;
const IN_PARTS =
  /^(\d{1,2})[./-](\d{1,2})[./-](\d{2}|\d{4})(?:,?\s+(\d{1,2}):(\d{2})(?::(\d{2}))?\s*(am|pm)?)?$/i;
/** As spreadsheets show it: 24-Nov-26. */
const NAMED = /^(\d{1,2})[ -]([a-z]{3})[a-z]*\.?,?[ -](\d{2}|\d{4})$/i;
const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

/**
 * An instant as a table writes it: with the year first, with the month's English name, or day, month and year in the table's
 * order; with a time or without.
 *
 * @returns UTC; what has no zone is taken as UTC. null where it is no day
 */
export function tableDate(text: string, order: DateOrder): string | null {
  const iso = ISO.exec(text);
  if (iso) {
    const [, y, m, d, hh = '00', mm = '00', ss = '00', zone = 'Z'] = iso;
    if (dayOf(Number(y), Number(m), Number(d)) === null) return null;
    const at = Date.parse(`${y}-${m}-${d}T${hh}:${mm}:${ss}${zone.replace(/^([+-]\d{2})(\d{2})$/, '$1:$2')}`);
    return Number.isNaN(at) ? null : new Date(at).toISOString();
  }
  const named = NAMED.exec(text);
  if (named) return dayOf(yearOf(named[3]!), MONTHS.indexOf(named[2]!.toLowerCase()) + 1, Number(named[1]));
  const parts = IN_PARTS.exec(text);
  if (!parts || order === 'iso') return null;
  const [, first, second, year, hour = '0', minute = '0', sec = '0', half] = parts;
  const [day, month] = order === 'dmy' ? [Number(first), Number(second)] : [Number(second), Number(first)];
  const hours = (Number(hour) % (half ? 12 : 24)) + (half?.toLowerCase() === 'pm' ? 12 : 0);
  return dayOf(yearOf(year!), month, day, (hours * 60 + Number(minute)) * 60 + Number(sec));
}

const yearOf = (digits: string): number => (digits.length === 2 ? 2000 : 0) + Number(digits);

/** null for the 31st of February. */
function dayOf(year: number, month: number, day: number, seconds = 0): string | null {
  const at = new Date(Date.UTC(year, month - 1, day));
  if (at.getUTCMonth() !== month - 1 || at.getUTCDate() !== day) return null;
  return new Date(at.getTime() + seconds * 1000).toISOString();
}
