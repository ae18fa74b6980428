const digit = (text: string, at: number): boolean => {
  const code = text.charCodeAt(at);
  return code >= 48 && code <= 57;
};
const number = (text: string, at: number): number =>
  (text.charCodeAt(at) - 48) * 10 + text.charCodeAt(at + 1) - 48;

/** Where digits stand in 2026-11-24T09:30:00.000Z. */
const DIGITS = [0, 1, 2, 3, 5, 6, 8, 9, 11, 12, 14, 15, 17, 18, 20, 21, 22];

/** True for a UTC time to the millisecond, on a day that every month has; false: look closer. */
export function isMoment(text: string): boolean {
  if (text.length !== 24) return false;
  for (const at of DIGITS) if (!digit(text, at)) return false;
  if (text[4] !== '-' || text[7] !== '-' || text[10] !== 'T') return false;
  if (text[13] !== ':' || text[16] !== ':' || text[19] !== '.' || text[23] !== 'Z') return false;
  const month = number(text, 5);
  const day = number(text, 8);
  return (
    month >= 1 &&
    month <= 12 &&
    day >= 1 &&
    day <= 28 &&
    number(text, 11) < 24 &&
    number(text, 14) < 60 &&
    number(text, 17) < 60
  );
}
