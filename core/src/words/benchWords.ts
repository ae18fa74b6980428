import type { BeginProblem, GoingInProblem } from '../bench';
import type { Printer } from '../workbook';
import { mismatchWords } from './mismatchWords';
import { LOOK_WORDS } from './names';

/** Why a run cannot begin, and what to do. */
export function beginProblemWords(problem: BeginProblem): string {
  switch (problem.code) {
    case 'noCartridge':
      return 'This cartridge or its type is not in the workbook: define it in Workbook.';
    case 'retired':
      return 'This cartridge is retired. Take another, or take its retirement back.';
    case 'noBottle':
      return `No bottle chosen for ${problem.shade || 'it'}: choose one, or buy it in Inks.`;
    case 'bottleGone':
      return 'This bottle or its ink is not in the workbook any more: choose another.';
    case 'mismatch':
      return `${problem.bottle}: ${mismatchWords(problem.differs)}`;
    case 'noScale':
      return 'No scale chosen: choose one, or fill without weighing.';
    case 'noSyringe':
      return 'No syringe chosen: choose one, or the volume is read from nothing.';
    case 'noSqueeze':
      return `Nobody knows what one ${problem.counted === 'drops' ? 'drop' : 'squeeze'} gives: calibrate it in Inks, or type it.`;
    case 'method':
      return 'This method does not suit this construction. Choose another.';
    case 'noMasses':
      return 'Its type has no full mass above its empty mass: weigh one empty and one full, and set them in Workbook.';
    case 'wet':
      return `It is still wet from its rinse: about ${problem.waterMl.toFixed(1)} ml of water. Dry it in Prepare first.`;
  }
}

/** Why a cartridge must not go in as it is, and how to mend that. */
export function goingInWords(problem: GoingInProblem): { readonly what: string; readonly mend: string } {
  switch (problem.code) {
    case 'plugOut':
      return { what: 'Its fill plug is out.', mend: 'Press it home and say so, or it drips into the bay.' };
    case 'ventShut':
      return { what: 'Its vent is shut.', mend: 'Open it, or it starves the head after a few sheets.' };
    case 'taped':
      return { what: 'Its vent is taped.', mend: 'Take the tape off.' };
    case 'keeperOn':
      return { what: 'Its outlet keeper is on.', mend: 'Take it off: no ink comes through it.' };
    case 'neverFilled':
      return {
        what: 'It was never filled.',
        mend: 'Fill it on the Bench first: the printer would draw air.',
      };
    case 'nothingInside':
      return {
        what: `Only ${problem.ml.toFixed(1)} ml are left in it, no more than its reserve.`,
        mend: 'Top it up first: the printer would draw air.',
      };
    case 'wet':
      return {
        what: `It holds about ${problem.waterMl.toFixed(1)} ml of water.`,
        mend: 'Dry it and fill it first.',
      };
    case 'rejected':
      return {
        what: LOOK_WORDS[problem.found],
        mend: 'Not into a printer until a later look is good: find out why, on the Bench, or say on its page that it is sound.',
      };
    case 'isRetired':
      return { what: 'It is retired.', mend: 'Take another one.' };
    case 'notForSlot':
      return {
        what: `It is for ${problem.shade}; this place is ${problem.slot}.`,
        mend: 'Put it where it belongs, or the line is spoilt.',
      };
    case 'chipWillStop':
      return {
        what: 'Its chip has stopped.',
        mend: 'Reset it or put a new one on, or the printer refuses it.',
      };
  }
}

/** Before anything is pulled out of a printer: its exchange state, where it needs one, and how long it may stand open. */
export const pullOutWords = ({
  exchangeState,
  openMinutes,
  feed,
}: Pick<Printer, 'exchangeState' | 'openMinutes' | 'feed'>): string =>
  `${exchangeState ? 'Put the printer into its exchange state first: it stays switched on. ' : ''}One at a time, never the whole bay. ${feed === 'carriage' ? 'The head' : 'Its place'} must not stand open for more than ${openMinutes} minutes.`;
