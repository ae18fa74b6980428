/** Spans of time in milliseconds. A month is the mean one, a twelfth of a year. */
export const HOUR_MS = 3_600_000;
export const DAY_MS = 24 * HOUR_MS;
export const WEEK_MS = 7 * DAY_MS;
export const MONTH_DAYS = 30.44;
export const MONTH_MS = MONTH_DAYS * DAY_MS;
