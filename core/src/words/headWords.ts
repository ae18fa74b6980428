import type { ChannelState, CleaningEffect, GapProblem, HeadAct, HeadOption, HeadReason } from '../nozzle';
import { wholeDays } from './daysWords';
import { howMany } from './howMany';

/** What to do about a head, as one would say it. */
export const HEAD_ACT_WORDS: Readonly<Record<HeadAct, string>> = {
  check: 'Print a nozzle check',
  look: 'Look again in another light',
  fine: 'Every nozzle prints',
  live: 'Nothing: the printer works around it',
  purge: 'Print a sheet that makes every ink work',
  group: 'One cleaning of these channels alone',
  light: 'One light cleaning',
  wait: 'Wait half a day, then look again',
  deep: 'One deep cleaning',
  recharge: 'Recharge the lines',
  topUp: 'Top it up first',
  ports: 'Open its vent first',
  technician: 'A qualified technician',
};

export const CHANNEL_STATE_WORDS: Readonly<Record<ChannelState, string>> = {
  neverChecked: 'never checked',
  unseen: 'not seen in this light',
  fine: 'every line there',
  gaps: 'not every line there',
  allGone: 'gone as a whole',
  failing: 'the same lines again and again',
  worn: 'no spares left',
};

const SCHOOL_WORDS = {
  always: 'after every refill',
  onGap: 'when a line is missing',
  rarely: 'as rarely as possible',
} as const;

/** Why. */
export function headReasonWords(reason: HeadReason): string {
  switch (reason.code) {
    case 'never':
      return 'No check is in the log yet.';
    case 'idle':
      return `It stood idle for ${howMany(wholeDays(reason.days), 'day')}: look before the first good sheet.`;
    case 'moved':
      return 'It was moved since: let it stand, then look.';
    case 'unseen':
      return `Not to be seen on white paper in white light: ${reason.names.join(', ')}. Under the long-wave torch the paper glows and they stand out dark.`;
    case 'gaps':
      return `${reason.name}: ${reason.missing} ${reason.missing === 1 ? 'line' : 'lines'} missing${reason.share === null ? '' : ` (${Math.max(1, Math.round(100 * reason.share))} % of its field)`}.`;
    case 'allGone':
      return `${reason.name} is missing as a whole.`;
    case 'lowInk':
      return `By the log only ${reason.ml.toFixed(1)} ml are left in ${reason.name}: it is ink that lacks, not nozzles. A cleaning would draw air.`;
    case 'wouldEmpty':
      return `${HEAD_ACT_WORDS[reason.act]} would take ${reason.name} to its reserve: about ${reason.ml.toFixed(1)} ml are left in it.`;
    case 'heavy':
      return `By the log it holds ${reason.ml.toFixed(0)} ml: it is clogged, or there is air in its line; it is not empty.`;
    case 'justIn':
      return `${reason.name} went in since it last printed: it may not have been primed.`;
    case 'ventShut':
      return `By the log the vent of ${reason.name} is shut: no ink can follow.`;
    case 'failing':
      return `${reason.name}: ${reason.lines.length === 1 ? `line ${reason.lines[0]} was` : `lines ${reason.lines.join(', ')} were`} missing three times in a row${reason.spares === null ? '' : reason.spares > 0 ? `; ${reason.spares} spares are left` : '; no spare is left'}. Cleaning does not bring them back.`;
    case 'cleaned':
      return `${reason.times} ${reason.times === 1 ? 'cleaning' : 'cleanings'} since it was fine; ${reason.helped ? 'the last one helped' : 'the last one did not help'}.`;
    case 'school':
      return `Your rule for this printer: clean ${SCHOOL_WORDS[reason.rule]}.`;
    case 'allFine':
      return 'No line was missing at the last look.';
  }
}

/** A way on, with the ink that it costs, and who would be short of it. */
export const headOptionWords = ({ act, ml, short }: HeadOption): string =>
  `${HEAD_ACT_WORDS[act]}: ${ml === 0 ? 'nothing' : `about ${ml.toFixed(1)} ml`}${short.length > 0 ? `; not before ${short.join(', ')} ${short.length === 1 ? 'is' : 'are'} topped up` : ''}`;

/** What a cleaning brought. */
export const effectWords = ({ before, after, helped }: CleaningEffect): string =>
  before === 0
    ? 'nothing was missing'
    : helped === null
      ? 'nobody looked before and after'
      : `${before} → ${after} missing: ${helped ? 'it helped' : 'it did not help'}`;

/** What is wrong with what was typed for a channel. */
export function gapProblemWords(problem: GapProblem): string {
  switch (problem.code) {
    case 'gapsUnread':
      return `“${problem.text}”: write how many lines are missing (3), which (#57, 121), or – where it could not be seen.`;
    case 'gapsLine':
      return `There is no line ${problem.line}: its field has ${problem.most}.`;
    case 'gapsCount':
      return `${problem.count} cannot be missing: its field has ${problem.most} lines.`;
  }
}
