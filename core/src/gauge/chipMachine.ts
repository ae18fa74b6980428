import type { CHIP_PHASES, ChipStrategy, Printer, Signal, SWITCH_OFF_OFFERS } from '../workbook';

/** Where a chip stands in what it tells the printer. */
export type ChipPhase = (typeof CHIP_PHASES)[number];

/** Is switching the gauge off offered? A door that may be closed for good. */
export type SwitchOffOffer = (typeof SWITCH_OFF_OFFERS)[number];

export interface ChipState {
  readonly strategy: ChipStrategy;
  readonly original: boolean;
  readonly phase: ChipPhase;
  readonly offer: SwitchOffOffer;
  /** Was ink put in since the chip last began to count? */
  readonly toppedUp: boolean;
  /** Was ink put in since it stopped, or was no longer recognised? */
  readonly filledSinceStop: boolean;
  /** Did it ever stand in a printer, and so begin to count? */
  readonly begun: boolean;
  readonly resets: number;
  /** Times in a row that it was not recognised, or would not reset. */
  readonly refusals: number;
}

export type ChipEvent =
  | { readonly type: 'signalled'; readonly signal: Signal }
  | { readonly type: 'reset'; readonly worked: boolean }
  | { readonly type: 'replaced'; readonly original: boolean }
  | { readonly type: 'switchedOff' }
  | { readonly type: 'toppedUp' }
  | { readonly type: 'ranDry' }
  /** Taken out and put in again. */
  | { readonly type: 'reseated' };

export type SwitchOffRule = Printer['gauge']['switchOff'];

/** After this many refusals the chip or the cartridge is spent. */
const MOST_REFUSALS = 2;

/** A chip as it begins: counting from full. */
export function newChip(
  strategy: ChipStrategy,
  original: boolean,
  rule: SwitchOffRule,
  off: 'already' | 'planned' = 'already',
): ChipState {
  const isOff = strategy === 'switchedOff' && off === 'already';
  const offered = rule.offered && (original || !rule.originalOnly);
  return {
    strategy,
    original,
    phase: isOff ? 'off' : 'counting',
    offer: isOff ? 'taken' : offered ? 'later' : 'never',
    toppedUp: false,
    filledSinceStop: false,
    begun: false,
    resets: 0,
    refusals: 0,
  };
}

/**
 * One event in a chip's life, by its strategy and its printer's own rule for switching the gauge off. A state never becomes
 * better than what happened: what closes a door for good stays closed until the chip is reset or replaced.
 *
 * @param state before
 * @param event what happened
 * @param rule of the printer that it stands in
 * @returns the state after
 */
export function chipStep(state: ChipState, event: ChipEvent, rule: SwitchOffRule): ChipState {
  switch (event.type) {
    case 'signalled':
      return signalled(state, event.signal, rule);
    case 'toppedUp':
      return { ...state, toppedUp: true, filledSinceStop: true };
    case 'ranDry':
      return rule.lostWhenRunDry && ['later', 'open', 'closed'].includes(state.offer)
        ? { ...state, offer: 'lost' }
        : state;
    case 'reset':
      return event.worked ? full(state, rule) : refused(state);
    case 'replaced':
      // A strategy of switching off begins again with the new chip's own count.
      return {
        ...newChip(state.strategy === 'switchedOff' ? 'leftAlone' : state.strategy, event.original, rule),
        strategy: state.strategy,
        phase: 'counting',
        begun: true,
        offer: newChip('leftAlone', event.original, rule).offer,
      };
    case 'switchedOff':
      return { ...state, phase: 'off', offer: 'taken' };
    case 'reseated':
      if (state.strategy === 'selfResetting' && ['stopped', 'notRecognised'].includes(state.phase))
        return full(state, rule);
      // Only now does it begin to count: what was put in before is what it counts down from.
      if (!state.begun) return { ...state, begun: true, toppedUp: false };
      return state.phase === 'notRecognised' ? { ...state, phase: 'counting' } : state;
  }
}

function signalled(state: ChipState, signal: Signal, rule: SwitchOffRule): ChipState {
  switch (signal) {
    case 'low':
    case 'veryLow':
    case 'asks':
      return state.phase === 'off' ? state : { ...state, phase: signal, refusals: 0 };
    case 'stops':
      return {
        ...state,
        phase: 'stopped',
        refusals: 0,
        filledSinceStop: false,
        offer: state.offer === 'later' || state.offer === 'closed' ? 'open' : state.offer,
      };
    case 'promptClosed':
      return state.offer === 'open' ? { ...state, offer: rule.promptReturns ? 'closed' : 'lost' } : state;
    case 'notRecognised':
      return refused({
        ...state,
        phase: 'notRecognised',
        filledSinceStop: state.phase === 'notRecognised' && state.filledSinceStop,
      });
    case 'recognised':
      // That it is seen again says nothing of its count.
      return {
        ...state,
        phase: state.phase === 'notRecognised' || state.phase === 'spent' ? 'counting' : state.phase,
        refusals: 0,
      };
    case 'seesLow':
      // A prism sees the ink; the chip's count goes on as it stood.
      return state;
  }
}

function full(state: ChipState, rule: SwitchOffRule): ChipState {
  return {
    ...newChip(state.strategy === 'switchedOff' ? 'leftAlone' : state.strategy, state.original, rule),
    strategy: state.strategy,
    phase: 'counting',
    begun: true,
    resets: state.resets + 1,
  };
}

function refused(state: ChipState): ChipState {
  const refusals = state.refusals + 1;
  // A self-resetting chip that is not recognised may only be saying that it is empty.
  const spent = refusals >= MOST_REFUSALS && state.strategy !== 'selfResetting';
  return { ...state, refusals, phase: spent ? 'spent' : state.phase };
}

export type ChipAct =
  'reset' | 'bridge' | 'reseat' | 'newChip' | 'switchOff' | 'cleanContacts' | 'topUpOnly' | 'leave';

/** Why a next step is open, or not. */
export type ChipWhy =
  | 'wipeAndReseat'
  | 'refusedTwice'
  | 'toppedUp'
  | 'onlyAfterTopUp'
  | 'declaredEmpty'
  | 'mustDeclareFirst'
  | 'fillFirst'
  | 'countFalls'
  | 'afterFill'
  | 'logIsGauge'
  | 'offerNever'
  | 'offerLater'
  | 'offerOpen'
  | 'offerOpenAsksNew'
  | 'offerClosed'
  | 'offerLost'
  | 'offerTaken'
  | 'newChipOpensAll';

export interface ChipOption {
  readonly act: ChipAct;
  readonly allowed: boolean;
  readonly why: ChipWhy;
}

/**
 * What each next step would be, and whether it is open: with the reason either way.
 *
 * @param state of the chip now
 * @param rule of its printer
 * @returns the steps that its strategy knows, the most natural first
 */
export function chipOptions(state: ChipState, rule: SwitchOffRule): ChipOption[] {
  const options: ChipOption[] = [];
  const say = (act: ChipAct, allowed: boolean, why: ChipWhy): void =>
    void options.push({ act, allowed, why });
  if (state.phase === 'notRecognised') say('cleanContacts', true, 'wipeAndReseat');
  switch (state.strategy) {
    case 'resetter':
    case 'contactBridge':
      say(
        state.strategy === 'resetter' ? 'reset' : 'bridge',
        state.toppedUp && state.phase !== 'spent',
        state.phase === 'spent' ? 'refusedTwice' : state.toppedUp ? 'toppedUp' : 'onlyAfterTopUp',
      );
      break;
    case 'selfResetting': {
      const declared = state.phase === 'stopped' || state.phase === 'notRecognised';
      say(
        'reseat',
        declared && state.filledSinceStop,
        !declared ? 'mustDeclareFirst' : state.filledSinceStop ? 'declaredEmpty' : 'fillFirst',
      );
      say('topUpOnly', true, 'countFalls');
      break;
    }
    case 'newEachTime':
      say('newChip', true, 'afterFill');
      break;
    case 'leftAlone':
    case 'switchedOff':
    case 'none':
      say('leave', true, 'logIsGauge');
      break;
  }
  if (rule.offered)
    say('switchOff', state.offer === 'open', offerWhy(state.offer, rule.asksNewOriginalFirst));
  if (state.phase === 'spent' || state.offer === 'lost') say('newChip', true, 'newChipOpensAll');
  return options;
}

function offerWhy(offer: SwitchOffOffer, asksNew: boolean): ChipWhy {
  switch (offer) {
    case 'never':
      return 'offerNever';
    case 'later':
      return 'offerLater';
    case 'open':
      return asksNew ? 'offerOpenAsksNew' : 'offerOpen';
    case 'closed':
      return 'offerClosed';
    case 'lost':
      return 'offerLost';
    case 'taken':
      return 'offerTaken';
  }
}
