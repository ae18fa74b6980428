import { format, formatDistanceStrict } from 'date-fns';

/** A moment in the reader's own zone: `24 Nov 2026, 09:30`. */
export const moment = (iso: string): string => format(new Date(iso), 'd MMM yyyy, HH:mm');
export const day = (iso: string): string => format(new Date(iso), 'd MMM yyyy');
/** `Nov 2026`, of an instant in UTC: months of the account begin there. */
export const month = (iso: string): string => {
  const at = new Date(iso);
  return format(new Date(at.getUTCFullYear(), at.getUTCMonth(), 1), 'MMM yyyy');
};
export const clock = (iso: string): string => format(new Date(iso), 'HH:mm');
export const span = (fromIso: string, toIso: string): string =>
  formatDistanceStrict(new Date(fromIso), new Date(toIso));

/** The value of a datetime-local field for an instant, and back. */
export const toLocalField = (iso: string): string => format(new Date(iso), "yyyy-MM-dd'T'HH:mm");
export const fromLocalField = (value: string): string | null => {
  // A browser reads "12" as a month of 2001.
  const time = /^\d{4}-\d{2}-\d{2}(T\d{2}:\d{2}.*)?$/.test(value) ? new Date(value).getTime() : NaN;
  return Number.isNaN(time) ? null : new Date(time).toISOString();
};
