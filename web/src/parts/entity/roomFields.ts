import { optionsOf } from '../fields';
import { named, uncertainFields, type FieldTable, shades, classes } from './fieldSpec';

/** The print room and all else in it. */
export const roomFields: FieldTable<
  'settings' | 'ink' | 'bottle' | 'jobRule' | 'scale' | 'syringe' | 'tool' | 'subject' | 'paper'
> = {
  settings: () => [
    { path: 'name', label: 'Name of the print room', as: 'text' },
    { path: 'currency', label: 'Currency (three letters)', as: 'text' },
    { path: 'standardSheet.widthMm', label: 'Standard sheet, width, mm', as: 'length' },
    { path: 'standardSheet.heightMm', label: 'Standard sheet, height, mm', as: 'length' },
    { path: 'kitLifeMonths', label: 'Kit lasts, months', as: 'plain' },
    {
      path: 'wasteBy',
      label: 'Cleanings and changes are shared',
      as: 'choice',
      extra: true,
      choices: [
        { value: '', label: 'by the area of a print' },
        { value: 'print', label: 'alike by each print' },
      ],
    },
    {
      path: 'prices',
      label: 'All prices are',
      as: 'choice',
      extra: true,
      help: 'The same for bottles, originals and all else: only then do the two sides compare.',
      choices: [
        { value: '', label: 'not said' },
        { value: 'withTax', label: 'with tax' },
        { value: 'withoutTax', label: 'without tax' },
      ],
    },
    {
      path: 'taxPercent',
      label: 'Tax, %, for quotes',
      as: 'plain',
      optional: true,
      extra: true,
      help: 'Said with a quote as soon as it is known how prices stand.',
    },
    { path: 'topUpFraction', label: 'Top up below, % of the target', as: 'percent', per: 100 },
    { path: 'weighInDays', label: 'Weigh-in every, days', as: 'plain' },
    {
      path: 'deliveryDays',
      label: 'From order to doorstep, days',
      as: 'plain',
      optional: true,
      extra: true,
    },
  ],
  ink: () => [
    { path: 'name', label: 'Name', as: 'text' },
    { path: 'shade', label: 'Shade', as: 'choice', choices: shades },
    { path: 'inkClass', label: 'Class', as: 'choice', choices: classes },
    ...uncertainFields('density', 'Density by its maker, g/ml', 'density', true),
  ],
  bottle: () => [
    { path: 'lot', label: 'Lot', as: 'text' },
    { path: 'volumeMl', label: 'Volume, ml', as: 'volume' },
    { path: 'priceMinor', label: 'Price', as: 'money' },
    ...uncertainFields('emptyG', 'Empty bottle, g', 'mass', true),
  ],
  jobRule: (_entity, owned) => [
    { path: 'name', label: 'Name', as: 'text' },
    { path: 'queue', label: 'Queue (empty: any)', as: 'text' },
    { path: 'title', label: 'Title, with * for anything (empty: any)', as: 'text' },
    { path: 'ignore', label: 'Never a print worth a log', as: 'flag' },
    {
      path: 'printerId',
      label: 'Is the printer',
      as: 'choice',
      choices: [{ value: '', label: 'not said' }, ...named(owned.printers)],
      optional: true,
    },
    {
      path: 'subjectId',
      label: 'Is of the kind',
      as: 'choice',
      choices: [{ value: '', label: 'not said' }, ...named(owned.subjects)],
      optional: true,
    },
    {
      path: 'paperId',
      label: 'Is on the paper',
      as: 'choice',
      choices: [{ value: '', label: 'not said' }, ...named(owned.papers)],
      optional: true,
    },
  ],
  scale: () => [
    { path: 'name', label: 'Name', as: 'text' },
    { path: 'capacityG', label: 'Carries, g', as: 'mass' },
    { path: 'resolutionG', label: 'Resolution, g', as: 'mass' },
    { path: 'repeatabilityG', label: 'Repeatability, g', as: 'mass' },
  ],
  syringe: () => [
    { path: 'name', label: 'Name', as: 'text' },
    { path: 'capacityMl', label: 'Holds, ml', as: 'volume' },
    { path: 'graduationMl', label: 'One mark, ml', as: 'volume' },
    { path: 'keepBackMl', label: 'Kept back, ml', as: 'volume', help: 'So that no foam goes in.' },
    { path: 'family', label: 'Colour family', as: 'text' },
  ],
  tool: (entity) => [
    { path: 'name', label: 'Name', as: 'text' },
    { path: 'count', label: 'How many', as: 'plain' },
    { path: 'fitsHeightMm', label: 'Fits a body of, mm', as: 'length', optional: true },
    ...(entity.tool === 'floatSensor' || entity.tool === 'keeper'
      ? uncertainFields('massG', 'It weighs, g', 'mass', true)
      : []),
    ...(entity.tool === 'squeezeBottle' || entity.tool === 'dropBottle'
      ? uncertainFields(
          'squeezeMl',
          entity.tool === 'dropBottle' ? 'One drop gives, ml' : 'One squeeze gives, ml',
          'volume',
          true,
        )
      : []),
  ],
  subject: () => [{ path: 'name', label: 'Name', as: 'text' }],
  paper: () => [
    { path: 'name', label: 'Name', as: 'text' },
    {
      path: 'brightener',
      label: 'Brightener, by the torch',
      as: 'choice',
      choices: optionsOf(['none', 'little', 'much', 'unknown']),
    },
    {
      path: 'black',
      label: 'Black it takes',
      as: 'choice',
      choices: [
        { value: '', label: 'not known yet' },
        { value: 'photo', label: 'photo black' },
        { value: 'matte', label: 'matte black' },
        { value: 'both', label: 'either or both' },
      ],
      optional: true,
      help: 'Where a printer has one black for coated and one for matte papers: the other is left alone.',
    },
  ],
};
