/** Two digits as a number; more than any pair of digits where they are none. */
function pair(text: string, at: number): number {
  const tens = text.charCodeAt(at) - 48;
  const ones = text.charCodeAt(at + 1) - 48;
  return tens >= 0 && tens <= 9 && ones >= 0 && ones <= 9 ? 10 * tens + ones : 100;
}

/** Days that a month has in every year. */
const DAYS = [0, 31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];
const [DASH, T, COLON, DOT, Z] = ['-', 'T', ':', '.', 'Z'].map((letter) => letter.charCodeAt(0));

/** True for a UTC time to the millisecond (2026-11-24T09:30:00.000Z), on a day that every year has; false: look closer. */
export function isMoment(text: string): boolean {
  return (
    text.length === 24 &&
    text.charCodeAt(4) === DASH &&
    text.charCodeAt(7) === DASH &&
    text.charCodeAt(10) === T &&
    text.charCodeAt(13) === COLON &&
    text.charCodeAt(16) === COLON &&
    text.charCodeAt(19) === DOT &&
    text.charCodeAt(23) === Z &&
    pair(text, 0) < 100 &&
    pair(text, 2) < 100 &&
    isDay(pair(text, 5), pair(text, 8)) &&
    pair(text, 11) < 24 &&
    pair(text, 14) < 60 &&
    pair(text, 17) < 60 &&
    pair(text, 20) < 100 &&
    pair(text, 21) < 100
  );
}

const isDay = (month: number, day: number): boolean =>
  month >= 1 && month <= 12 && day >= 1 && day <= DAYS[month]!;
