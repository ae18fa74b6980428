import { chipOptions, type ChipOption } from '../gauge';
import { find, isGaugeOff, slotFor, type Ledger } from '../ledger';
import { COVERAGE, ONE_SIDED } from '../quantity';
import { emptyAt, type CartridgeEmptyAt } from './emptyAt';
import { slotView, type Urgency } from './slotView';

export type AdviceCode =
  | 'install'
  | 'weigh'
  | 'topUpNow'
  | 'topUpThenReset'
  | 'resetNow'
  | 'reseatNow'
  | 'newChip'
  | 'switchOffNow'
  | 'tooLate'
  | 'cleanContacts'
  | 'topUpSoon'
  | 'goOn'
  | 'byWeight';

export interface GaugeAdvice {
  readonly code: AdviceCode;
  readonly urgency: Urgency;
  readonly words: string;
  /** Asked “why?”: each a sentence that follows from the facts. */
  readonly why: readonly string[];
  readonly emptyAt: CartridgeEmptyAt | null;
  /** What the chip's strategy allows next. */
  readonly options: readonly ChipOption[];
}

/**
 * What to do now about one channel's chip and gauge, in words with reasons. Ink comes before the chip: nothing is advised
 * that would let a cartridge run out to please its gauge.
 *
 * @returns undefined when there is no such slot
 */
export function gaugeAdvice(
  ledger: Ledger,
  printerId: string,
  slotId: string,
  at: string,
): GaugeAdvice | undefined {
  const view = slotView(ledger, printerId, slotId, at);
  if (!view) return undefined;
  const { cartridge, safeSheets } = view;
  const state = cartridge?.state;
  if (!cartridge || !state)
    return {
      code: 'install',
      urgency: 'now',
      words: 'Put a cartridge in',
      why: ['The log has none here.'],
      emptyAt: null,
      options: [],
    };
  const printer = find(ledger.context, 'printer', printerId)!;
  const rule =
    slotFor(ledger.context, cartridge.body.cartridge)?.printer.gauge.switchOff ?? printer.gauge.switchOff;
  const { machine } = state.chip;
  const options = chipOptions(machine, rule);
  const empty = emptyAt(ledger, cartridge.body.cartridge.id);
  const why: string[] = [];
  const say = (code: AdviceCode, urgency: Urgency, words: string): GaugeAdvice => ({
    code,
    urgency,
    words,
    why,
    emptyAt: empty,
    options,
  });
  const reading = state.gauge?.fraction ?? null;
  const strategy = machine.strategy;
  const ink = cartridge.ink;
  if (ink)
    why.push(
      `By weight it holds ${ink.value.toFixed(1)} ± ${(COVERAGE * ink.u).toFixed(1)} ml; the reserve is ${cartridge.reserveMl.toFixed(1)} ml.`,
    );
  if (empty) why.push(empty.sentence);
  if (reading !== null && !isGaugeOff(state))
    why.push(`The printer last said ${Math.round(reading * 100)} %.`);

  if (machine.phase === 'spent') {
    why.push('It was refused twice: the chip or its contacts are spent.');
    return say('newChip', 'now', 'It needs a new chip');
  }
  const low = ink ? ink.value - ONE_SIDED * ink.u <= cartridge.reserveMl : false;
  const stopped = machine.phase === 'stopped';
  if (low) {
    why.push('Below the reserve the printer may draw air, whatever its gauge says.');
    return say('topUpNow', 'now', 'Top up before you print');
  }
  if (machine.phase === 'notRecognised' && strategy !== 'selfResetting') {
    why.push('Clean the contacts and seat it again; after two tries it is spent.');
    return say('cleanContacts', 'now', 'Clean the contacts, seat it again');
  }
  if (machine.offer === 'open' && (strategy === 'switchedOff' || strategy === 'leftAlone')) {
    why.push(options.find((option) => option.act === 'switchOff')!.why);
    if (rule.lostWhenRunDry) why.push('On this printer the offer is lost if the cartridge really runs out.');
    return say('switchOffNow', 'now', 'Switching the gauge off is offered now');
  }
  if (stopped && machine.offer === 'lost' && (strategy === 'switchedOff' || strategy === 'leftAlone')) {
    why.push('It had run out: the offer to switch the gauge off is gone until a new chip comes.');
    return say('tooLate', 'now', 'Too late to switch it off: it needs a new chip');
  }
  if ((stopped || machine.phase === 'notRecognised') && strategy === 'selfResetting') {
    if (!machine.toppedUp) {
      why.push(
        'It has declared itself empty. Fill it, then take it out and put it in again: it counts from full.',
      );
      return say('topUpThenReset', 'now', 'Top it up, then out and in again');
    }
    why.push('It was topped up and has declared itself empty: out and in again, it counts from full.');
    return say('reseatNow', 'now', 'Take it out and put it in again');
  }
  if (strategy === 'resetter' || strategy === 'contactBridge') {
    const act = strategy === 'resetter' ? 'Reset its chip' : 'Bridge its contact';
    if (machine.toppedUp && (stopped || machine.phase !== 'counting')) {
      why.push('It was topped up since the chip began to count, so it may count from full.');
      return say('resetNow', stopped ? 'now' : 'soon', act);
    }
    if (stopped) {
      why.push('Reset without ink, the gauge would show full and the cartridge run dry.');
      return say('topUpThenReset', 'now', `Top it up first, then ${act.toLowerCase()}`);
    }
  }
  if (stopped && strategy === 'newEachTime') {
    why.push('A single-use chip counts once: fill it, then put a new chip on.');
    return say('newChip', 'now', 'Fill it and put a new chip on');
  }
  if (!ink) return say('weigh', 'now', 'Weigh it once to begin');
  if (empty && reading !== null && reading <= empty.actAt) {
    why.push(`The reading to act at was ${Math.round(empty.shownActAt * 100)} %.`);
    return say('topUpSoon', 'soon', 'Top it up now: its reading to act at has come');
  }
  if (view.action.code === 'topUpSoon')
    return { ...say('topUpSoon', 'soon', view.action.words), why: [...why, ...view.action.why.slice(1)] };
  if (isGaugeOff(state) || strategy === 'none') {
    why.push('Nobody counts but the log: it is weighed more often.');
    return say(
      'byWeight',
      view.action.urgency,
      view.action.code === 'weighIn' ? view.action.words : `Go by weight: ${safe(safeSheets)}`,
    );
  }
  if (machine.offer === 'later')
    why.push('Switching its gauge off will be offered at the last stop, not before.');
  return say('goOn', 'fine', `Go on: ${safe(safeSheets)}`);
}

const safe = (sheets: number | null): string =>
  sheets === null
    ? 'weigh it to know for how long'
    : `${sheets >= 1000 ? 'over 1000' : sheets} sheets are safe`;
