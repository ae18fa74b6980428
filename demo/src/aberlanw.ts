import type { PrintAsked } from '@hiraeth/core/acts';
import type { Cartridge, CartridgeType, Entity, Ink, Printer } from '@hiraeth/core/workbook';
import { NINE_LAYOUT, type LooksStory, type PrinterScenario, type StudioScenario } from '@hiraeth/rig';

/** Aberlanw Print Room: an invented coastal studio. All makers, printers, inks and people here are made up. */

const NINE = [
  ['pk', 'Photo black', 'photo black'],
  ['mk', 'Matte black', 'matte black'],
  ['gy', 'Grey', 'grey'],
  ['lg', 'Light grey', 'light grey'],
  ['cy', 'Cyan', 'cyan'],
  ['lc', 'Light cyan', 'light cyan'],
  ['ma', 'Magenta', 'magenta'],
  ['lm', 'Light magenta', 'light magenta'],
  ['ye', 'Yellow', 'yellow'],
] as const;

const SIX = [
  ['bk', 'Black', 'black'],
  ['cy', 'Cyan', 'cyan'],
  ['lc', 'Light cyan', 'light cyan'],
  ['ma', 'Magenta', 'magenta'],
  ['lm', 'Light magenta', 'light magenta'],
  ['ye', 'Yellow', 'yellow'],
] as const;

const printer = (part: Pick<Printer, 'id' | 'name' | 'feed' | 'slots'> & Partial<Printer>): Printer => ({
  entity: 'printer',
  draws: {
    perDm2: { value: 0.012, u: 0.009 },
    light: { value: 0.4, u: 0.3 },
    deep: { value: 1.6, u: 1 },
    group: { value: 0.6, u: 0.5 },
    recharge: { value: 8, u: 4 },
    change: { value: 0.8, u: 0.6 },
    idleDay: { value: 0.01, u: 0.01 },
  },
  padCapacityMl: 1500,
  headLines: 180,
  headSpares: 12,
  lineMl: 4,
  cleansAfterIdleDays: 5,
  cleansEverySheets: 60,
  cleansAt: 'light',
  openMinutes: 15,
  exchangeState: true,
  bridge: null,
  gauge: {
    display: 'percent',
    steps: [],
    lowAt: 0.2,
    veryLowAt: 0.1,
    switchOff: {
      offered: true,
      lostWhenRunDry: true,
      asksNewOriginalFirst: false,
      promptReturns: true,
      originalOnly: true,
    },
  },
  schools: {
    reset: 'after',
    prime: 'always',
    leftover: 'bin',
    stopAt: 'mass',
    remains: 'topUp',
    closing: 'open',
    cleaning: 'onGap',
  },
  ...part,
});

const nineType: CartridgeType = {
  entity: 'cartridgeType',
  id: 'type-nine',
  name: 'Penhallow Nine refillable, 47 ml',
  construction: 'compartmentTank',
  variant: 'standard',
  emptyG: { value: 41.6, u: 0.35 },
  fullG: 91.6,
  maxG: 93.2,
  capacityMl: 47,
  reserveMl: 3.5,
  sections: [],
  method: 'topSyringe',
  port: 'plug',
  outletSeal: true,
  restMinutes: 30,
  chambers: 1,
  bodyHeightMm: 92,
  hole: 'clear',
  holeAt: null,
  primeThroughSeal: false,
  liesOnBack: false,
  toleranceG: null,
};

const sixType: CartridgeType = {
  ...nineType,
  id: 'type-six',
  name: 'Penhallow Six tank, 14 ml',
  construction: 'spongeReservoir',
  emptyG: { value: 16.2, u: 0.35 },
  fullG: 30.2,
  maxG: 31.4,
  capacityMl: 14,
  reserveMl: 1.5,
  sections: [
    { name: 'sponge', capacityMl: 6.5, reachedBy: ['topSyringe', 'outletDrip', 'outletSyringe'] },
    { name: 'reservoir', capacityMl: 7.5, reachedBy: ['topSyringe'] },
  ],
  port: 'drill',
  outletSeal: false,
  restMinutes: 720,
  bodyHeightMm: 41,
};

const inks = (
  set: string,
  label: string,
  inkClass: 'pigment' | 'dye',
  channels: readonly (readonly [string, string, string])[],
  rho: number,
): Ink[] =>
  channels.map(([key, , shade], i) => ({
    entity: 'ink',
    id: `${set}-${key}`,
    name: `Marram ${label} ${shade}`,
    shade,
    inkClass,
    density: { value: Number((rho + (i % 4) * 0.003).toFixed(4)), u: 0.006 },
  }));

const nineInks = inks('marram-pigment', 'pigment', 'pigment', NINE, 1.06);
const sixInks = inks('marram-dye', 'dye', 'dye', SIX, 1.043);

const cartridges = (
  name: string,
  typeId: string,
  inkClass: 'pigment' | 'dye',
  channels: readonly (readonly [string, string, string])[],
  set: string,
  chipMl: number,
  strategies?: Record<string, Cartridge['chip']>,
): Cartridge[] =>
  channels.map(([key, title, shade]) => ({
    entity: 'cartridge',
    id: `${name}-${set.toLowerCase() || 'one'}-${key}`,
    label: set ? `${title} ${set}` : title,
    typeId,
    shades: [shade],
    inkClass,
    printerId: name,
    set,
    emptyG: null,
    maxG: null,
    targetG: null,
    initial: 'empty',
    chip: strategies?.[key] ?? { strategy: 'resetter', volumeMl: chipMl, original: false },
  }));

const nine: PrinterScenario = {
  printer: printer({
    id: 'nine',
    name: 'Penhallow Nine',
    feed: 'stationary',
    checkLayout: NINE_LAYOUT,
    slots: NINE.map(([key, title, shade]) => ({
      id: key,
      name: title,
      shades: [shade],
      inkClass: 'pigment',
      original: { priceMinor: 4750, nominalMl: 54, usableMl: 46 },
    })),
  }),
  types: [nineType],
  sets: [
    cartridges('nine', 'type-nine', 'pigment', NINE, 'A', 54),
    cartridges('nine', 'type-nine', 'pigment', NINE, 'B', 54),
  ],
  inks: nineInks,
  bottle: { volumeMl: 250, priceMinor: 2250 },
  method: 'topSyringe',
  trueUse: {
    // Each black on the papers that take it.
    //           pk      mk      gy      lg      cy      lc      ma      lm      ye
    pressings: [0.003, 0.0028, 0.0075, 0.0142, 0.0058, 0.0135, 0.0061, 0.0128, 0.0118],
    nocturnes: [0.031, 0.0294, 0.0198, 0.0092, 0.0224, 0.0106, 0.0132, 0.0071, 0.0064],
    lichens: [0.0112, 0.0105, 0.0105, 0.0081, 0.0068, 0.0072, 0.0142, 0.0108, 0.0216],
    monochrome: [0.0316, 0.0331, 0.0236, 0.0218, 0.0021, 0.0034, 0.0019, 0.0031, 0.0018],
  },
  trueDraws: { change: 0.95, light: 0.46, deep: 1.5, idleDay: 0.008 },
  trueK: 0.94,
  jobsPerWeek: 6,
  sizes: [
    { widthMm: 297, heightMm: 420, weight: 6 },
    { widthMm: 420, heightMm: 594, weight: 3 },
    { widthMm: 210, heightMm: 297, weight: 3 },
  ],
  weighInEveryDays: 14,
  gaugeOffSlots: [],
  weighedEmpty: 0.8,
  paperIds: ['rag', 'baryta'],
  editions: true,
  titles: {
    pressings: ['Dulse I', 'Dulse II', 'Sea lettuce', 'Thongweed', 'Carrageen study'],
    nocturnes: ['Harbour, ebb', 'Quay lamps', 'Breakwater at night', 'Last ferry'],
    lichens: ['Xanthoria on slate', 'Chapel wall', 'Grey crottle'],
    monochrome: ['Groynes', 'Net loft', 'Salt marsh, winter'],
  },
};

const six: PrinterScenario = {
  printer: printer({
    id: 'six',
    name: 'Penhallow Six',
    feed: 'carriage',
    exchangeState: false,
    padCapacityMl: 700,
    openMinutes: 30,
    slots: SIX.map(([key, title, shade]) => ({
      id: key,
      name: title,
      shades: [shade],
      inkClass: 'dye',
      original: { priceMinor: 1390, nominalMl: 13, usableMl: 11.4 },
    })),
  }),
  types: [sixType],
  sets: [
    cartridges('six', 'type-six', 'dye', SIX, '', 13, {
      bk: { strategy: 'switchedOff', volumeMl: 13, original: true },
      ye: { strategy: 'newEachTime', volumeMl: 13, original: false },
    }),
  ],
  inks: sixInks,
  bottle: { volumeMl: 100, priceMinor: 890 },
  method: 'topSyringe',
  trueUse: {
    pressings: [0.002, 0.0062, 0.0124, 0.0068, 0.0121, 0.0112],
    lichens: [0.0081, 0.0072, 0.0069, 0.0138, 0.0101, 0.0204],
    nocturnes: [0.0262, 0.0203, 0.0092, 0.0118, 0.0064, 0.0058],
  },
  trueDraws: { change: 0.25, light: 0.3, deep: 0.9, idleDay: 0.004 },
  trueK: 1.03,
  jobsPerWeek: 2.5,
  sizes: [
    { widthMm: 210, heightMm: 297, weight: 4 },
    { widthMm: 297, heightMm: 420, weight: 1 },
    { widthMm: 148, heightMm: 210, weight: 3 },
  ],
  weighInEveryDays: 10,
  gaugeOffSlots: ['bk'],
  weighedEmpty: 0.5,
  paperIds: ['rag', 'baryta'],
  editions: true,
  titles: {
    pressings: ['Card: dulse', 'Card: sea lettuce'],
    lichens: ['Card: xanthoria'],
    nocturnes: ['Card: quay lamps'],
  },
};

const miniType = (id: string, name: string, emptyG: number, chambers: number): CartridgeType => ({
  ...nineType,
  id,
  name,
  construction: 'integratedHead',
  emptyG: { value: emptyG, u: 0.35 },
  fullG: emptyG + 9.4,
  maxG: emptyG + 9.9,
  capacityMl: 9,
  reserveMl: 1.2,
  method: 'spongeInjection',
  port: 'peel',
  outletSeal: false,
  restMinutes: 720,
  chambers,
  bodyHeightMm: 46,
});

const MINI: readonly (readonly [key: string, title: string, shades: string[], type: CartridgeType])[] = [
  ['bk', 'Black head', ['black'], miniType('type-mini-black', 'Osier Mini black head, 9 ml', 26.3, 1)],
  [
    'col',
    'Colour head',
    ['cyan', 'magenta', 'yellow'],
    miniType('type-mini-colour', 'Osier Mini colour head, 3 × 3 ml', 27.1, 3),
  ],
];

/** The office printer: two heads with their nozzles on, no chip, one lamp for both. */
const mini: PrinterScenario = {
  printer: printer({
    id: 'mini',
    name: 'Osier Mini',
    feed: 'carriage',
    exchangeState: false,
    padCapacityMl: null,
    openMinutes: 30,
    slots: MINI.map(([key, title, shades]) => ({
      id: key,
      name: title,
      shades,
      inkClass: 'dye',
      original: { priceMinor: 1990, nominalMl: 8, usableMl: 7.2 },
    })),
    draws: {
      perDm2: { value: 0.006, u: 0.005 },
      light: { value: 0.2, u: 0.15 },
      deep: { value: 0.6, u: 0.4 },
      group: { value: 0.3, u: 0.3 },
      recharge: { value: 2, u: 1 },
      change: { value: 0.1, u: 0.1 },
      idleDay: { value: 0.004, u: 0.004 },
    },
    gauge: {
      display: 'lampForAll',
      steps: [],
      lowAt: 0.2,
      veryLowAt: 0.1,
      switchOff: {
        offered: false,
        lostWhenRunDry: true,
        asksNewOriginalFirst: false,
        promptReturns: false,
        originalOnly: true,
      },
    },
    schools: {
      reset: 'after',
      prime: 'whenDry',
      leftover: 'bin',
      stopAt: 'mass',
      remains: 'topUp',
      closing: 'seal',
      cleaning: 'onGap',
    },
  }),
  types: MINI.map(([, , , type]) => type),
  sets: [
    MINI.map(([key, title, shades, type]) => ({
      entity: 'cartridge',
      id: `mini-one-${key}`,
      label: title,
      typeId: type.id,
      shades,
      inkClass: 'dye',
      printerId: 'mini',
      set: '',
      emptyG: null,
      maxG: null,
      targetG: null,
      initial: 'empty',
      chip: { strategy: 'leftAlone', volumeMl: null, original: true },
    })),
  ],
  inks: sixInks,
  bottle: { volumeMl: 100, priceMinor: 890 },
  method: 'spongeInjection',
  trueUse: { office: [0.0041, 0.0029] },
  trueDraws: { change: 0.08, light: 0.15, deep: 0.4, idleDay: 0.003 },
  trueK: 1,
  jobsPerWeek: 3.5,
  sizes: [
    { widthMm: 210, heightMm: 297, weight: 4 },
    { widthMm: 102, heightMm: 152, weight: 3 },
  ],
  weighInEveryDays: 21,
  gaugeOffSlots: [],
  weighedEmpty: 0.6,
  paperIds: ['office-paper'],
  editions: false,
  titles: { office: ['Packing slips', 'Address labels', 'Certificates'] },
};

/** The scenario behind the demo workbook. */
export const ABERLANW: StudioScenario = {
  scaleId: 'bench-scale',
  printers: [nine, six, mini],
  subjects: ['pressings', 'nocturnes', 'lichens', 'monochrome', 'office'],
  entities: [
    {
      entity: 'settings',
      id: 'settings',
      name: 'Aberlanw Print Room',
      currency: 'GBP',
      standardSheet: { widthMm: 297, heightMm: 420 },
      kitLifeMonths: 36,
      cartridgeLifeMonths: 36,
      topUpFraction: 0.45,
      weighInDays: 21,
    },
    {
      entity: 'scale',
      id: 'bench-scale',
      name: 'Bench scale 200 g',
      capacityG: 200,
      resolutionG: 0.01,
      repeatabilityG: 0.015,
    },
    {
      entity: 'syringe',
      id: 'syringe-20',
      name: 'Syringe 20 ml',
      capacityMl: 20,
      graduationMl: 1,
      keepBackMl: 0.7,
      family: '',
    },
    {
      entity: 'syringe',
      id: 'syringe-5',
      name: 'Syringe 5 ml',
      capacityMl: 5,
      graduationMl: 0.2,
      keepBackMl: 0.3,
      family: '',
    },
    ...(
      [
        ['needle-long', 'Blunt needle, long', 'needleLong'],
        ['needle-short', 'Blunt needle, short', 'needleShort'],
        ['keepers', 'Outlet keepers', 'keeper'],
        ['resetter', 'Chip resetter', 'resetter'],
        ['torch', 'Long-wave torch', 'torch'],
        ['gloves', 'Gloves', 'gloves'],
        ['towels', 'Lint-free towels', 'towel'],
      ] as const
    ).map(([id, name, tool]): Entity => ({
      entity: 'tool',
      id,
      name,
      tool,
      fitsHeightMm: null,
      squeezeMl: null,
      count: tool === 'keeper' ? 9 : 1,
    })),
    { entity: 'subject', id: 'pressings', name: 'Pressings (light, high key)' },
    { entity: 'subject', id: 'nocturnes', name: 'Nocturnes (dark, blue-black)' },
    { entity: 'subject', id: 'lichens', name: 'Lichens (warm)' },
    { entity: 'subject', id: 'monochrome', name: 'Monochrome' },
    { entity: 'subject', id: 'office', name: 'Labels and packing slips' },
    { entity: 'paper', id: 'rag', name: 'Cotton rag 308', brightener: 'none', black: 'matte' },
    { entity: 'paper', id: 'office-paper', name: 'Office paper', brightener: 'much' },
    { entity: 'paper', id: 'baryta', name: 'Baryta 310', brightener: 'little', black: 'photo' },
  ],
  kit: [
    { what: 'kit', name: 'Two sets of refillables, resetter, syringes', priceMinor: 16800, day: 0 },
    { what: 'consumables', name: 'Needles, gloves, towels', priceMinor: 1450, day: 0 },
    { what: 'consumables', name: 'Gloves, towels', priceMinor: 980, day: 190 },
    { what: 'chips', name: 'Single-use chips, yellow, 10', priceMinor: 1200, day: 20, count: 10 },
  ],
  faults: {
    forgottenWeighInDay: 196,
    leak: { cartridgeId: 'nine-b-lm', fill: 3, ml: 2.6 },
    overfill: { cartridgeId: 'nine-a-cy', overMl: 2.1 },
    resetWithoutTopUp: { cartridgeId: 'nine-b-gy', afterDay: 110 },
    mixture: { cartridgeId: 'nine-a-lc', inkId: 'marram-pigment-cy', ml: 4, afterDay: 240 },
    notLogged: { printerId: 'nine', fromDay: 328, days: 7 },
    idle: { printerId: 'six', fromDay: 290, days: 30 },
  },
};

/** What the studio sees of its nine-channel printer: a nozzle that fails, a clog after the summer, a lot that was a little warmer. */
export const ABERLANW_LOOKS: LooksStory = {
  printerId: 'nine',
  paperId: 'rag',
  definitions: (
    [
      ['harbours', 'Harbours are nocturnes', '*harbour*', 'nocturnes'],
      ['lichens', 'Lichen studies', '*lichen*', 'lichens'],
      ['seaweeds', 'Pressed seaweeds', '*seaweed*', 'pressings'],
    ] as const
  ).map(([id, name, title, subjectId]) => ({
    entity: 'jobRule',
    id: `rule-${id}`,
    name,
    queue: '',
    title,
    printerId: 'nine',
    subjectId,
    paperId: null,
    ignore: false,
  })),
  everyDays: 14,
  pale: ['ye', 'lg'],
  torchEvery: 2,
  failing: [
    { slotId: 'lm', line: 57, fromDay: 330 },
    { slotId: 'lm', line: 121, fromDay: 392 },
  ],
  clogs: [
    { slotId: 'mk', lines: [14, 15, 16, 88, 89], day: 210 },
    { slotId: 'cy', lines: [3, 4], day: 301 },
  ],
  profile: { day: 41, name: 'Rag, matte black' },
  charts: [
    { day: 12, ink: 'original', shift: [0, 0, 0] },
    { day: 40, ink: 'refill', shift: [0.5, 0.3, -0.4] },
    {
      day: 41,
      ink: 'refill',
      shift: [0.5, 0.3, -0.4],
      display: { where: 'Window, behind glass', months: 0 },
    },
    { day: 41, ink: 'refill', shift: [0.5, 0.3, -0.4], display: { where: 'Drawer', months: 0 } },
    {
      day: 131,
      ink: 'refill',
      shift: [1.1, 0.2, 0.5],
      display: { where: 'Window, behind glass', months: 3 },
    },
    { day: 222, ink: 'refill', shift: [2, 0.1, 1.4], display: { where: 'Window, behind glass', months: 6 } },
    { day: 224, ink: 'refill', shift: [0.55, 0.3, -0.35], display: { where: 'Drawer', months: 6 } },
    {
      day: 314,
      ink: 'refill',
      shift: [2.9, -0.1, 2.3],
      display: { where: 'Window, behind glass', months: 9 },
    },
    { day: 338, ink: 'refill', shift: [0.9, 1.1, 0.9] },
    { day: 405, ink: 'refill', shift: [0.6, 0.3, -0.9], display: { where: 'Drawer', months: 12 } },
  ],
};

/** A proof that was printed just before the demo opens. */
export const ABERLANW_LAST: PrintAsked = {
  printerId: 'nine',
  title: 'Lichen study IV, proof',
  copies: 1,
  widthMm: 297,
  heightMm: 420,
  subjectId: 'lichens',
  paperId: 'rag',
};

export interface Waiting {
  readonly print: PrintAsked;
  readonly inDays?: number;
}

/** What waits to be printed when the demo opens: `inDays` from then, where a day is wanted. */
export const ABERLANW_WAITING: readonly Waiting[] = [
  {
    print: {
      printerId: 'nine',
      title: 'Harbour lights, edition',
      copies: 24,
      widthMm: 420,
      heightMm: 297,
      subjectId: 'nocturnes',
      paperId: 'rag',
    },
    inDays: 9,
  },
  {
    print: {
      printerId: 'nine',
      title: 'Bladder wrack, cards',
      copies: 40,
      widthMm: 102,
      heightMm: 152,
      subjectId: 'pressings',
      paperId: 'baryta',
    },
    inDays: 5,
  },
  {
    print: {
      printerId: 'nine',
      title: 'Lichen study IV, proofs',
      copies: 3,
      widthMm: 210,
      heightMm: 297,
      subjectId: 'lichens',
      paperId: 'rag',
    },
  },
];
