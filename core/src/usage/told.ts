import type { Cause } from './cause';
import type { Denial, Renewal } from './model';

/** How likely a new gain holds from there: a head draws as it does, a setting may change nothing. */
const RENEWS = { head: 0.9, setting: 0.5 } as const;

export const LAST = '9999-12-31T00:00:00.000Z';

/** How likely a new gain holds by what happened from one instant on, before another; 0: nothing did. */
export function renewedBetween(renewals: readonly Renewal[], after: string, until: string): number {
  let most = 0;
  for (const { at, what } of renewals)
    if (what !== 'denied' && at >= after && at < until && RENEWS[what] > most) most = RENEWS[what];
  return most;
}

export const deniedBetween = (
  renewals: readonly Renewal[],
  after: string,
  until: string,
): readonly Denial[] =>
  renewals.filter((one): one is Denial => one.what === 'denied' && one.at >= after && one.at < until);

/** What is left when some of it is ruled out. */
export function withoutDenied(causes: readonly Cause[], denied: readonly Denial[]): readonly Cause[] {
  if (denied.length === 0) return causes;
  const left = causes.filter(
    ({ code, cartridgeId }) =>
      !denied.some((one) => one.cause === code && (one.cartridgeId ?? cartridgeId) === cartridgeId),
  );
  const sum = left.reduce((all, { probability }) => all + probability, 0);
  return left.map((cause) => ({ ...cause, probability: cause.probability / Math.max(1e-12, sum) }));
}
