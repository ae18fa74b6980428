import type { PolicyBar } from '../plan';
import type { PolicyCode } from '../workbook';

/** What each policy is called. */
export const POLICY_WORDS: Record<PolicyCode, string> = {
  single: 'One by one, as each signals',
  topUpAll: 'Top up all below a share, together',
  rotateAtSignal: 'Rotate the set at the first signal',
  rotateEveryN: 'Rotate the set every so many sheets',
  rotateBeforeBatch: 'Rotate the set before a large batch',
  originals: 'Originals, one by one',
};

/** Why a policy is not open. */
export const BAR_WORDS: Record<PolicyBar, string> = {
  needsSecondSet: 'needs a second set',
  selfResettingChips: 'its chips reset themselves only when they say empty',
  noOriginalPrice: 'no price of originals',
};
