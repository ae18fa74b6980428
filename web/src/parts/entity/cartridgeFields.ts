import {
  CHIP_STRATEGIES,
  CLOSURES,
  CONSTRUCTIONS,
  METHODS,
  PORTS,
  type Cartridge,
} from '@hiraeth/core/workbook';
import {
  CLOSURE_NAMES,
  CONSTRUCTION_NAMES,
  METHOD_NAMES,
  PORT_NAMES,
  STRATEGY_NAMES,
} from '@hiraeth/core/words';
import { optionsOf } from '../fields';
import {
  named,
  uncertainFields,
  type FieldSpec,
  type FieldTable,
  type Owned,
  shades,
  classes,
} from './fieldSpec';

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

/** Bodies, and the cartridges that are made of them. */
export const cartridgeFields: FieldTable<'cartridgeType' | 'cartridge'> = {
  cartridgeType: (entity) => [
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
  ],
  cartridge: (entity, owned) => [
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
  ],
};

/** As many shades as its body has chambers, or as it was given. */
const chambersOf = (cartridge: Cartridge, owned: Owned): number =>
  Math.max(cartridge.shades.length, owned.types.find((type) => type.id === cartridge.typeId)?.chambers ?? 1);
