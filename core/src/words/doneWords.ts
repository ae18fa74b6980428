import { CAUSE_NAMES } from './causeWords';
import type { ChipDoing, Done, PastKind } from '../acts';
import { find, type Book } from '../ledger';
import type { Dilution } from '../prepare';
import { formatUncertain } from '../quantity';
import { howMany } from './howMany';
import { lotName } from './lotName';
import { LOOK_WORDS } from './names';
import { POLICY_WORDS } from './planWords';
import { TOOL_NAMES } from './toolWords';

/** What a printer signals, or what is done about a chip, as a person says it. */
export const CHIP_DOING_WORDS: Readonly<Record<ChipDoing, string>> = {
  low: 'it says low',
  veryLow: 'it says very low',
  asks: 'it asks whether to go on',
  stops: 'it stops',
  promptClosed: 'I closed its prompt',
  notRecognised: 'it does not recognise it',
  recognised: 'it recognises it again',
  seesLow: 'its prism sees the free ink gone',
  reset: 'I reset its chip',
  resetFailed: 'its chip would not reset',
  newChip: 'I put a new chip on',
  off: 'I switched its gauge off',
  ranDry: 'it ran dry',
};

/** A cartridge on the scale at each stage of a dilution. */
export const DILUTION_WORDS: Readonly<Record<Dilution['stage'], string>> = {
  drawOut: 'drawn out',
  weigh: 'drawn out',
  add: 'with the new ink in',
  draw: 'drawn out again',
};

const PAST: Readonly<Record<PastKind, readonly [string, string]>> = {
  masses: ['one mass', 'masses'],
  fills: ['one fill', 'fills'],
  prints: ['one print', 'prints'],
};
/** More than so many are not named one by one. */
const FEW = 3;

const BLACKS = { photo: 'photo black', matte: 'matte black', both: 'either black' } as const;

const counted = (count: number, one: string, many: string): string =>
  count === 1 ? one : `${count} ${many}`;

/** What was done, once it is saved. */
export function doneWords(book: Pick<Book, 'context'>, done: Done): string {
  return done.code === 'added'
    ? 'Added. Correct what it is.'
    : done.code === 'corrected'
      ? 'Saved. The version before stays in the log.'
      : done.code === 'settled'
        ? 'Saved. The other stays in the log, taken back.'
        : done.code === 'chip'
          ? `Saved for ${done.slot}: ${CHIP_DOING_WORDS[done.doing]}.`
          : `Saved: ${what(book, done)}`;
}

function what(
  { context }: Pick<Book, 'context'>,
  done: Exclude<Done, { code: 'added' | 'corrected' | 'settled' | 'chip' }>,
) {
  const cartridge = (id: string): string => find(context, 'cartridge', id)?.label ?? id;
  const printer = (id: string): string => find(context, 'printer', id)?.name ?? id;
  const g = (grams: number): string => `${grams.toFixed(2)} g`;
  switch (done.code) {
    case 'weighed':
      return `${cartridge(done.cartridgeId)} weighs ${g(done.massG)}${done.at === 'drying' ? ' while drying' : ''}.`;
    case 'weighedDiluting':
      return `${cartridge(done.cartridgeId)} weighs ${g(done.massG)} ${DILUTION_WORDS[done.stage]}.`;
    case 'bottleWeighed':
      return `${lotName({ context }, done.bottleId)} weighs ${g(done.massG)}.`;
    case 'scaleChecked':
      return `${find(context, 'scale', done.scaleId)?.name ?? done.scaleId} shows ${g(done.massG)} for ${done.nominalG} g.`;
    case 'massesExchanged':
      return `${done.cartridgeIds.map(cartridge).join(' and ')} exchanged.`;
    case 'massesExplained':
      return done.because === 'drawsMore'
        ? 'the printer draws more since then.'
        : 'this interval teaches nothing.';
    case 'missedPrints':
      return `${counted(done.sheets, 'one sheet that was', 'sheets that were')} not logged.`;
    case 'putIn':
      return `${counted(done.cartridgeIds.length, cartridge(done.cartridgeIds[0] ?? ''), 'cartridges')} in ${printer(done.printerId)}, one priming routine.`;
    case 'clockSetRight':
      return `${counted(done.count, 'one entry', 'entries')} set to when it happened.`;
    case 'putBack':
      return `${counted(done.count, 'one cartridge', 'cartridges')} back in, one priming routine.`;
    case 'rotated':
      return `${counted(done.count, 'one cartridge', 'cartridges')} of ${printer(done.printerId)} rotated, one priming routine.`;
    case 'takenOut':
      return `${cartridge(done.cartridgeId)} is out of the printer.`;
    case 'gaugeRead':
      return `the printer says ${Math.round(done.fraction * 100)} % for ${done.slot}.`;
    case 'chipsReset':
      return `${counted(done.count, 'one chip was', 'chips were')} reset.`;
    case 'levelSeen':
      return `${cartridge(done.cartridgeId)} was seen at ${Math.round(done.fraction * 100)} %.`;
    case 'faded':
      return `${done.saw === 'print' ? 'a print faded: ' : ''}${cartridge(done.cartridgeId)} was at its reserve.`;
    case 'ranDry':
      return `${cartridge(done.cartridgeId)} ran dry.`;
    case 'sensorSaid':
      return done.sensor === 'float'
        ? `the float sensor of ${cartridge(done.cartridgeId)} changed over.`
        : `the optical signal of ${cartridge(done.cartridgeId)}: its reservoir is empty.`;
    case 'looked':
      return done.found === 'sound'
        ? `${cartridge(done.cartridgeId)} is sound.`
        : `${cartridge(done.cartridgeId)}: ${LOOK_WORDS[done.found]}`;
    case 'shaken':
      return done.cartridgeIds.length > FEW
        ? `shook ${done.cartridgeIds.length} cartridges.`
        : `shook ${done.cartridgeIds.map(cartridge).join(', ')}.`;
    case 'retired':
      return `${cartridge(done.cartridgeId)} is retired, ${done.reason}.`;
    case 'bottleUsedUp':
      return `${lotName({ context }, done.bottleId)} is used up.`;
    case 'bottleOpened':
      return `${lotName({ context }, done.bottleId)} is open.`;
    case 'ruledOut':
      return `ruled out, ${CAUSE_NAMES[done.cause]}.`;
    case 'zeroCorrected':
      return `${counted(done.count, 'one mass', 'masses')} corrected by ${(-done.g).toFixed(2)} g.`;
    case 'cleaningsLogged':
      return `${counted(done.count, 'one head cleaning', 'head cleanings')}.`;
    case 'cleaned':
      return `a head cleaning${done.channels?.length ? ` of ${done.channels.join(', ')}` : ''}.`;
    case 'printerMoved':
      return 'the printer was moved.';
    case 'printerRetired':
      return `${done.name} is out of use${done.count > 0 ? `, ${howMany(done.count, 'cartridge')} with it` : ''}.`;
    case 'printerBack':
      return `${done.name} is in use again${done.count > 0 ? `, ${howMany(done.count, 'cartridge')} with it` : ''}.`;
    case 'toolRetired':
      return `${done.name} is out of use.`;
    case 'toolBack':
      return `${done.name} is in use again.`;
    case 'headReplaced':
      return `${printer(done.printerId)} has a new head; its checks begin anew, and what it draws is learnt anew.`;
    case 'settingChanged':
      return `${done.what}.`;
    case 'lineTakenOver':
      return `${done.slot} is in the line.`;
    case 'shadeSwitched':
      return `${done.slot} switched to ${done.shade}.`;
    case 'printed':
      return `${done.again ? 'once more, ' : ''}${done.copies} × ${done.title}.`;
    case 'planned':
      return `${done.copies} × ${done.title} waits to be printed.`;
    case 'spoilt':
      return `${done.copies} of ${done.title} spoilt; their ink counts, the edition stays as it was.`;
    case 'cameOut':
      return `${done.printed} of ${done.copies} of ${done.title} are printed.`;
    case 'printsTook':
      return `${counted(done.count, 'one print', 'prints')} took ${BLACKS[done.black]}.`;
    case 'printsCorrected':
      return `${counted(done.count, 'one print', 'prints')} corrected.`;
    case 'jobsLogged':
      return `${counted(done.count, 'one print', 'prints')} from the tray.`;
    case 'jobsByRule':
      return `${counted(done.count, 'one print', 'prints')} logged by rule.`;
    case 'filled':
      return `${done.ml} ml into ${cartridge(done.cartridgeId)}.`;
    case 'drawnOut':
      return `${done.ml} ml out of ${cartridge(done.cartridgeId)}.`;
    case 'pastEntered':
      return `${counted(done.count, ...PAST[done.what])} of the past.`;
    case 'checked':
      return `a check of ${printer(done.printerId)}, ${done.channels === 0 ? 'no line missing' : `lines missing in ${counted(done.channels, 'one channel', 'channels')}`}.`;
    case 'profiled':
      return `the profile ${done.name}.`;
    case 'graded':
      return `compared by eye in ${counted(done.count, 'one respect', 'respects')}.`;
    case 'measured':
      return `${counted(done.patches, 'one patch', 'patches')} of ${done.ink === 'original' ? 'the originals' : 'the refill'}.`;
    case 'priced':
      return `“${done.called}” stays priced as it is today.`;
    case 'bought':
      return `${done.name}.`;
    case 'bottleBought':
      return `${done.ink}, ${done.volumeMl} ml.`;
    case 'squeezeKnown':
      return `one ${done.tool === 'dropBottle' ? 'drop' : 'squeeze'} gives ${formatUncertain(done.ml, 'ml')}.`;
    case 'densityKnown':
      return `${find(context, 'ink', done.inkId)?.name ?? done.inkId} has ${done.density.toFixed(4)} g/ml, used everywhere from now on.`;
    case 'emptied':
      return `${cartridge(done.cartridgeId)} is emptied.`;
    case 'drawnTo':
      return `${cartridge(done.cartridgeId)} is drawn out to about ${done.ml.toFixed(1)} ml.`;
    case 'rinseRound':
      return `round ${done.round}.`;
    case 'emptyMassKnown':
      return `${cartridge(done.cartridgeId)} weighs ${g(done.g)} empty.`;
    case 'convertedTo':
      return `${cartridge(done.cartridgeId)} is for ${done.shade} from now on.`;
    case 'fillTo':
      return `${cartridge(done.cartridgeId)} is filled to ${g(done.g)}${done.as === 'max' ? ' at most' : ''} from now on.`;
    case 'partWeighs':
      return `the ${TOOL_NAMES[done.part]} weighs ${g(done.g)}.`;
    case 'askPrinter':
      return `readings of ${printer(done.printerId)} enter themselves from now on.`;
    case 'stopAsking':
      return `${printer(done.printerId)} is no longer asked.`;
    case 'checkKnown':
      return `${printer(done.printerId)}’s check is known; photographs of it can be read.`;
    case 'readingsTaken':
      return `${counted(done.count, 'one reading', 'readings')} from the printer.`;
    case 'switchesAt':
      return `the sensor of ${done.slot} switches at ${formatUncertain(done.ml, 'ml')}.`;
    case 'weighInEvery':
      return `a weigh-in of ${printer(done.printerId)} is due after ${counted(done.days, 'one day', 'days')}.`;
    case 'goesBy':
      return `${printer(done.printerId)} goes by “${POLICY_WORDS[done.policy]}”; what is due follows it.`;
    case 'doseEvery':
      return done.days === null
        ? 'no small top-up on a fixed day.'
        : `a small top-up every ${counted(done.days, 'day', 'days')}.`;
    case 'sizeKept':
      return `the size ${done.name}.`;
    case 'ruleKept':
      return `jobs called ${done.title} are logged by themselves from now on.`;
    case 'paperTakes':
      return `${done.paper} takes ${BLACKS[done.black]}.`;
    case 'putOff':
      return 'put off for a week.';
    case 'setUp':
      return `${done.name} with ${counted(done.channels, 'one channel', 'channels')}.`;
    case 'describedIn':
      return `${done.name}, as it was described. Weigh its cartridges next.`;
  }
}
