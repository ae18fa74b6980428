/** Whole days that have gone by: the same count in every place. */
export const wholeDays = (days: number): number => Math.floor(days + 1e-6);

/** Days ago in words. */
export function agoWords(days: number): string {
  if (days < 1 / 24) return 'just now';
  if (days < 1) return 'today';
  const whole = wholeDays(days);
  return whole === 1 ? 'yesterday' : `${whole} days ago`;
}
