import {
  CHIP_OFF_NAMES,
  CLASS_NAMES,
  CLOSURE_NAMES,
  CONSTRUCTION_NAMES,
  HOLE_NAMES,
  INITIAL_NAMES,
  METHOD_NAMES,
  PORT_NAMES,
  STRATEGY_NAMES,
} from './names';
import { choice, figure, flag, number, SHADE_NAMES, text, thing, type FieldTables } from './field';

/** The heaviest body that anybody refills, g, and what the largest holds, ml. */
export const MOST_BODY_G = 5000;
const MOST_BODY_ML = 4000;
const BODY_G = { bounds: [0.5, MOST_BODY_G], mostU: 500 } as const;
const BODY_ML = { bounds: [0.1, MOST_BODY_ML] } as const;

/** Bodies, and the cartridges that are made of them. */
export const cartridgeFields: FieldTables<'cartridgeType' | 'cartridge'> = {
  cartridgeType: {
    name: text('Name'),
    construction: choice('Construction', CONSTRUCTION_NAMES),
    method: choice('Fill method', METHOD_NAMES),
    emptyG: figure('Empty and dry', 'g', BODY_G),
    fullG: number('Full to its line', 'g', BODY_G),
    maxG: number('At most', 'g', { ...BODY_G, help: 'Above it, it leaks.' }),
    capacityMl: number('Holds', 'ml', BODY_ML),
    reserveMl: number('Reserve', 'ml', { bounds: [0, MOST_BODY_ML], help: 'Never to be used.' }),
    port: choice('Ink goes in by', PORT_NAMES),
    hole: choice('A hole that is made there', HOLE_NAMES),
    closure: choice('Its hole is closed by', CLOSURE_NAMES, {
      none: 'not known: by what stands behind it',
      help: 'Free ink is never left open; an air hole is never blocked.',
    }),
    outletSeal: flag('Outlet has a seal that the printer pierces'),
    primeThroughSeal: flag('May be primed through that seal'),
    liesOnBack: flag('Lies on its back while it is filled: tape the vent'),
    toleranceG: number('A fill is done within', 'g', { help: 'Empty: 1 % of the fill, at least 0.3 g.' }),
    restMinutes: number('Rest after a fill', 'minutes', { bounds: [0, 10_080] }),
    chambers: number('Chambers', ''),
    bears: number('Fills that such a body bears', '', {
      help: 'By your own experience: it is looked at when it gets there.',
    }),
    bodyHeightMm: number('Body height', 'mm'),
    'holeAt.lengthMm': number('Its top is long', 'mm'),
    'holeAt.widthMm': number('And wide', 'mm'),
    'holeAt.xMm': number('Its hole from the left', 'mm', { help: 'To the middle of the hole.' }),
    'holeAt.yMm': number('Its hole from the front', 'mm', { help: 'To the middle of the hole.' }),
    'holeAt.diameterMm': number('The hole is wide', 'mm'),
    'headPart.emptyG': figure('Head alone, empty', 'g'),
    'headPart.fullG': number('Head alone, full', 'g'),
    'headPart.maxG': number('Head alone, at most', 'g'),
    'headPart.capacityMl': number('Its head holds', 'ml'),
    'sections.*.name': text('Name of the section'),
    'sections.*.capacityMl': number('The section holds', 'ml'),
  },
  cartridge: {
    label: text('Label'),
    set: text('Set'),
    typeId: thing('Type', 'cartridgeType'),
    printerId: thing('Belongs to', 'printer', { none: 'any printer of its shade' }),
    'shades.*': choice('Shade', SHADE_NAMES),
    inkClass: choice('Ink', CLASS_NAMES),
    initial: choice('When it came into the workbook', INITIAL_NAMES),
    emptyG: figure('Own empty mass', 'g', BODY_G),
    headEmptyG: figure('Its head alone, empty', 'g'),
    maxG: number('Own maximum', 'g', { ...BODY_G, help: 'Where it once leaked below its type’s.' }),
    targetG: number('Own target', 'g', BODY_G),
    'chip.strategy': choice('Its chip is', STRATEGY_NAMES, { none: 'without a chip' }),
    'chip.volumeMl': number('It counts from', 'ml', {
      ...BODY_ML,
      help: 'The volume it was made for; not known yet: empty',
    }),
    'chip.original': flag('An original chip'),
    'chip.off': choice('Its gauge, where it is switched off', CHIP_OFF_NAMES, {
      none: 'not said: taken as off already',
    }),
  },
};
