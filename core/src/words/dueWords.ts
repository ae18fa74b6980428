import type { DueItem } from '../due';
import { densityOffWords } from './densityWords';
import { agoWords } from './daysWords';
import { headReasonWords } from './headWords';

/** What is to be done, and why, in words. */
export function dueWords({ code, subject: { name }, figure, head, unknown, hasScale }: DueItem): {
  readonly what: string;
  readonly why: string;
} {
  const ago = figure === null ? '' : agoWords(figure);
  switch (code) {
    case 'topUp':
      return {
        what: `Top up ${name}`,
        why: figure === null ? 'The log says so.' : `About ${figure.toFixed(1)} ml are left in it.`,
      };
    case 'topUpSet':
      return {
        what: `Top up ${name} together`,
        why: `One of them needs it; ${figure === 1 ? 'it alone stands' : `${figure} stand`} below the share that you chose.`,
      };
    case 'rotate':
      return {
        what: `Rotate the set of ${name}`,
        why:
          figure === null
            ? 'One of its cartridges needs a top-up: the other set goes in whole, in one routine.'
            : `${figure} standard sheets since the last change.`,
      };
    case 'weighIn':
      return {
        what: hasScale === false ? `Look how full those in ${name} are` : `Weigh in ${name}`,
        why:
          unknown || figure === null
            ? neverWeighedWords(unknown, hasScale)
            : `Last weighed ${ago}: the doubt grows with every print.`,
      };
    case 'nozzleCheck':
      return {
        what: `Print a nozzle check on ${name}`,
        why: head ? headReasonWords(head) : '',
      };
    case 'agitate':
      return { what: `Shake ${name}`, why: `Pigment settles; last moved ${ago}.` };
    case 'rested':
      return { what: `Weigh ${name} after its rest`, why: 'That mass is its honest full mass.' };
    case 'bottleOld':
      return {
        what: `Look at the bottle ${name}`,
        why: `Open for ${Math.round(figure ?? 0)} months: ink ages.`,
      };
    case 'padFull':
      return {
        what: `See to the waste pad of ${name}`,
        why: `By the log it is ${Math.round(100 * (figure ?? 0))} % full. A qualified technician renews it.`,
      };
    case 'order':
      return {
        what: `Order ${name}`,
        why:
          figure === null
            ? 'At the pace so far it runs out.'
            : `${figure.toFixed(0)} ml, at the pace so far.`,
      };
    case 'print':
      return {
        what: `Print ${name}`,
        why: `${figure === 1 ? 'One is' : `${figure} are`} still to be printed.`,
      };
    case 'dose':
      return { what: `The small top-up of ${name}`, why: `Every ${figure} days, each channel a little.` };
    case 'weighEmpty':
      return {
        what: `Weigh one empty: ${name}`,
        why: `Its empty mass is taken from its kind, ± ${(2 * (figure ?? 0)).toFixed(1)} g; a dry one on the scale ends that. Enter it with the cartridge.`,
      };
    case 'density':
      return {
        what: `Measure the density of ${name}`,
        why: `Syringe, scale and bottles say it is ${densityOffWords(figure ?? 0)} than what is reckoned with: every fill by mass is as far off.`,
      };
    case 'scaleStep':
      return {
        what: `Look at the scale ${name}`,
        why: `Its last weights all lie on steps of ${figure} g, coarser than it is said to show: correct its step in Workbook, or type all its figures. Until then masses are less sure than they are reckoned with.`,
      };
    case 'retire':
      return {
        what: `Look at ${name}: retire it?`,
        why: `Filled ${figure === 1 ? 'once' : `${figure} times`}, as often as such bodies bear. A leak, a clog or a dead contact ends it.`,
      };
    case 'profile':
      return { what: `Profile ${name} anew`, why: 'The ink in it has changed since the last profile.' };
  }
}

function neverWeighedWords(unknown: readonly string[] = [], hasScale = true): string {
  if (unknown.length === 0)
    return hasScale
      ? 'Some of it was never weighed: what is in it is what was told.'
      : 'What is in them is what was told: the doubt grows with every print.';
  const which = unknown.length > 3 ? `${unknown.length} of its cartridges` : unknown.join(' and ');
  return `Nobody knows what is in ${which}: ${hasScale ? 'weigh it, or enter the level that is seen' : 'enter the level that is seen'}.`;
}
