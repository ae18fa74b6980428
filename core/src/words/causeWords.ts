import { find, type Book } from '../ledger';
import { COVERAGE } from '../numeric';
import type { Teller, WeighInCauses } from '../advice';
import type { WeighInCause } from '../workbook';

type Cause = WeighInCauses['causes'][number];

/** Short names of what a weigh-in may come of. */
export const CAUSE_NAMES: Readonly<Record<WeighInCause, string>> = {
  asForetold: 'all as foretold',
  notLogged: 'prints that nobody logged',
  notPrinted: 'logged, but not printed or smaller',
  cleanings: 'cleanings that nobody logged',
  drawsOther: 'the printer draws otherwise',
  leak: 'a leak at rest',
  zeroed: 'a scale that was zeroed wrong',
  wasZeroed: 'a scale that was zeroed wrong the time before',
  oddMass: 'one wrong mass',
  otherBlack: 'the other black',
  otherKind: 'another kind of picture',
};

export const TELLER_WORDS: Readonly<Record<Teller, string>> = {
  weighAgain: 'Weigh that one again, now: a wrong mass will not come twice.',
  zeroAgain: 'Take everything off the scale, zero it, and weigh one of them again.',
  lookAtIt: 'Look at its outlet, plug and vent, and at the paper below it.',
  cleaningCount: 'The printer’s own report may say how often it cleaned.',
  namePapers: 'Say which papers these prints were on: each takes one of the blacks.',
  printSystem: 'Look in the computer’s list of printed jobs for these days.',
  nextWeighIn: 'The next weigh-in tells them apart; nothing has to be done now.',
};

/**
 * What one cause would mean, as a sentence.
 *
 * @param cause with its amount
 */
export function causeWords({ context }: Pick<Book, 'context'>, printerId: string, cause: Cause): string {
  const slot =
    find(context, 'printer', printerId)?.slots.find(({ id }) => id === cause.slotId)?.name ?? 'one channel';
  const kind = cause.subjectId === null ? null : (find(context, 'subject', cause.subjectId)?.name ?? null);
  const { value, u } = cause.amount;
  const ml = `${Math.abs(cause.ml).toFixed(1)} ml`;
  const of = kind === null ? '' : ` of “${kind}”`;
  switch (cause.code) {
    case 'asForetold':
      return 'All of them fell as foretold.';
    case 'notLogged':
      return `All of them fell ${ml} more than the log says: about ${(value / 100).toFixed(1)} m²${of} printed and not logged would explain it.`;
    case 'notPrinted':
      return `All of them fell ${ml} less than the log says: about ${Math.round(100 * Math.min(1, value))} % of what was logged${of} was not printed, or is smaller than it says.`;
    case 'cleanings':
      return `All of them fell ${ml} more, as cleanings take it: ${Math.round(value) > 1 ? `about ${Math.round(value)} cleanings` : 'one cleaning'} that nobody logged would explain it.`;
    case 'drawsOther':
      return `The printer draws about ${Math.exp(value).toFixed(2)} times as much as before from all channels (${Math.exp(value - COVERAGE * u).toFixed(2)} to ${Math.exp(value + COVERAGE * u).toFixed(2)}): another setting, a serviced head.`;
    case 'leak':
      return `${leakWords(slot, cause.amount)} Look at its outlet, plug and vent.`;
    case 'zeroed':
      return `The scale showed about ${Math.abs(value).toFixed(1)} g too ${value > 0 ? 'much' : 'little'} on all of them: it was zeroed wrong today.`;
    case 'wasZeroed':
      return `The scale showed about ${Math.abs(value).toFixed(1)} g too ${value > 0 ? 'much' : 'little'} on all of them the time before: it was zeroed wrong then. Today’s masses hold.`;
    case 'oddMass':
      return `${slot} alone is ${ml} ${cause.ml > 0 ? 'lighter' : 'heavier'} than the others let one expect: its mass may be wrong, another’s, or with other parts on.`;
    case 'otherKind': {
      const instead = find(context, 'subject', cause.insteadId ?? '')?.name ?? 'another kind';
      return `They fell as if about ${Math.round(100 * Math.min(1, value))} % of what is logged${of} had been “${instead}”.`;
    }
    case 'otherBlack':
      return `${slot} alone drew ${ml} more than the log says, and the other black as much less for its prints: their papers seem to take this one.`;
  }
}

/**
 * What an interval that taught nothing says, which way it was off.
 *
 * @param ratio drawn over what was logged, all channels together
 */
export const wrongIntervalWords = (ratio: number): string =>
  ratio >= 1
    ? `about ${ratio.toFixed(1)} times what was logged was drawn. Something is missing from the log; the interval taught it nothing.`
    : `only ${Math.round(100 * ratio)} % of what was logged was drawn. Something in the log was not printed, or is smaller than it says; the interval taught it nothing.`;

/** A leak at rest that goes on, as its weights tell of it. */
export const leakWords = (
  name: string,
  { value, u }: { readonly value: number; readonly u: number },
): string =>
  `${name} loses ${value.toFixed(2)} ± ${(COVERAGE * u).toFixed(2)} ml a day beside what it prints: it seems to leak at rest.`;

/** Cleanings that nobody logs, as the weigh-ins tell of them. */
export const unseenCleaningWords = (perDay: number): string =>
  `About every ${Math.max(1, Math.round(1 / perDay))} days it seems to clean, and nobody logs it: that is reckoned with.`;
