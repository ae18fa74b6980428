import type { PlainDoing } from './plainDoing';

/** Looks that need an answer, in the order in which a run meets them. */
export type CheckCode =
  | 'match'
  | 'room'
  | 'clip-seal'
  | 'wicks'
  | 'look'
  | 'drip'
  | 'tissue'
  | 'flow'
  | 'chip-shade'
  | 'reset'
  | 'recognised'
  | 'towel';

export type CheckAnswer =
  | 'takes'
  | 'full'
  | 'same'
  | 'differs'
  | 'tight'
  | 'leaks'
  | 'drinks'
  | 'staysOnTop'
  | 'even'
  | 'pale'
  | 'gapSmall'
  | 'dry'
  | 'plugProud'
  | 'ventWet'
  | 'tooFull'
  | 'allShow'
  | 'missing0'
  | 'missing1'
  | 'missing2'
  | 'steady'
  | 'tooFast'
  | 'none'
  | 'took'
  | 'noLight'
  | 'leftAlone'
  | 'recognised'
  | 'notRecognised'
  | 'wetTowel';

/** What follows an answer that is not the good one: something to do, ink to take out, or a prime. */
export type Remedy = PlainDoing | 'drain' | 'prime' | 'lower-max';

export interface CheckData {
  /** The good answer first. */
  readonly answers: readonly CheckAnswer[];
  readonly remedies: Partial<Readonly<Record<CheckAnswer, readonly Remedy[]>>>;
  /** Looked at so often at most; after that it is put aside, or left as it is. */
  readonly tries: number;
  readonly giveUp: 'set-aside' | 'goOn';
}

/** Every check with its answers and their consequences (practice 4, 5, 6 and 11). */
export const CHECKS: Readonly<Record<CheckCode, CheckData>> = {
  match: { answers: ['same', 'differs'], remedies: {}, tries: 1, giveUp: 'goOn' },
  // Dosed in parts, where nobody knows what is inside: looked at after each.
  room: { answers: ['takes', 'full'], remedies: {}, tries: 1, giveUp: 'goOn' },
  'clip-seal': {
    answers: ['tight', 'leaks'],
    remedies: { leaks: ['refit-clip'] },
    tries: 3,
    giveUp: 'set-aside',
  },
  wicks: {
    answers: ['drinks', 'staysOnTop'],
    remedies: { staysOnTop: ['drink-again'] },
    tries: 2,
    giveUp: 'set-aside',
  },
  look: {
    answers: ['even', 'pale', 'gapSmall'],
    remedies: { pale: ['drink-again'], gapSmall: ['drain'] },
    tries: 3,
    giveUp: 'set-aside',
  },
  drip: {
    answers: ['dry', 'plugProud', 'ventWet', 'tooFull'],
    remedies: {
      plugProud: ['plug-again'],
      ventWet: ['vent-again'],
      tooFull: ['stand', 'drain', 'lower-max'],
    },
    tries: 3,
    giveUp: 'set-aside',
  },
  tissue: {
    answers: ['allShow', 'missing0', 'missing1', 'missing2'],
    remedies: { missing0: ['prime'], missing1: ['prime'], missing2: ['prime'] },
    tries: 4,
    giveUp: 'set-aside',
  },
  flow: {
    answers: ['steady', 'tooFast', 'none'],
    remedies: { tooFast: ['plug-again', 'stand'], none: ['vent-again', 'prime'] },
    tries: 3,
    giveUp: 'set-aside',
  },
  'chip-shade': {
    answers: ['same', 'differs'],
    remedies: { differs: ['other-chip'] },
    tries: 2,
    giveUp: 'set-aside',
  },
  reset: {
    answers: ['took', 'noLight', 'leftAlone'],
    remedies: { noLight: ['realign'], leftAlone: [] },
    tries: 3,
    giveUp: 'goOn',
  },
  recognised: {
    answers: ['recognised', 'notRecognised'],
    remedies: { notRecognised: ['contacts', 'reseat'] },
    tries: 3,
    giveUp: 'set-aside',
  },
  towel: {
    answers: ['dry', 'wetTowel'],
    remedies: { wetTowel: ['plug-again'] },
    tries: 2,
    giveUp: 'set-aside',
  },
};
