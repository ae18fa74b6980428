import { lastMovedAt } from '../ledger';
import { daysBetween } from '../time';
import { atReserve } from '../usage';
import { DUE, type ChipStrategy } from '../workbook';
import type { AdviceCode, Reason, Urgency } from './advice';
import type { Situation } from './situation';

/** What a rule says, if it has anything to say: what to do, how soon, and why beside what is known. */
export type Said = readonly [code: AdviceCode, urgency: Urgency, ...why: Reason[]];
type Rule = (so: Situation) => Said | false | null;

/** A printer that no longer counts a channel leaves all to the log: it is weighed at least this often, days. */
const UNCOUNTED_DAYS = 10;
/** So few safe sheets are soon printed. */
const FEW_SHEETS = 5;
const RESETS: ReadonlySet<ChipStrategy> = new Set(['resetter', 'contactBridge', 'selfResetting']);
const OFF: ReadonlySet<ChipStrategy> = new Set(['switchedOff', 'leftAlone']);
const BY_HAND: ReadonlySet<ChipStrategy> = new Set(['resetter', 'contactBridge']);

const isLow = ({ view: { ink, reserveMl } }: Situation): boolean => ink !== null && atReserve(ink, reserveMl);
const chip = ({ view }: Situation) => view.state.chip.machine;

/** Of low ink: that it is, and what contradicts it. */
const belowReserve = ({ view: { ink } }: Situation): Reason[] => [
  { code: 'belowReserve' },
  ...(ink?.contradiction ? [{ code: 'contradiction', of: ink.contradiction } as const] : []),
];

const offerOf = (so: Situation): Reason => ({
  code: 'offer',
  offer: chip(so).offer,
  asksNewFirst: so.switchOff.asksNewOriginalFirst,
  lostWhenDry: so.switchOff.lostWhenRunDry,
});

const isUncounted = ({ isOff, strategy }: Situation): boolean => isOff || strategy === 'none';

/** By what one that stands well is weighed in: a channel that nobody counts is weighed oftener. */
function rhythmOf(so: Situation): { readonly days: number; readonly why: Reason[] } {
  const usual = so.printer.weighInDays ?? so.settings.weighInDays;
  const days = isUncounted(so) ? Math.min(usual, UNCOUNTED_DAYS) : usual;
  return { days, why: isUncounted(so) ? [{ code: 'notCounted', days }] : [] };
}

/**
 * What to advise of one slot, the most pressing first: the first rule that has something to say is the advice. Bodies that must not
 * go in come before ink, ink before the chip, the chip before what may wait.
 */
export const ADVICE_RULES: readonly Rule[] = [
  ({ view: { wetMl } }) => wetMl !== null && ['dry', 'now', { code: 'wet', ml: wetMl }],
  ({ view: { state } }) =>
    state.rejected && ['rejected', 'now', { code: 'rejected', found: state.rejected.found }],
  ({ notKnown }) => notKnown === 'cleaningFluid' && ['cleaning', 'fine', { code: 'flushFluid' }],
  ({ ports }) => ports.length > 0 && ['closePorts', 'now', ...ports.map((code) => ({ code }))],
  (so) => chip(so).phase === 'spent' && ['newChip', 'now', { code: 'refusedTwice' }],
  // Ink first, then the chip that has counted to its end.
  (so) =>
    isLow(so) &&
    so.isStopped &&
    so.strategy === 'newEachTime' && ['replaceChip', 'now', ...belowReserve(so), { code: 'chipCountsOnce' }],
  (so) => {
    const filled = so.strategy === 'selfResetting' ? chip(so).filledSinceStop : chip(so).toppedUp;
    return (
      isLow(so) &&
      so.isStopped &&
      !filled &&
      RESETS.has(so.strategy) && ['topUpThenReset', 'now', ...belowReserve(so), { code: 'resetNeedsInk' }]
    );
  },
  (so) => isLow(so) && ['topUpNow', 'now', ...belowReserve(so)],
  ({ view: { ink } }) =>
    ink?.contradiction ? ['explain', 'now', { code: 'contradiction', of: ink.contradiction }] : null,
  (so) =>
    chip(so).phase === 'notRecognised' &&
    so.strategy !== 'selfResetting' && ['cleanContacts', 'now', { code: 'notRecognised' }],
  (so) => chip(so).offer === 'open' && OFF.has(so.strategy) && ['switchOffNow', 'now', offerOf(so)],
  (so) =>
    so.isStopped && chip(so).offer === 'lost' && OFF.has(so.strategy) && ['tooLate', 'now', offerOf(so)],
  (so) =>
    (so.isStopped || chip(so).phase === 'notRecognised') &&
    so.strategy === 'selfResetting' && [
      chip(so).filledSinceStop ? 'reseatNow' : 'topUpThenReset',
      'now',
      { code: 'declaredEmpty', toppedUp: chip(so).filledSinceStop },
    ],
  (so) =>
    BY_HAND.has(so.strategy) &&
    chip(so).toppedUp &&
    chip(so).phase !== 'counting' && ['resetNow', so.isStopped ? 'now' : 'soon', { code: 'toppedUp' }],
  (so) => BY_HAND.has(so.strategy) && so.isStopped && ['topUpThenReset', 'now', { code: 'resetNeedsInk' }],
  ({ isStopped, strategy }) =>
    isStopped && strategy === 'newEachTime' && ['replaceChip', 'now', { code: 'chipCountsOnce' }],
  ({ isStopped }) => isStopped && ['printerStopped', 'now', { code: 'signalled', signal: 'stops' }],
  ({ view: { ink } }) => !ink && ['weigh', 'now', { code: 'neverWeighed' }],
  ({ isAtReading, empty }) =>
    isAtReading && empty && ['topUpAtReading', 'now', { code: 'actAtCame', reading: empty.shownActAt }],
  ({ leak }) => leak && ['lookForLeak', 'soon'],
  (so) => {
    const { reading, printer } = so;
    const isNear =
      reading !== null ? reading <= printer.gauge.lowAt : ['low', 'veryLow', 'asks'].includes(chip(so).phase);
    return (
      chip(so).offer === 'later' &&
      OFF.has(so.strategy) &&
      so.switchOff.lostWhenRunDry &&
      isNear && ['switchOffAhead', 'soon', offerOf(so)]
    );
  },
  ({ view: { ink, targetMl }, settings: { topUpFraction: share } }) =>
    ink && ink.value < share * targetMl && ['topUpSoon', 'soon', { code: 'belowShare', share, targetMl }],
  ({ safeSheets: sheets }) =>
    sheets !== null && sheets < FEW_SHEETS && ['topUpSoon', 'soon', { code: 'fewSheets', sheets }],
  (so) => {
    const { days, why } = rhythmOf(so);
    const { weighedDaysAgo, usedDays, hasScale } = so.view;
    return (
      ((hasScale && weighedDaysAgo === null) || usedDays > days) && [
        'weighIn',
        'soon',
        ...why,
        { code: 'weighInDays', days },
      ]
    );
  },
  (so) => {
    const days = so.printer.agitateDays ?? DUE.agitateDays;
    const moved = lastMovedAt(so.view.state);
    return (
      so.view.body.cartridge.inkClass === 'pigment' &&
      moved !== null &&
      daysBetween(moved, so.at) > days && [
        'agitate',
        'fine',
        ...rhythmOf(so).why,
        { code: 'pigmentSettles', days },
      ]
    );
  },
];

/** Nothing is to be done: it goes on. */
export const goesOn = (so: Situation): Said => [
  isUncounted(so) ? 'byWeight' : 'goOn',
  'fine',
  ...rhythmOf(so).why,
  ...(chip(so).offer === 'later' && OFF.has(so.strategy) ? [offerOf(so)] : []),
];
