import type {
  ChipStrategy,
  Cartridge,
  CleaningLevel,
  Closure,
  Construction,
  Fate,
  InkClass,
  Method,
  Paper,
  Port,
  Printer,
} from '../workbook';

export const CONSTRUCTION_NAMES: Record<Construction, string> = {
  openTank: 'Open tank, top fill',
  compartmentTank: 'Compartment tank',
  smallVentedTank: 'Small vented tank',
  bag: 'Bag in a shell',
  spongeReservoir: 'Sponge and reservoir',
  spongeOutletFed: 'Sponge, outlet fed',
  integratedHead: 'Integrated head',
  twoPart: 'Head and tank, two parts',
};

export const METHOD_NAMES: Record<Method, string> = {
  funnelToLine: 'funnel to the line',
  topSyringe: 'syringe from the top',
  squeezeBottle: 'squeeze bottle',
  countedDrops: 'counted drops',
  vacuumExchange: 'vacuum exchange',
  outletDrip: 'drip on the outlet',
  outletSyringe: 'syringe through the outlet',
  bagAdapter: 'bag adapter',
  spongeInjection: 'injection into the sponge',
  twoPart: 'head first, then tank',
};

export const CLASS_NAMES: Record<InkClass, string> = {
  pigment: 'pigment',
  dye: 'dye',
  sublimation: 'sublimation',
  clearCoat: 'clear coat',
  flushFluid: 'flush fluid',
};

export const STRATEGY_NAMES: Record<ChipStrategy, string> = {
  resetter: 'reset with a resetter',
  selfResetting: 'resets itself when it has declared itself empty',
  contactBridge: 'reset by bridging a contact',
  newEachTime: 'a new chip each time',
  switchedOff: 'gauge switched off',
  none: 'emulated or none',
  leftAlone: 'left alone',
};

export const PORT_NAMES: Record<Port, string> = {
  plug: 'has a plug',
  pierce: 'pierce through the label',
  peel: 'peel the label back',
  peelPierce: 'peel the label back, then pierce',
  drill: 'drill a hole',
  push: 'push a stopper in',
  outlet: 'through the outlet',
};

export const CLOSURE_NAMES: Record<Closure, string> = {
  plug: 'a tight plug',
  cap: 'its own cap',
  tape: 'tape',
  pinhole: 'a cover with a pinhole',
  open: 'left open, as its maker says',
};

export const FEED_NAMES: Record<Printer['feed'], string> = {
  stationary: 'stationary bay with tubes',
  carriage: 'carriage, right on the head',
};

/** How a printer shows its ink. */
export const GAUGE_NAMES: Record<Printer['gauge']['display'], string> = {
  percent: 'a figure or a bar for each channel',
  steps: 'a few steps for each channel',
  lampForAll: 'one lamp for all',
  optical: 'a prism that really sees the ink',
  invisible: 'nothing: only that one of them is empty',
};

export const LEVEL_NAMES: Record<CleaningLevel, string> = {
  light: 'a light cleaning',
  deep: 'a deep cleaning',
  group: 'a cleaning of one group',
  recharge: 'all lines recharged',
};

export const INITIAL_NAMES: Record<Cartridge['initial'], string> = {
  empty: 'empty and dry, never filled',
  original: 'a full original',
  partUsed: 'a part-used original',
  unknown: 'nobody knows what was in it',
};

/** What the printer counts of a chip whose gauge is switched off. */
export const CHIP_OFF_NAMES = {
  already: 'already: the printer no longer counts',
  planned: 'planned: when the printer offers it',
} as const;

export const HOLE_NAMES = {
  clear: 'keeps clear of the air hole',
  airHole: 'is the air hole itself, widened: never blocked',
} as const;

/** Where ink that did not stay in a cartridge goes. */
export const FATE_NAMES: Record<Fate, string> = {
  bottle: 'back into the bottle',
  cartridge: 'into the cartridge',
  bin: 'to the bin',
};

/** Schools that disagree, each with what it does. */
export const SCHOOL_NAMES = {
  reset: { before: 'before filling', after: 'after filling' },
  stopAt: { mass: 'the target mass', line: 'the line', volume: 'a volume' },
  remains: { topUp: 'top up on it', drawOut: 'draw it out first' },
  prime: { always: 'always', whenDry: 'only when it ran dry', never: 'never' },
  leftover: FATE_NAMES,
  closing: { seal: 'pinholed cover', open: 'left open' },
  cleaning: {
    always: 'after every refill',
    onGap: 'only when a line is missing',
    rarely: 'as rarely as possible',
  },
} as const;

export const BRIGHTENER_NAMES: Record<Paper['brightener'], string> = {
  none: 'none',
  little: 'little',
  much: 'much',
  unknown: 'not known',
};

export const PAPER_BLACK_NAMES = {
  photo: 'photo black',
  matte: 'matte black',
  both: 'either or both',
} as const;

export const WASTE_NAMES = { area: 'by the area of a print', print: 'alike by each print' } as const;

export const PRICES_NAMES = { withTax: 'with tax', withoutTax: 'without tax' } as const;
