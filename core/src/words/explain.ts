import { goingInWords } from './benchWords';
import type { FactProblem } from '../check';
import { COVERAGE } from '../numeric';
import type { MoneyProblem } from '../quantity';
import type { DensityProblem, DryingProblem } from '../prepare';
import type { OutOfBounds } from '../definition';
import type { EntityRule, FileProblem } from '../workbook';

export type Problem = FactProblem | FileProblem | MoneyProblem | DensityProblem | DryingProblem;

const g = (value: number): string => `${value.toFixed(2)} g`;
const ml = (value: number): string => `${value.toFixed(1)} ml`;
const mb = (bytes: number): string => `${(bytes / 1e6).toFixed(1)} MB`;

/** What an entry may speak of, where its name is no plain word. */
const THING_WORDS: ReadonlyMap<string, string> = new Map([
  ['cartridgeType', 'a cartridge type'],
  ['subject', 'a kind of picture'],
  ['ink', 'an ink'],
  ['fact', 'an entry'],
  ['any tool', 'a tool'],
]);

/** A figure that no such thing has, where it was typed. */
export const outOfBoundsWords = ({ value, least, most, unit }: OutOfBounds): string =>
  `${value} ${unit} is ${value > most ? `more than ${most}` : `less than ${least}`} ${unit}: no such thing has that. Check the decimal mark and the unit.`;

function oddPrintWords({
  how,
  widthMm,
  heightMm,
  copies,
  widestMm,
}: Extract<FactProblem, { code: 'oddPrint' }>): string {
  const size = `${widthMm} × ${heightMm} mm`;
  switch (how) {
    case 'small':
      return `${size} is far smaller than anything that was printed here. Sizes are in millimetres: check the unit, or confirm it.`;
    case 'large':
      return `${size} is far larger than anything that was printed here. Sizes are in millimetres: check the figures, or confirm it.`;
    case 'wide':
      return `${size} is wider than anything that went through this printer (${widestMm} mm). Check which printer it was, and the figures, or confirm it.`;
    case 'many':
      return `${copies} copies of ${size} are more than several of the busiest days here. Check the count, or confirm it.`;
  }
}

/**
 * A problem in plain words: what is likely wrong, and what to do.
 *
 * @param problem data that crossed a border as it was
 * @returns one or two sentences
 */
export function explain(problem: Problem): string {
  switch (problem.code) {
    case 'empty':
      return 'Nothing was typed. Enter a number, such as 63.42.';
    case 'notANumber':
      return `“${problem.text}” is not a number. Enter digits with one decimal point or comma, such as 63.42 or 63,42.`;
    case 'ambiguousNumber':
      return `“${problem.text}” can be read in two ways. Enter it without thousands marks, such as 1234.5.`;
    case 'wrongUnit':
      return problem.allowed.length > 0
        ? `“${problem.unit}” does not fit here. Use ${problem.allowed.filter((unit) => /^[a-z%]{1,2}$/.test(unit)).join(', ')}, or no unit.`
        : `“${problem.unit}” does not fit here. Enter the bare number.`;
    case 'negativeMoney':
      return 'An amount of money cannot be below zero. Enter what was paid.';
    case 'oddPrint':
      return oddPrintWords(problem);
    case 'unknownThing':
      return `This speaks of ${THING_WORDS.get(problem.what) ?? `a ${problem.what}`} (${problem.id}) that the workbook does not know. Set it up in Workbook first, or import the file that defines it.`;
    case 'future':
      return `The time ${problem.at.slice(0, 16).replace('T', ' ')} UTC has not come yet. Correct the date, or the clock of this device.`;
    case 'beforeBegun':
      return `This workbook begins on ${problem.at.slice(0, 10)} with what stood in ${problem.closed}: what happened before belongs there, and would change nothing here. Correct the date, or take that one up again.`;
    case 'beginning':
      return 'With this entry the workbook begins: taken back, nothing would be known of any cartridge or bottle. To go on with the closed one, take it up again under Workbook, Workbooks.';
    case 'beforeOpening':
      return `The date ${problem.at.slice(0, 10)} is long before any such printer. Correct the year.`;
    case 'emptyTooHeavy':
      return `${g(problem.massG)} is no empty mass of ${problem.label}: full it weighs at most ${g(problem.fullG)}. Check the decimal mark, and what lies on the scale; or correct its kind’s masses in Workbook.`;
    case 'lighterThanEmpty':
      return problem.reasons
        ? `${g(problem.massG)} is lighter than its kind weighs empty (${g(problem.emptyG)} ± ${g(COVERAGE * problem.u)}). Nobody has weighed ${problem.label} itself empty yet.`
        : `${g(problem.massG)} is ${g(problem.emptyG - problem.massG)} lighter than ${problem.label} empty (${g(problem.emptyG)} ± ${g(COVERAGE * problem.u)}). Likely another cartridge is on the scale, the scale was not tared, or the empty mass is wrong: weigh again, or correct the empty mass on its page.`;
    case 'heavierThanMax':
      return problem.severity === 'stop'
        ? `${g(problem.massG)} is far above what ${problem.label} can weigh (${g(problem.maxG)}). Check the decimal mark and what lies on the scale.`
        : `${g(problem.massG)} is above the maximum of ${problem.label} (${g(problem.maxG)}). If nothing else lies on the scale it is over-full and may leak: draw back ${g(problem.massG - problem.maxG)} of ink, or confirm to record it as it is.`;
    case 'beyondScale':
      return `${g(problem.massG)} is more than ${problem.scale} can carry (${g(problem.capacityG)}). Weigh on a larger scale, or choose the scale that was used.`;
    case 'otherShade':
      return `The bottle ${problem.bottle} is ${problem.bottleShade}, ${problem.cartridge} is for ${problem.shade}. Take the right bottle. Only if this is a conversion to another ink, confirm it: the mixture is then kept in the log.`;
    case 'otherClass':
      return `${problem.bottle} is a ${problem.bottleClass} ink, ${problem.cartridge} holds ${problem.inkClass}. Mixed classes can clog a head. Confirm only for a conversion that you intend.`;
    case 'bottleTooLittle':
      return `By the log ${problem.bottle} holds ${ml(problem.hasMl)}, less than the ${ml(problem.needMl)} entered. Weigh the bottle, take another, or confirm if the log is behind.`;
    case 'bottleNotOpened':
      return `${problem.bottle} has not been opened. Open it in Inks first.`;
    case 'overfill':
      return `This would bring ${problem.label} to about ${g(problem.massG)}, above its maximum of ${g(problem.maxG)}: it would leak. If less is in, go back and say how much; if all of it is, confirm it: the next step says how much to draw back.`;
    case 'seatedElsewhere':
      return `${problem.label} was put into ${problem.slot} while it stood in ${problem.stood}. The later entry counts. If it is wrong, take it back.`;
    case 'retired':
      return `${problem.label} was retired. Confirm to use it all the same.`;
    case 'notInstalled':
      return `No cartridge is installed in ${problem.slot}. Install one first, then read its gauge.`;
    case 'backToBottleAfterConversion':
      return `What comes out of ${problem.label} is mixed with another ink: back in the bottle it would spoil it for good. Put it in the bin for mixed ink, or confirm that you want it in the bottle.`;
    case 'moreThanInside':
      return `${problem.label} holds about ${ml(problem.hasMl)}; ${ml(problem.takeMl)} cannot come out of it. Check the number.`;
    case 'switchOffNotOffered':
      return problem.lost
        ? `${problem.slot} had run out, and this printer then no longer offers to switch its gauge off: it needs a new chip. Confirm only if the printer really did it.`
        : `This printer offers to switch a gauge off at its last stop, and ${problem.slot} has not come to it by the log. Note its signals first, or confirm if the printer really did it.`;
    case 'resetWithoutTopUp':
      return `${problem.label} was not topped up since its chip began to count. Reset now, its gauge shows full and it may run dry. Top it up first, or confirm if you know what is in it.`;
    case 'stillNeeded':
      return `${problem.name} is used by ${problem.count} other ${problem.count === 1 ? 'entry' : 'entries'} of this workbook. Taken back, they would have nothing to stand on and be left out of every figure. Correct it instead, or confirm if that is what you want.`;
    case 'outOfBounds':
      return `${problem.label}: ${outOfBoundsWords(problem)}`;
    case 'cannotFold':
      return `This entry cannot be worked into the log (${problem.why}), so it was not recorded. Correct its numbers and try again.`;
    case 'plugOut':
    case 'ventShut':
    case 'taped':
    case 'keeperOn':
    case 'neverFilled':
    case 'nothingInside':
    case 'wet':
    case 'isRetired':
    case 'rejected':
    case 'notForSlot':
    case 'chipWillStop': {
      const { what, mend } = goingInWords(problem);
      return `${problem.label}: ${what} ${mend} Confirm when you have seen to it.`;
    }
    case 'alreadyVoided':
      return 'This entry was taken back already.';
    case 'entityRule':
      return ruleWords(problem);
    case 'evidenceOff':
      return evidenceWords(problem);
    case 'densityFew':
      return `${problem.need} weighed volumes are needed, ${problem.have} ${problem.have === 1 ? 'is' : 'are'} here. Dispense and weigh another.`;
    case 'densityNotNumbers':
      return 'One of the volumes or masses is not a number, or is below zero. Correct it.';
    case 'densitySameVolumes':
      return 'All volumes are the same: a slope needs different ones, such as 5, 10, 15 and 20 ml.';
    case 'densityImplausible':
      return `The points give ${problem.value.toFixed(3)} g/ml, which is no ink. Check that volumes are in ml, masses in g, and that each mass is the total so far.`;
    case 'dryingNotNumbers':
      return 'One of the weighings is not a number. Correct it.';
    case 'dryingFew':
      return `${problem.need} weighings are needed to tell a curve, ${problem.have} ${problem.have === 1 ? 'is' : 'are'} here. Weigh again in half an hour.`;
    case 'dryingEqualTimes':
      return 'All weighings have the same time. Correct the times, or weigh again later.';
    case 'dryingRises':
      return 'It gains mass: it was rinsed again, or another cartridge lies on the scale. Weigh it again in half an hour.';
    case 'dryingNoDecay':
      return 'It does not fall enough to tell when it will be dry: it is dry already, or it dries too slowly. Give its dry mass if you know it, or a little more warmth and time.';
    case 'fileTooLarge':
      return `The file has ${mb(problem.bytes)}; a workbook has at most ${mb(problem.most)}. Probably it is another kind of file; a workbook of very many years is exported smaller once years that are over are closed (Workbook, Workbooks). Nothing was changed.`;
    case 'fileEmpty':
      return 'The file is empty. Choose the *.hiraeth.json file that was exported. Nothing was changed.';
    case 'fileCutOff':
      return `The file ends in the middle (after ${mb(problem.bytes)}): the copy or download was cut off. Copy it again from where it was exported. Nothing was changed.`;
    case 'fileUnreadable':
      return 'The file could not be read: it was changed, moved or locked after it was chosen. Choose it again. Nothing was changed.';
    case 'fileOtherLetters':
      return 'The file’s letters are not UTF-8: it was damaged, or another program saved it in its own. Export it again, or save it as UTF-8. Nothing was changed.';
    case 'fileNotJson':
      return `This is not a workbook file: it begins with “${problem.begins}”. Choose a *.hiraeth.json file. Nothing was changed.`;
    case 'fileNotOurs':
      return 'The file is JSON, but not a Hiraeth workbook. Choose a *.hiraeth.json file. Nothing was changed.';
    case 'fileNewer':
      return `The file was written by a newer version (format ${problem.version}; this one knows ${problem.known}). Update the program, then open it again. Nothing was changed.`;
    case 'fileInvalid':
      return `The file has ${problem.stopped ? 'at least ' : ''}${problem.count === 1 ? 'one fault' : `${problem.count} faults`}: ${problem.problems
        .slice(0, 3)
        .map((p) => `${p.path}: ${p.message}`)
        .join(
          '; ',
        )}${problem.count > 3 ? '; …' : ''}. Correct the file or export it again. Nothing was changed.`;
    case 'fileDuplicate':
      return `The file has two different entries with the id ${problem.id}. It was edited by hand: restore the original. Nothing was changed.`;
  }
}

function ruleWords(broken: EntityRule): string {
  switch (broken.rule) {
    case 'fullBelowEmpty':
      return `A full ${broken.name} must weigh more than an empty one (${broken.emptyG} g). Check the two masses.`;
    case 'maxBelowFull':
      return `The maximum mass (${broken.maxG} g) is below the full mass (${broken.fullG} g). It is the mass at which it begins to leak: make it at least the full mass.`;
    case 'headNotPart':
      return `${broken.name}: its head is lighter and holds less than head and tank together, and is heavier full than empty. Weigh the head by itself.`;
    case 'reserveTooLarge':
      return `The reserve (${broken.reserveMl} ml) leaves nothing of ${broken.capacityMl} ml to print with.`;
    case 'slotTwice':
      return 'Two slots have the same id.';
    case 'usableAboveNominal':
      return `The original for ${broken.slot} cannot have more usable ink than its nominal volume.`;
    case 'keepsAll':
      return 'The syringe would keep back all that it holds.';
    case 'densityZero':
      return `The density of ${broken.name} is that of no ink: it lies between 0.9 and 1.3 g/ml. Enter it in g/ml, such as 1.064.`;
  }
}

function evidenceWords(problem: Extract<FactProblem, { code: 'evidenceOff' }>): string {
  const { label, expectedMl, foundMl } = problem;
  const between = `${ml(foundMl)} where ${ml(expectedMl)} were expected (± ${ml(COVERAGE * problem.u)})`;
  switch (problem.evidence) {
    case 'mass':
      return `By this weight ${label} holds ${between}.${partWords(problem.part)} What happened?`;
    case 'level':
    case 'sensor':
      return `What was seen means ${between} in ${label}. What happened?`;
    case 'faded':
      return `A print that fades means about ${ml(foundMl)} in ${label}, and the log says ${ml(expectedMl)}. Look first: air in the line, a shut vent or a clogged nozzle fade alike. What happened?`;
    case 'gauge':
      return `The printer counted ${ml(foundMl)} out of ${label}; by the log it was ${ml(expectedMl)}. What happened?`;
  }
}

/** A part left on or off is mended on the scale, not in the log. */
function partWords(part: Extract<FactProblem, { code: 'evidenceOff' }>['part']): string {
  if (!part) return '';
  const grams = `${part.massG.toFixed(1)} g`;
  return part.left === 'on'
    ? ` It would fit with ${part.name} still on it (${grams}): go back, take it off, and weigh again.`
    : ` It would fit without ${part.name} (${grams}), which it wears otherwise: go back, put it on, and weigh again.`;
}
