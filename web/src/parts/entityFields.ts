import {
  TYPED_MASS_U_G,
  CHIP_STRATEGIES,
  CLOSURES,
  CONSTRUCTIONS,
  FATES,
  INK_CLASSES,
  METHODS,
  PORTS,
  SHADES,
  type Cartridge,
  type CartridgeType,
  type Entity,
  hasBothBlacks,
  type Printer,
} from '@hiraeth/core/workbook';
import {
  CLASS_NAMES,
  CLOSURE_NAMES,
  CONSTRUCTION_NAMES,
  METHOD_NAMES,
  PORT_NAMES,
  STRATEGY_NAMES,
} from '@hiraeth/core/words';
import type { QuantityKind } from '@hiraeth/core/quantity';
import { SHARE_LINE } from './blacks';
import { FEEDS, optionsOf } from './fields';

/** One field of a definition: where it stands, how it is typed. */
export interface FieldSpec {
  /** Keys from the entity down, with a dot between. */
  readonly path: string;
  readonly label: string;
  readonly as: 'text' | 'money' | 'choice' | 'flag' | QuantityKind;
  readonly choices?: readonly { readonly value: string; readonly label: string }[];
  /** An empty field is stored as null. */
  readonly optional?: boolean;
  /** What an empty field means while the one it belongs to is filled: a weight's usual doubt need not be typed. */
  readonly usual?: number;
  /** May be left empty while the rest of its group is filled; then it is not stored. */
  readonly extra?: boolean;
  readonly help?: string;
  /** Stored in other units than typed: percent as a fraction. */
  readonly per?: number;
  /** Heading of the group that begins here. */
  readonly group?: string;
}

const shades = optionsOf(SHADES);
const classes = optionsOf(INK_CLASSES, CLASS_NAMES);
const uncertainFields = (
  path: string,
  label: string,
  as: QuantityKind,
  optional = false,
  group?: string,
): FieldSpec[] => [
  { path: `${path}.value`, label, as, ...(optional ? { optional } : {}), ...(group ? { group } : {}) },
  {
    path: `${path}.u`,
    label: '± one standard deviation of it',
    as,
    ...(optional ? { optional } : {}),
    ...(as === 'mass' ? { usual: TYPED_MASS_U_G, help: `Empty: ${TYPED_MASS_U_G} g, as weighed once` } : {}),
  },
];

/** All or none: without them head and tank are weighed together. */
const HEAD_FIELDS: readonly FieldSpec[] = [
  ...uncertainFields(
    'headPart.emptyG',
    'Head alone, empty, g',
    'mass',
    true,
    'Its head by itself: leave empty where head and tank are only weighed together',
  ),
  { path: 'headPart.fullG', label: 'Head alone, full, g', as: 'mass', optional: true },
  { path: 'headPart.maxG', label: 'Head alone, at most, g', as: 'mass', optional: true },
  { path: 'headPart.capacityMl', label: 'Its head holds, ml', as: 'volume', optional: true },
];

const draw = (key: string, label: string): FieldSpec[] => uncertainFields(`draws.${key}`, label, 'volume');

/** What else is owned, for fields that point at it. */
export interface Owned {
  readonly printers: readonly Printer[];
  readonly types: readonly CartridgeType[];
  readonly subjects: readonly { readonly id: string; readonly name: string }[];
  readonly papers: readonly { readonly id: string; readonly name: string }[];
}

const named = (things: readonly { readonly id: string; readonly name: string }[]) =>
  things.map(({ id, name }) => ({ value: id, label: name }));

/** Every field that a person may correct, by kind of definition. */
export function fieldsOf(entity: Entity, owned: Owned): FieldSpec[] {
  switch (entity.entity) {
    case 'settings':
      return [
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
      ];
    case 'printer':
      return [
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
        {
          path: 'gauge.display',
          label: 'Its gauge shows',
          as: 'choice',
          group: 'Gauge',
          choices: [
            { value: 'percent', label: 'a figure for each channel' },
            { value: 'steps', label: 'steps' },
            { value: 'lampForAll', label: 'one lamp for all' },
            { value: 'invisible', label: 'nothing: only that one of them is empty' },
            { value: 'optical', label: 'a prism that really sees the ink' },
          ],
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
    case 'cartridgeType':
      return [
        { path: 'name', label: 'Name', as: 'text' },
        {
          path: 'construction',
          label: 'Construction',
          as: 'choice',
          choices: optionsOf(CONSTRUCTIONS, CONSTRUCTION_NAMES),
        },
        { path: 'method', label: 'Fill method', as: 'choice', choices: optionsOf(METHODS, METHOD_NAMES) },
        ...uncertainFields('emptyG', 'Empty mass, g', 'mass'),
        { path: 'fullG', label: 'Full mass, g', as: 'mass' },
        { path: 'maxG', label: 'Maximum mass, g', as: 'mass', help: 'Above it, it leaks.' },
        { path: 'capacityMl', label: 'Holds, ml', as: 'volume' },
        { path: 'reserveMl', label: 'Reserve, ml', as: 'volume', help: 'Never to be used.' },
        {
          path: 'port',
          label: 'Its port',
          as: 'choice',
          choices: optionsOf(PORTS, PORT_NAMES),
        },
        {
          path: 'hole',
          label: 'A hole that is made there',
          as: 'choice',
          choices: optionsOf(['clear', 'airHole'], {
            clear: 'keeps clear of the air hole',
            airHole: 'is the air hole itself, widened: never blocked',
          }),
        },
        {
          path: 'closure',
          label: 'What closes a hole that was made',
          as: 'choice',
          extra: true,
          help: 'Free ink is never left open; an air hole is never blocked.',
          choices: [{ value: '', label: 'by what stands behind it' }, ...optionsOf(CLOSURES, CLOSURE_NAMES)],
        },
        { path: 'outletSeal', label: 'Outlet has a seal that the printer pierces', as: 'flag' },
        { path: 'primeThroughSeal', label: 'May be primed through that seal', as: 'flag' },
        { path: 'liesOnBack', label: 'Lies on its back while it is filled: tape the vent', as: 'flag' },
        {
          path: 'toleranceG',
          label: 'A fill is done within, g',
          as: 'mass',
          optional: true,
          help: 'Empty: 1 % of the fill, at least 0.3 g.',
        },
        { path: 'restMinutes', label: 'Rest after a fill, minutes', as: 'plain' },
        { path: 'chambers', label: 'Chambers', as: 'plain' },
        {
          path: 'bears',
          label: 'Fills that such a body bears',
          as: 'plain',
          optional: true,
          extra: true,
          help: 'By your own experience: it is looked at when it gets there.',
        },
        { path: 'bodyHeightMm', label: 'Body height, mm', as: 'length', optional: true },
        ...(entity.construction === 'twoPart' ? HEAD_FIELDS : []),
        ...entity.sections.map((section, i): FieldSpec => ({
          path: `sections.${i}.capacityMl`,
          label: `Section “${section.name}” holds, ml`,
          as: 'volume',
          ...(i === 0 ? { group: 'Sections that a method may or may not reach' } : {}),
        })),
      ];
    case 'cartridge':
      return [
        { path: 'label', label: 'Label', as: 'text' },
        { path: 'set', label: 'Set', as: 'text' },
        { path: 'typeId', label: 'Type', as: 'choice', choices: named(owned.types) },
        {
          path: 'printerId',
          label: 'Belongs to',
          as: 'choice',
          choices: [{ value: '', label: 'any printer of its shade' }, ...named(owned.printers)],
          optional: true,
        },
        ...Array.from({ length: chambersOf(entity, owned) }, (_, c): FieldSpec => ({
          path: `shades.${c}`,
          label: chambersOf(entity, owned) > 1 ? `Shade of chamber ${c + 1}` : 'Shade',
          as: 'choice',
          choices: shades,
        })),
        { path: 'inkClass', label: 'Ink', as: 'choice', choices: classes },
        ...uncertainFields('emptyG', 'Own empty mass, g', 'mass', true),
        ...(owned.types.find((type) => type.id === entity.typeId)?.headPart
          ? uncertainFields('headEmptyG', 'Its head alone, empty, g', 'mass', true)
          : []),
        {
          path: 'maxG',
          label: 'Own maximum, g',
          as: 'mass',
          optional: true,
          help: 'Where it once leaked below its type’s.',
        },
        { path: 'targetG', label: 'Own target, g', as: 'mass', optional: true },
        {
          path: 'chip.strategy',
          label: 'Its chip is',
          as: 'choice',
          choices: optionsOf(CHIP_STRATEGIES, STRATEGY_NAMES),
          group: 'Chip',
        },
        { path: 'chip.volumeMl', label: 'Chip counts, ml', as: 'volume', optional: true },
        { path: 'chip.original', label: 'An original chip', as: 'flag' },
        {
          path: 'chip.off',
          label: 'Its gauge, where it is switched off',
          as: 'choice',
          extra: true,
          choices: [
            { value: '', label: 'already off' },
            { value: 'planned', label: 'to be switched off when it is offered' },
          ],
        },
      ];
    case 'ink':
      return [
        { path: 'name', label: 'Name', as: 'text' },
        { path: 'shade', label: 'Shade', as: 'choice', choices: shades },
        { path: 'inkClass', label: 'Class', as: 'choice', choices: classes },
        ...uncertainFields('density', 'Density by its maker, g/ml', 'density', true),
      ];
    case 'bottle':
      return [
        { path: 'lot', label: 'Lot', as: 'text' },
        { path: 'volumeMl', label: 'Volume, ml', as: 'volume' },
        { path: 'priceMinor', label: 'Price', as: 'money' },
        ...uncertainFields('emptyG', 'Empty bottle, g', 'mass', true),
      ];
    case 'jobRule':
      return [
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
      ];
    case 'scale':
      return [
        { path: 'name', label: 'Name', as: 'text' },
        { path: 'capacityG', label: 'Carries, g', as: 'mass' },
        { path: 'resolutionG', label: 'Resolution, g', as: 'mass' },
        { path: 'repeatabilityG', label: 'Repeatability, g', as: 'mass' },
      ];
    case 'syringe':
      return [
        { path: 'name', label: 'Name', as: 'text' },
        { path: 'capacityMl', label: 'Holds, ml', as: 'volume' },
        { path: 'graduationMl', label: 'One mark, ml', as: 'volume' },
        { path: 'keepBackMl', label: 'Kept back, ml', as: 'volume', help: 'So that no foam goes in.' },
        { path: 'family', label: 'Colour family', as: 'text' },
      ];
    case 'tool':
      return [
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
      ];
    case 'subject':
      return [{ path: 'name', label: 'Name', as: 'text' }];
    case 'paper':
      return [
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
      ];
  }
}

/** As many shades as its body has chambers, or as it was given. */
const chambersOf = (cartridge: Cartridge, owned: Owned): number =>
  Math.max(cartridge.shades.length, owned.types.find((type) => type.id === cartridge.typeId)?.chambers ?? 1);
