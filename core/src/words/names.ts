import type {
  Closure,
  Look,
  Port,
  MassReason,
  CheckAfter,
  CheckLight,
  ChipStrategy,
  Construction,
  Fate,
  InkClass,
  Method,
  Occasion,
  ShadeCriterion,
  PrintKind,
  ShadeGrade,
  Signal,
  WeighingPurpose,
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

export const PURPOSE_NAMES: Record<WeighingPurpose, string> = {
  before: 'before a fill',
  after: 'after a fill',
  rested: 'after its rest',
  weighIn: 'weigh-in',
  drying: 'while drying',
  empty: 'empty',
  bottle: 'bottle',
  reference: 'reference mass',
};

export const FATE_WORDS: Record<Fate, string> = {
  bottle: 'back into the bottle',
  cartridge: 'into the cartridge',
  bin: 'to the bin',
};

export const SIGNAL_WORDS: Record<Signal, string> = {
  low: 'low',
  veryLow: 'very low',
  asks: 'asks to go on',
  stops: 'stops',
  promptClosed: 'its prompt was closed',
  notRecognised: 'not recognised',
  seesLow: 'sees the free ink gone',
  recognised: 'recognised',
};

/** Why evidence did not fit, as a person would say it. */
export const BECAUSE_WORDS: Record<MassReason, { readonly label: string; readonly then: string }> = {
  notLogged: {
    label: 'Something was not logged',
    then: 'Prints, cleanings or a fill are missing. This interval teaches nothing about use.',
  },
  leaked: { label: 'It leaked', then: 'The ink counts as leaked, not as printed.' },
  spilt: { label: 'It was spilt', then: 'The ink counts as spilt.' },
  evaporated: { label: 'It dried out', then: 'The ink counts as lost while it stood.' },
  drawsMore: {
    label: 'The printer draws otherwise now',
    then: 'A service, another setting or paper: it is learnt from here on.',
  },
  misread: { label: 'It was misread', then: 'It is kept in the log and counts for nothing.' },
  otherCartridge: {
    label: 'It was another cartridge',
    then: 'It is kept in the log and counts for nothing here.',
  },
  ownEmpty: {
    label: 'This is its own empty mass',
    then: 'It is dry: kept as its empty mass, and every volume is reckoned from it.',
  },
  wet: { label: 'It is wet', then: 'The difference is water: it goes onto the drying tray, in Prepare.' },
  partOn: {
    label: 'Another part was on it, or off it',
    then: 'A keeper, tape or sensor: this weight is kept in the log and counts for nothing. Weigh it again.',
  },
  unknown: { label: 'Nobody knows', then: 'What is there now counts; the difference stays unexplained.' },
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

/** What a look found, in a sentence. */
export const LOOK_WORDS: Record<Look, string> = {
  sound: 'It was looked at, and is sound.',
  leaksAtRest: 'It leaked at rest.',
  drips: 'It would not stop dripping.',
  patches: 'Its sponge stayed in patches.',
  noFlow: 'It did not flow as it should.',
  colourMissing: 'A colour stayed away on the tissue.',
  cracked: 'Its body is cracked.',
};

export const OCCASION_NAMES: Record<Occasion, string> = {
  topUp: 'top-up: same ink inside',
  first: 'first fill: dry and new',
  original: 'an original’s first refill',
  conversion: 'conversion to another ink',
};

export const LIGHT_NAMES: Record<CheckLight, string> = {
  white: 'white light',
  torch: 'long-wave torch',
  blue: 'blue light',
  scan: 'a scan',
};

export const AFTER_NAMES: Record<CheckAfter, string> = {
  routine: 'nothing special',
  refill: 'a refill',
  idle: 'idle days',
  cleaning: 'a cleaning',
  shadeSwitch: 'a change of shade',
  moved: 'the printer was moved',
  fault: 'a faulty print',
};

export const CRITERION_NAMES: Record<ShadeCriterion, string> = {
  neutralGreys: 'neutral greys',
  skin: 'skin',
  shadows: 'shadows',
  highlights: 'highlights',
  saturated: 'saturated colours',
  gloss: 'gloss',
  bronzing: 'bronzing',
};

export const GRADE_NAMES: Record<ShadeGrade, string> = {
  same: 'the same',
  slight: 'slightly different',
  visible: 'different side by side',
  plain: 'plainly different',
};

export const PRINT_KIND_NAMES: Record<PrintKind, string> = {
  print: 'a print',
  spoilt: 'spoilt',
  strip: 'a test strip',
  target: 'a profiling target',
};
