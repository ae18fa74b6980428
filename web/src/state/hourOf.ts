/** The end of the hour of a UTC instant: to it, accounts are written, so that they hold for that long. */
export const hourOf = (at: string): string => `${at.slice(0, 13)}:59:59.999Z`;
