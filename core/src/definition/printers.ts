import { CLASS_NAMES, FEED_NAMES, GAUGE_NAMES, LEVEL_NAMES, SCHOOL_NAMES } from './names';
import {
  choice,
  figure,
  flag,
  money,
  number,
  SHADE_NAMES,
  shares,
  text,
  type Field,
  type FieldTables,
} from './field';

const draw = (label: string, most?: number): Field =>
  figure(label, 'ml', most === undefined ? {} : { bounds: [0, most] });

/** A printer: how it takes ink and draws it, its channels, chips and head. */
export const printerFields: FieldTables<'printer'> = {
  printer: {
    name: text('Name'),
    feed: choice('Ink feed', FEED_NAMES),
    openMinutes: number('May stand open', 'minutes'),
    exchangeState: flag('Needs its exchange state before a cartridge comes out'),
    blacksShareLine: flag('Photo and matte black share one line: changing between them purges it'),
    padCapacityMl: number('Waste pad holds', 'ml', { bounds: [1, 100_000] }),
    lineMl: number('Ink in one channel’s line', 'ml', {
      bounds: [0.05, 500],
      help: 'From bay to head: how long the old ink still prints after a change.',
    }),
    headLines: number('Lines in a channel’s field of its check', ''),
    headSpares: number('Spare nozzles of a channel', ''),
    cleansAfterIdleDays: number('Cleans by itself after idle days', ''),
    cleansEverySheets: number('Cleans by itself every, sheets', ''),
    cleansAt: choice('What it then does by itself', LEVEL_NAMES),
    weighInDays: number('Weigh-in every', 'days', { help: 'Empty: as in the settings.' }),
    checkIdleDays: number('Nozzle check after idle days', ''),
    agitateDays: number('Shake its cartridges every', 'days'),
    'slots.*.name': text('Channel'),
    'slots.*.shades.*': choice('Shade', SHADE_NAMES),
    'slots.*.inkClass': choice('Ink', CLASS_NAMES),
    'slots.*.original.priceMinor': money('Original costs'),
    'slots.*.original.nominalMl': number('Nominal', 'ml'),
    'slots.*.original.usableMl': number('Usable', 'ml'),
    'slots.*.original.emptyMinor': money('An emptied one brings'),
    'gauge.display': choice('Its gauge shows', GAUGE_NAMES),
    'gauge.steps': shares('Steps that it can show, %', {
      help: 'Of a gauge that shows a few steps: 100; 75; 50; 25; 0. Empty: quarters.',
    }),
    'gauge.prism': flag('Beside that a prism sees when the free ink is gone'),
    'gauge.lowAt': number('Signals low at', 'share'),
    'gauge.veryLowAt': number('Very low at', 'share'),
    'gauge.switchOff.offered': flag('Offers to switch its gauge off'),
    'gauge.switchOff.lostWhenRunDry': flag('The offer is lost once it ran dry'),
    'gauge.switchOff.promptReturns': flag('Another page brings the offer back'),
    'gauge.switchOff.asksNewOriginalFirst': flag('First asks: a new original?'),
    'gauge.switchOff.originalOnly': flag('Only original chips get the offer'),
    'schools.reset': choice('Reset the chip', SCHOOL_NAMES.reset, {
      help: 'A full cartridge drips while handled; one reset first may be forgotten half full.',
    }),
    'schools.stopAt': choice('Fill to', SCHOOL_NAMES.stopAt, {
      help: 'Weight is the truth; line and syringe are guides.',
    }),
    'schools.remains': choice('What is left inside', SCHOOL_NAMES.remains, {
      help: 'Drawing out throws ink away; topping up trusts the mass.',
    }),
    'schools.prime': choice('Prime', SCHOOL_NAMES.prime, {
      help: 'An early refill saves the prime; leaving it to the printer costs ink in every channel.',
    }),
    'schools.leftover': choice('Leftover and prime go', SCHOOL_NAMES.leftover, {
      help: 'Back to the bottle only when clean and of the same lot.',
    }),
    'schools.closing': choice('A drilled hole afterwards', SCHOOL_NAMES.closing, {
      help: 'A cover keeps dust out, and needs a pinhole for air.',
    }),
    'schools.cleaning': choice('Clean the head', SCHOOL_NAMES.cleaning, {
      help: 'Each cleaning draws ink from every channel.',
    }),
    'draws.perDm2': draw('Use per dm²'),
    'draws.light': draw('Light cleaning', 100),
    'draws.deep': draw('Deep cleaning', 200),
    'draws.group': draw('Cleaning of one group', 200),
    'draws.recharge': draw('All lines recharged', 500),
    'draws.change': draw('Cartridge change', 100),
    'draws.idleDay': draw('Idle day'),
    'draws.switched': draw('Black taking the line over'),
  },
};
