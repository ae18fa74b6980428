import type {
  PatchNote,
  PatchProblem,
  Reprofile,
  ReprofileReason,
  ShadeComparison,
  ShadeSeries,
  ShadeVerdict,
  TestPrint,
} from '../colour';

export const VERDICT_WORDS: Readonly<Record<ShadeVerdict, string>> = {
  same: 'The same, as far as measuring can tell',
  close: 'Close: seen side by side, if at all',
  visible: 'Different side by side',
  plain: 'Plainly different',
};

export const REPROFILE_WORDS: Readonly<Record<Reprofile['verdict'], string>> = {
  never: 'No profile is in the log',
  notYet: 'Not yet',
  soon: 'Soon',
  now: 'Now',
};

const percent = (share: number): string => `${Math.round(100 * share)} %`;

const AGAINST_WORDS = {
  lot: 'against what was in it then',
  original: 'against the originals that were in it then',
} as const;

/** Why to profile anew, or not. */
export function reprofileWords(reason: ReprofileReason): string {
  switch (reason.code) {
    case 'noProfile':
      return 'Record one when you make it: from then on the change of ink is watched.';
    case 'foreign':
      return `${reason.slot}: ${percent(reason.share)} of what is inside is another ink than then.`;
    case 'lot':
      return `${reason.slot}: ${percent(reason.share)} of what is inside is another lot than then.`;
    case 'measured':
      return `Measured since, ${AGAINST_WORDS[reason.against]}: mean ΔE00 ${reason.mean.toFixed(1)}, 95 % below ${reason.p95.toFixed(1)}.`;
    case 'measuredSame':
      return `Measured since, ${AGAINST_WORDS[reason.against]} it is the same within the noise (mean ΔE00 ${reason.mean.toFixed(1)}).`;
    case 'unchanged':
      return 'The ink in its channels is what it was then.';
  }
}

const LEAST = 0.3;

/** How a print moved, in words: lighter or darker, which way the hue and the greys went. */
export function shiftWords({ shift, greys }: ShadeComparison): string[] {
  const words: string[] = [];
  const say = (value: number, more: string, less: string): void => {
    if (Math.abs(value) >= LEAST) words.push(`${value > 0 ? more : less} by ${Math.abs(value).toFixed(1)}`);
  };
  say(shift.l, 'lighter', 'darker');
  say(shift.c, 'stronger', 'weaker');
  if (greys) {
    const cast = [
      ...(Math.abs(greys.a) >= LEAST ? [greys.a > 0 ? 'redder' : 'greener'] : []),
      ...(Math.abs(greys.b) >= LEAST ? [greys.b > 0 ? 'yellower' : 'bluer'] : []),
    ];
    if (cast.length > 0)
      words.push(`greys ${cast.join(' and ')} by ${Math.hypot(greys.a, greys.b).toFixed(1)}`);
  }
  return words;
}

/** What is wrong with measured patches, and what to do. */
export function patchProblemWords(problem: PatchProblem): string {
  switch (problem.code) {
    case 'patchesEmpty':
      return 'There are no patches in it. Paste lines such as “A1 52.3 12.1 -4.6”, or choose the file of your instrument.';
    case 'patchesSpectral':
      return 'It holds spectra alone. Export L*a*b* (D50) with them from the instrument’s program.';
    case 'patchesIlluminant':
      return `It was computed for illuminant ${problem.illuminant}. Export it for D50 or D65: one light is not turned into another in silence.`;
    case 'patchesNoLab':
      return `Line ${problem.line}: its columns name no L*, a*, b*. Export with LAB_L, LAB_A and LAB_B.`;
    case 'patchesFew':
      return `Line ${problem.line} has ${problem.have} of ${problem.need} columns: it was cut off.`;
    case 'patchesNumber':
      return `Line ${problem.line}: “${problem.text}” is not a number.`;
    case 'patchesRange':
      return `Line ${problem.line}: ${problem.text} is no colour: L* lies from 0 to 100, a* and b* within ±200.`;
    case 'patchesTwice':
      return `Line ${problem.line}: the patch ${problem.name} is there twice. Patches are compared by name: give each its own.`;
    case 'patchesTooMany':
      return `More than ${problem.most} patches: measure a smaller chart, or split it.`;
  }
}

/** How patches of a series were measured. */
export const measuredUnderWords = ({
  condition,
  illuminant,
  observer,
  filter,
}: Pick<ShadeSeries, 'condition' | 'illuminant' | 'observer' | 'filter'>): string =>
  [
    condition,
    illuminant,
    ...(observer === '2' ? [] : [`${observer}°`]),
    ...(filter === null ? [] : [`filter ${filter}`]),
  ].join(', ');

/** What is odd about measured patches that can be read. */
export function patchNoteWords(note: PatchNote): string {
  switch (note.code) {
    case 'patchCount':
      return `Its head says ${note.said} patches, and there are ${note.found}: see that nothing was cut off.`;
    case 'patchNumbers':
      return `Its patches are called ${note.first} to ${note.last}, by numbers alone. They are compared by name: that holds only where each number is the same patch in every measuring.`;
  }
}

/** Who must be topped up on the way to a test print: nothing is to be run dry for it. */
export const testShortWords = ({ shortOf, sheets, cleanings }: TestPrint): string[] =>
  [
    { names: shortOf.sheets, what: `${sheets} sheets` },
    { names: shortOf.cleanings, what: `${cleanings} light cleanings` },
  ].flatMap(({ names, what }) =>
    names.length === 0
      ? []
      : [
          `${what} are more than ${names.join(', ')} can give above the reserve: top up before and on the way.`,
        ],
  );
