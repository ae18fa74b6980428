import type {
  Look,
  MassReason,
  CheckAfter,
  CheckLight,
  Occasion,
  ShadeCriterion,
  PrintKind,
  ShadeGrade,
  Signal,
  WeighingPurpose,
} from '../workbook';

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
