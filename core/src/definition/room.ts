import { BRIGHTENER_NAMES, CLASS_NAMES, PAPER_BLACK_NAMES, PRICES_NAMES, WASTE_NAMES } from './names';
import { MOST_BODY_G } from './cartridges';
import { choice, figure, flag, money, number, SHADE_NAMES, text, thing, type FieldTables } from './field';

/** The print room and all else in it. */
export const roomFields: FieldTables<
  'settings' | 'ink' | 'bottle' | 'jobRule' | 'scale' | 'syringe' | 'tool' | 'subject' | 'paper'
> = {
  settings: {
    name: text('Name of the print room'),
    currency: text('Currency (three letters)'),
    'standardSheet.widthMm': number('Standard sheet, width', 'mm'),
    'standardSheet.heightMm': number('Standard sheet, height', 'mm'),
    kitLifeMonths: number('Kit lasts', 'months'),
    cartridgeLifeMonths: number('Cartridges that were bought last', 'months'),
    wasteBy: choice('Cleanings and changes are shared', WASTE_NAMES, { none: 'as usual: by area' }),
    prices: choice('All prices are', PRICES_NAMES, {
      none: 'not said',
      help: 'The same for bottles, originals and all else: only then do the two sides compare.',
    }),
    taxPercent: number('Tax for quotes', '%', {
      help: 'Said with a quote as soon as it is known how prices stand.',
    }),
    topUpFraction: number('Top up below, of the target', 'share'),
    weighInDays: number('Weigh-in every', 'days'),
    deliveryDays: number('From order to doorstep', 'days'),
  },
  ink: {
    name: text('Name'),
    shade: choice('Shade', SHADE_NAMES),
    inkClass: choice('Class', CLASS_NAMES),
    density: figure('Density', 'g/ml', {
      bounds: [0.5, 2],
      mostU: 0.5,
      help: 'From its sheet; empty if you do not know',
    }),
  },
  bottle: {
    inkId: thing('Ink', 'ink'),
    lot: text('Lot', { help: 'Colours are compared by lot' }),
    volumeMl: number('Holds', 'ml', { bounds: [0.5, 20_000] }),
    priceMinor: money('Price', { help: 'Empty: nobody knows it, and costs are told without it' }),
    emptyG: figure('Empty bottle', 'g', { bounds: [0.5, MOST_BODY_G] }),
  },
  jobRule: {
    name: text('Name'),
    queue: text('Queue (empty: any)'),
    title: text('Title, with * for anything (empty: any)'),
    ignore: flag('Never a print worth a log'),
    printerId: thing('Is the printer', 'printer', { none: 'not said' }),
    subjectId: thing('Is of the kind', 'subject', { none: 'not said' }),
    paperId: thing('Is on the paper', 'paper', { none: 'not said' }),
  },
  scale: {
    name: text('Name'),
    capacityG: number('Carries', 'g', { bounds: [5, 100_000] }),
    resolutionG: number('Smallest step', 'g', { bounds: [0.0001, 100] }),
    repeatabilityG: number('Repeatability', 'g', { bounds: [0, 150] }),
  },
  syringe: {
    name: text('Name'),
    capacityMl: number('Holds', 'ml', { bounds: [0.1, 1000] }),
    graduationMl: number('One mark', 'ml', { bounds: [0.001, 100] }),
    keepBackMl: number('Kept back', 'ml', { bounds: [0, 100], help: 'So that no foam goes in.' }),
    family: text('Colour family'),
  },
  tool: {
    name: text('Name'),
    count: number('How many', ''),
    fitsHeightMm: number('Fits a body of', 'mm'),
    massG: figure('It weighs', 'g', { bounds: [0.01, 1000] }),
    squeezeMl: figure('One squeeze or drop gives', 'ml', { bounds: [0.001, 100] }),
  },
  subject: { name: text('Name') },
  paper: {
    name: text('Name'),
    brightener: choice('Brightener, by the torch', BRIGHTENER_NAMES),
    black: choice('Black it takes', PAPER_BLACK_NAMES, {
      none: 'not known yet',
      help: 'Where a printer has one black for coated and one for matte papers: the other is left alone.',
    }),
  },
};
