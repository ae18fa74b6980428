import { FATES, hasBothBlacks, type Printer } from '@hiraeth/core/workbook';
import { SHARE_LINE } from '../blacks';
import { FEEDS, GAUGES, optionsOf } from '../fields';
import { uncertainFields, type FieldSpec, type FieldTable, shades } from './fieldSpec';

const draw = (key: string, label: string): FieldSpec[] => uncertainFields(`draws.${key}`, label, 'volume');

/** Its channels, and what an original of each costs. */
const slotFields = (entity: Printer): FieldSpec[] => [
  ...entity.slots.flatMap((slot, i): FieldSpec[] => [
    { path: `slots.${i}.name`, label: 'Channel', as: 'text', group: `Slot ${i + 1}: ${slot.name}` },
    ...slot.shades.map((_shade, c): FieldSpec => ({
      path: `slots.${i}.shades.${c}`,
      label: slot.shades.length > 1 ? `Shade ${c + 1}` : 'Shade',
      as: 'choice',
      choices: shades,
    })),
    { path: `slots.${i}.original.priceMinor`, label: 'Original costs', as: 'money', optional: true },
    { path: `slots.${i}.original.nominalMl`, label: 'Nominal, ml', as: 'volume', optional: true },
    { path: `slots.${i}.original.usableMl`, label: 'Usable, ml', as: 'volume', optional: true },
    {
      path: `slots.${i}.original.emptyMinor`,
      label: 'What an emptied one brings',
      as: 'money',
      extra: true,
    },
  ]),
];

/** What it shows of its ink, and what it offers at its last stop. */
const GAUGE_FIELDS: readonly FieldSpec[] = [
  {
    path: 'gauge.display',
    label: 'Its gauge shows',
    as: 'choice',
    group: 'Gauge',
    choices: GAUGES,
  },
  { path: 'gauge.prism', label: 'Beside its figure a prism sees the ink', as: 'flag', extra: true },
  { path: 'gauge.lowAt', label: 'Signals low at, %', as: 'percent', per: 100 },
  { path: 'gauge.veryLowAt', label: 'Very low at, %', as: 'percent', per: 100 },
  { path: 'gauge.switchOff.offered', label: 'Offers to switch its gauge off', as: 'flag' },
  { path: 'gauge.switchOff.lostWhenRunDry', label: 'The offer is lost once it ran dry', as: 'flag' },
  { path: 'gauge.switchOff.promptReturns', label: 'Another page brings the offer back', as: 'flag' },
  {
    path: 'gauge.switchOff.asksNewOriginalFirst',
    label: 'First asks: a new original?',
    as: 'flag',
  },
  { path: 'gauge.switchOff.originalOnly', label: 'Only original chips get the offer', as: 'flag' },
];

/** How its owner goes about a refill, where hands differ. */
const SCHOOL_FIELDS: readonly FieldSpec[] = [
  {
    path: 'schools.reset',
    label: 'Reset the chip',
    as: 'choice',
    group: 'Schools',
    help: 'A full cartridge drips while handled; one reset first may be forgotten half full.',
    choices: optionsOf(['before', 'after'], { before: 'before filling', after: 'after filling' }),
  },
  {
    path: 'schools.stopAt',
    label: 'Fill to',
    as: 'choice',
    help: 'Weight is the truth; line and syringe are guides.',
    choices: optionsOf(['mass', 'line', 'volume'], {
      mass: 'the target mass',
      line: 'the line',
      volume: 'a volume',
    }),
  },
  {
    path: 'schools.remains',
    label: 'What is left inside',
    as: 'choice',
    help: 'Drawing out throws ink away; topping up trusts the mass.',
    choices: optionsOf(['topUp', 'drawOut'], { topUp: 'top up on it', drawOut: 'draw it out first' }),
  },
  {
    path: 'schools.prime',
    label: 'Prime',
    as: 'choice',
    help: 'An early refill saves the prime; leaving it to the printer costs ink in every channel.',
    choices: optionsOf(['always', 'whenDry', 'never'], { whenDry: 'only when it ran dry' }),
  },
  {
    path: 'schools.leftover',
    label: 'Leftover and prime go',
    as: 'choice',
    help: 'Back to the bottle only when clean and of the same lot.',
    choices: optionsOf(FATES, {
      bottle: 'back into the bottle',
      cartridge: 'into the cartridge',
      bin: 'to the bin',
    }),
  },
  {
    path: 'schools.closing',
    label: 'A drilled hole afterwards',
    as: 'choice',
    help: 'A cover keeps dust out, and needs a pinhole for air.',
    choices: optionsOf(['seal', 'open'], { seal: 'pinholed cover', open: 'left open' }),
  },
  {
    path: 'schools.cleaning',
    label: 'Clean the head',
    as: 'choice',
    help: 'Each cleaning draws ink from every channel.',
    choices: optionsOf(['always', 'onGap', 'rarely'], {
      always: 'after every refill',
      onGap: 'only when a line is missing',
      rarely: 'as rarely as possible',
    }),
  },
];

/** What it draws, until weigh-ins teach it. */
const drawFields = (entity: Printer): FieldSpec[] => [
  ...uncertainFields(
    'draws.perDm2',
    'Use per dm², ml',
    'volume',
    false,
    entity.draws.channels
      ? 'What it draws from each channel. It was begun with what another printer of its kind was taught of each: put right here, this holds for all'
      : 'What it draws from each channel (a guess; weigh-ins improve it)',
  ),
  ...draw('light', 'Light cleaning, ml'),
  ...draw('deep', 'Deep cleaning, ml'),
  ...draw('change', 'Cartridge change, ml'),
  ...draw('idleDay', 'Idle day, ml'),
  ...(entity.blacksShareLine
    ? uncertainFields('draws.switched', 'Black taking the line over, ml', 'volume', true)
    : []),
];

/** A printer: how it takes ink and draws it, its channels, chips and head. */
export const printerFields: FieldTable<'printer'> = {
  printer: (entity) => [
    { path: 'name', label: 'Name', as: 'text' },
    {
      path: 'feed',
      label: 'Ink feed',
      as: 'choice',
      choices: FEEDS,
    },
    { path: 'openMinutes', label: 'May stand open, minutes', as: 'plain' },
    { path: 'exchangeState', label: 'Needs its exchange state before a cartridge comes out', as: 'flag' },
    ...(hasBothBlacks(entity.slots)
      ? [{ path: 'blacksShareLine', label: SHARE_LINE, as: 'flag' } as const]
      : []),
    { path: 'padCapacityMl', label: 'Waste pad holds, ml', as: 'volume', optional: true },
    {
      path: 'lineMl',
      label: 'Ink in one channel’s line, ml',
      as: 'volume',
      optional: true,
      help: 'From bay to head: how long the old ink still prints after a change.',
    },
    { path: 'headLines', label: 'Lines in a channel’s field of its check', as: 'plain', optional: true },
    { path: 'headSpares', label: 'Spare nozzles of a channel', as: 'plain', optional: true },
    {
      path: 'cleansAfterIdleDays',
      label: 'Cleans by itself after idle days',
      as: 'plain',
      optional: true,
    },
    {
      path: 'cleansEverySheets',
      label: 'Cleans by itself every so many sheets of a long job',
      as: 'plain',
      optional: true,
    },
    {
      path: 'weighInDays',
      label: 'Weigh-in every, days',
      as: 'plain',
      optional: true,
      extra: true,
      help: 'Empty: as in the settings.',
    },
    {
      path: 'checkIdleDays',
      label: 'Nozzle check after idle days',
      as: 'plain',
      optional: true,
      extra: true,
    },
    {
      path: 'agitateDays',
      label: 'Shake its cartridges every, days',
      as: 'plain',
      optional: true,
      extra: true,
    },
    ...slotFields(entity),
    ...GAUGE_FIELDS,
    ...SCHOOL_FIELDS,
    ...drawFields(entity),
  ],
};
