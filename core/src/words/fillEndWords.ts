import type { Apart, FillEnd } from '../bench';

/** How a fill ended, beside what went in. */
export function fillEndWords(end: FillEnd): string {
  switch (end.code) {
    case 'dose':
      return `You set ${end.ml.toFixed(1)} ml.`;
    case 'heldBack':
      return 'No more was safe: what is inside, or what a syringe pours, is not known better.';
    case 'done':
      return 'Within the tolerance of the target.';
    case 'short':
      return `${end.ml.toFixed(1)} ml short of the target.`;
    case 'over':
      return `${end.ml.toFixed(1)} ml over the target.`;
  }
}

/** Syringe and scale that cannot both be right, and what to do. */
export const apartWords = ({ readMl, weighedMl }: Apart): string =>
  `By the syringe ${readMl.toFixed(1)} ml went in, by the scale ${weighedMl.toFixed(1)} ml. If one was mistyped, or another amount went in, go back and say so: as it stands the scale counts.`;
