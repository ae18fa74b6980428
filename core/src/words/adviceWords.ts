import type { Advice, CartridgeEmptyAt, NotKnown, Reason } from '../advice';
import type { JobForecast } from '../plan';
import type { Contradiction } from '../ledger';
import type { ChipAct, ChipWhy, SwitchOffOffer } from '../gauge';
import { COVERAGE } from '../numeric';
import { leakWords } from './causeWords';
import { LOOK_WORDS } from './names';

const ml = (value: number): string => `${value.toFixed(1)} ml`;
const percent = (fraction: number): string => `${Math.round(fraction * 100)}\u00a0%`;

/** What to do, in a few words. */
export function adviceTitle(advice: Pick<Advice, 'code' | 'safeSheets' | 'strategy' | 'hasScale'>): string {
  switch (advice.code) {
    case 'install':
      return 'Put a cartridge in';
    case 'nameType':
      return 'Say which type it is';
    case 'closePorts':
      return 'Close its plug and open its vent';
    case 'dry':
      return 'Wet from a rinse: dry it first';
    case 'weigh':
      return advice.hasScale === false ? 'Look how full it is, and say so' : 'Weigh it once to begin';
    case 'cleaning':
      return 'A cleaning cartridge: it prints nothing';
    case 'rejected':
      return 'Not into a printer: look at it again';
    case 'explain':
      return advice.hasScale === false
        ? 'Say what happened, or look at its level'
        : 'Say what happened, or weigh it';
    case 'topUpNow':
      return 'Top up before you print';
    case 'newChip':
      return 'It needs a new chip';
    case 'cleanContacts':
      return 'Clean the contacts, seat it again';
    case 'switchOffNow':
      return 'Switching the gauge off is offered now';
    case 'tooLate':
      return 'Too late to switch it off: it needs a new chip';
    case 'topUpThenReset':
      return advice.strategy === 'selfResetting'
        ? 'Top it up, then out and in again'
        : `Top it up first, then ${resetWords(advice.strategy).toLowerCase()}`;
    case 'reseatNow':
      return 'Take it out and put it in again';
    case 'resetNow':
      return resetWords(advice.strategy);
    case 'replaceChip':
      return 'Fill it and put a new chip on';
    case 'printerStopped':
      return advice.hasScale === false
        ? 'The printer has stopped: top it up'
        : 'The printer has stopped: top it up and weigh it';
    case 'topUpAtReading':
      return 'Top it up now: its reading to act at has come';
    case 'switchOffAhead':
      return 'Top it up: its gauge can soon be switched off';
    case 'lookForLeak':
      return 'Look for a leak';
    case 'topUpSoon':
      return sheets('Top up soon', advice.safeSheets);
    case 'weighIn':
      return advice.hasScale === false ? 'Look at its level, and say so' : 'Weigh in';
    case 'agitate':
      return sheets('Shake gently, then go on', advice.safeSheets);
    case 'byWeight':
      return sheets('Go by weight', advice.safeSheets);
    case 'goOn':
      return sheets('Good to print', advice.safeSheets);
  }
}

const resetWords = (strategy: Advice['strategy']): string =>
  strategy === 'contactBridge' ? 'Bridge its contact' : 'Reset its chip';

const sheets = (words: string, safe: number | null): string =>
  safe === null ? words : `${words}: ${safeSheetsWords(safe)}`;

/** So many can be printed; beyond a thousand nobody counts. */
export const safeSheetsWords = (safe: number): string =>
  safe === 1 ? '1 sheet is safe' : `${safe >= 1000 ? 'over 1000' : safe} sheets are safe`;

/** One reason, in a sentence. */
export function reasonWords(reason: Reason): string {
  switch (reason.code) {
    case 'noCartridge':
      return 'The log has no cartridge in this slot.';
    case 'typeUnknown':
      return `The type of ${reason.label} is not in the workbook any more: nobody knows what it weighs empty, or how much it may hold.`;
    case 'neverWeighed':
      return 'Nothing is known yet about the ink inside.';
    case 'holds':
      return `It holds ${ml(reason.ml)} ± ${ml(COVERAGE * reason.u)}; the reserve is ${ml(reason.reserveMl)}.`;
    case 'rejected':
      return `${LOOK_WORDS[reason.found]} It stays out until a later look is good.`;
    case 'flushFluid':
      return 'It holds flush fluid, to clean the lines. No sheet is safe on it, and its fluid never goes back to ink.';
    case 'leaking':
      return `${leakWords('It', { value: reason.mlPerDay, u: reason.u })} Since about ${reason.since.slice(0, 10)}: look at its outlet, plug and vent, and at the paper below it.`;
    case 'belowReserve':
      return 'Below the reserve the printer may draw air, whatever its gauge says.';
    case 'contradiction':
      return contradictionWords(reason.of);
    case 'wet':
      return `${ml(reason.ml)} of rinse water are left in it: ink would be diluted and would not wick in.`;
    case 'plugOut':
      return 'By the log its fill plug is out.';
    case 'ventShut':
      return 'By the log its vent is shut: it would starve after a few sheets.';
    case 'taped':
      return 'By the log its vent is taped: it would starve after a few sheets.';
    case 'keeperOn':
      return 'By the log its outlet keeper is on: no ink comes through it.';
    case 'emptyAt':
      return emptyAtWords(reason.of);
    case 'printerSaid':
      return `The printer last said ${percent(reason.fraction)}.`;
    case 'signalled':
      return 'The printer refuses to go on with this channel.';
    case 'actAtCame':
      return `The reading to act at was ${percent(reason.reading)}.`;
    case 'refusedTwice':
      return 'It was refused twice: the chip or its contacts are spent.';
    case 'notRecognised':
      return 'Clean the contacts and seat it again; after two tries it is spent.';
    case 'offer':
      return offerWords(reason.offer, reason.asksNewFirst, reason.lostWhenDry);
    case 'declaredEmpty':
      return reason.toppedUp
        ? 'It was topped up and has declared itself empty: out and in again, it counts from full.'
        : 'It has declared itself empty. Fill it, then take it out and put it in again: it counts from full.';
    case 'resetNeedsInk':
      return 'Reset without ink, the gauge would show full and the cartridge run dry.';
    case 'toppedUp':
      return 'It was topped up since the chip began to count, so it may count from full.';
    case 'chipCountsOnce':
      return 'A single-use chip counts once: fill it, then put a new chip on.';
    case 'belowShare':
      return `It is below ${percent(reason.share)} of its target of ${ml(reason.targetMl)}.`;
    case 'fewSheets':
      return `Only ${safeSheetsWords(reason.sheets)}.`;
    case 'weighInDays':
      return `A weigh-in is due every ${reason.days} days.`;
    case 'notCounted':
      return `Nobody counts but the log: it is weighed every ${reason.days} days.`;
    case 'pigmentSettles':
      return `Pigment settles: it was last moved more than ${reason.days} days ago.`;
  }
}

function offerWords(offer: SwitchOffOffer, asksNew: boolean, lostWhenDry: boolean): string {
  switch (offer) {
    case 'never':
      return 'This printer does not offer to switch this gauge off.';
    case 'later':
      return lostWhenDry
        ? 'Switching its gauge off is offered at the last stop, and is lost if the ink has really run out by then: top it up before.'
        : 'Switching its gauge off is offered at the last stop, not before.';
    case 'open':
      return `${asksNew ? 'Asked whether this is a new original, answer no; then hold' : 'Hold'} the key as the printer says.${lostWhenDry ? ' The offer is lost if the cartridge really runs out.' : ''}`;
    case 'closed':
      return 'The prompt was closed: another page brings it back.';
    case 'lost':
      return 'It had run out: the offer to switch the gauge off is gone until a new chip comes.';
    case 'taken':
      return 'Its gauge is off already.';
  }
}

/** Evidence that does not fit, in a sentence. */
export function contradictionWords(of: Contradiction): string {
  const found = `${ml(of.foundMl)}, where ${ml(of.expectedMl)} were expected`;
  switch (of.code) {
    case 'levelOff':
      return `The level that was seen means ${found}. Weigh it, or say what happened.`;
    case 'sensorOff':
      return `The sensor’s signal means ${found}. Weigh it, or say what happened.`;
    case 'fadedOff':
    case 'ranDryOff':
      return `It faded or ran dry (${found}): look for air, a shut vent or a clog, and weigh it.`;
    case 'massOff':
      return `By its last weight it holds ${found}. Weigh it again, or say what happened.`;
    case 'gaugeAhead':
      return `The printer counted ${ml(of.foundMl)} since it was last known, the log ${ml(of.expectedMl)}: prints that nobody logged? Weigh it, or enter them.`;
  }
}

/** At which reading it is really empty, in one sentence. */
export function emptyAtWords(empty: CartridgeEmptyAt): string {
  if (empty.leftAtZeroMl !== null)
    return `At 0\u00a0% on the printer about ${ml(empty.leftAtZeroMl)} above the reserve are still inside${empty.shownActAt > 0 ? `; to be sure weigh it at ${percent(empty.shownActAt)}` : ''}.`;
  if (empty.reading.value >= 1)
    return 'Whatever the printer says, this cartridge is at its reserve: top it up.';
  return `At ${percent(Math.max(0, empty.reading.value))} on the printer this cartridge is empty: top it up at ${percent(empty.shownActAt)}.`;
}

/** Why it is not known how far the ink goes. */
export function notKnownWords(code: NotKnown): string {
  switch (code) {
    case 'emptySlot':
      return 'its slot is empty';
    case 'typeUnknown':
      return 'its type is not in the workbook';
    case 'neverWeighed':
      return 'nobody knows what is in it';
    case 'contradiction':
      return 'what was seen does not fit the log';
    case 'rejected':
      return 'a look found it unfit';
    case 'cleaningFluid':
      return 'it holds flush fluid, which prints nothing';
    case 'wet':
      return 'it is wet from a rinse';
    case 'portsWrong':
      return 'its plug or vent is not as it should be';
    case 'stopped':
      return 'the printer has stopped it';
  }
}

/** Can it be printed, in a few words. */
export function answerWords(job: Pick<JobForecast, 'answer' | 'blocked'>): string {
  switch (job.answer) {
    case 'yes':
      return 'Yes, it is safe.';
    case 'likely':
      return 'Very likely, yes.';
    case 'risky':
      return 'It may run short.';
    case 'no':
      return job.blocked.length > 0 ? 'No: see to it first.' : 'No: top up first.';
    case 'notKnown':
      return 'Not known.';
  }
}

/** What can be done with a chip. */
export const ACT_NAMES: Record<ChipAct, string> = {
  reset: 'Reset',
  bridge: 'Bridge the contact',
  reseat: 'Out and in again',
  newChip: 'New chip',
  switchOff: 'Switch the gauge off',
  cleanContacts: 'Clean the contacts',
  topUpOnly: 'Top up only',
  leave: 'Leave it',
};

/** Why a chip's next step is open or not. */
export const CHIP_WHY: Record<ChipWhy, string> = {
  wipeAndReseat: 'Wipe the contacts, seat it again; after two tries the chip or cartridge is spent.',
  refusedTwice: 'It refused twice: it needs a new chip.',
  toppedUp: 'It was topped up, so it may count from full again.',
  onlyAfterTopUp: 'Only after a top-up: reset without ink, the gauge shows full and the cartridge runs dry.',
  declaredEmpty:
    'It has declared itself empty (perhaps as “not recognised”): out and in again, it counts from full.',
  fillFirst:
    'It has declared itself empty, and nothing went in since by the log: top it up first; then out and in again, it counts from full.',
  mustDeclareFirst:
    'It must first declare itself empty. Until then top up without a reset; never let the ink run out to please it.',
  countFalls: 'The log knows the ink; its own count goes on falling.',
  afterFill: 'A single-use chip replaces it after the fill.',
  logIsGauge: 'The gauge is ignored: the log is the gauge.',
  offerNever: 'This printer offers it to original chips only.',
  offerLater: 'It is offered at the last stop, not before.',
  offerOpen: 'Offered now: hold the key as the printer says.',
  offerOpenAsksNew:
    'Offered now: asked whether this is a new original, answer no; then hold the key as the printer says.',
  offerClosed: 'The prompt was closed: another page brings it back.',
  offerLost: 'Too late for this chip: the offer is gone.',
  offerTaken: 'It is off already.',
  newChipOpensAll: 'A new chip, or a cartridge with one, opens all doors again.',
};
