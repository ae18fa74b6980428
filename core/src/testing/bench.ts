import {
  makeStamp,
  typePreset,
  type Construction,
  type Cartridge,
  type CartridgeType,
  type Entity,
  type Fact,
  type FactDraft,
  type Printer,
} from '../workbook';

/** A small print room for tests: one printer with three channels, one type as in worked examples 1 and 2. */
export const TYPE: CartridgeType = {
  entity: 'cartridgeType',
  id: 'type',
  name: 'Test tank',
  construction: 'compartmentTank',
  variant: 'standard',
  emptyG: { value: 41.58, u: 0.05 },
  fullG: 90.9,
  maxG: 92,
  capacityMl: 47,
  reserveMl: 3.5,
  sections: [],
  method: 'topSyringe',
  port: 'plug',
  outletSeal: false,
  restMinutes: 30,
  chambers: 1,
  bodyHeightMm: null,
  hole: 'clear',
  holeAt: null,
  primeThroughSeal: false,
  liesOnBack: false,
  toleranceG: null,
};
export const SHADES = ['cyan', 'magenta', 'yellow'];
export const cartridge = (id: string, shade: string, part: Partial<Cartridge> = {}): Cartridge => ({
  entity: 'cartridge',
  id,
  label: id,
  typeId: 'type',
  shades: [shade],
  inkClass: 'pigment',
  printerId: null,
  set: 'A',
  emptyG: { value: 41.58, u: 0.05 },
  maxG: null,
  targetG: null,
  initial: 'unknown',
  chip: { strategy: 'resetter', volumeMl: 54, original: false },
  ...part,
});
export const PRINTER: Printer = {
  entity: 'printer',
  id: 'printer',
  name: 'Test printer',
  feed: 'stationary',
  slots: SHADES.map((shade) => ({
    id: shade,
    name: shade,
    shades: [shade],
    inkClass: 'pigment',
    original: { priceMinor: 4750, nominalMl: 54, usableMl: 46 },
  })),
  draws: {
    perDm2: { value: 0.012, u: 0.009 },
    light: { value: 0.4, u: 0.3 },
    deep: { value: 1.6, u: 1 },
    group: { value: 0.6, u: 0.5 },
    recharge: { value: 8, u: 4 },
    change: { value: 0.8, u: 0.6 },
    idleDay: { value: 0.01, u: 0.01 },
  },
  padCapacityMl: null,
  headLines: null,
  headSpares: null,
  lineMl: null,
  cleansAfterIdleDays: null,
  cleansEverySheets: null,
  cleansAt: 'light',
  openMinutes: 15,
  exchangeState: false,
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
    leftover: 'bottle',
    stopAt: 'mass',
    remains: 'topUp',
    closing: 'open',
    cleaning: 'onGap',
  },
};
export const ENTITIES: Entity[] = [
  {
    entity: 'settings',
    id: 'settings',
    name: 'Test room',
    currency: 'GBP',
    standardSheet: { widthMm: 210, heightMm: 297 },
    kitLifeMonths: 36,
    cartridgeLifeMonths: 36,
    topUpFraction: 0.45,
    weighInDays: 21,
  },
  PRINTER,
  TYPE,
  ...SHADES.map((shade) => cartridge(shade, shade)),
  ...SHADES.map((shade): Entity => ({
    entity: 'ink',
    id: `ink-${shade}`,
    name: `Ink ${shade}`,
    shade,
    inkClass: 'pigment',
    density: { value: 1.064, u: 0.006 },
  })),
  ...SHADES.map((shade): Entity => ({
    entity: 'bottle',
    id: `bottle-${shade}`,
    inkId: `ink-${shade}`,
    lot: 'M1',
    volumeMl: 250,
    priceMinor: 2250,
    emptyG: null,
  })),
  {
    entity: 'scale',
    id: 'scale',
    name: 'Test scale',
    capacityG: 200,
    resolutionG: 0.01,
    repeatabilityG: 0.015,
  },
  { entity: 'subject', id: 'any', name: 'Any' },
];

/** Turns drafts into facts, a minute apart from the given start. */
export function script(drafts: readonly FactDraft[], start = '2026-03-01T09:00:00.000Z'): Fact[] {
  let now = Date.parse(start);
  let seed = 1;
  const stamp = makeStamp({ now: () => now }, () => (seed = (seed * 16807) % 2147483647) / 2147483647);
  return drafts.flatMap((draft) => {
    now += 60_000;
    return stamp([draft]);
  });
}
export const define = (entity: Entity): FactDraft => ({ kind: 'defined', entity });
export const setUp: FactDraft[] = ENTITIES.map(define);
export const weigh = (
  subjectId: string,
  g: number,
  purpose: 'before' | 'after' | 'rested' | 'weighIn' = 'weighIn',
): FactDraft => ({
  kind: 'weighed',
  what: 'cartridge',
  subjectId,
  massG: { value: g, u: 0.0153 },
  scaleId: 'scale',
  purpose,
});
export const fill = (cartridgeId: string, ml: number, part: object = {}): FactDraft => ({
  kind: 'filled',
  cartridgeId,
  chamber: 0,
  bottleId: `bottle-${cartridgeId}`,
  ml: { value: ml, u: 0.15 },
  by: 'mass',
  method: 'topSyringe',
  occasion: 'topUp',
  ...part,
});
export const install: FactDraft = {
  kind: 'installed',
  printerId: 'printer',
  into: SHADES.map((shade) => ({ slotId: shade, cartridgeId: shade })),
};
export const print = (copies: number): FactDraft => ({
  kind: 'printed',
  printerId: 'printer',
  title: 'Sheet',
  copies,
  widthMm: 297,
  heightMm: 420,
  subjectId: 'any',
});

/** A room with one cartridge, `it`, of a construction, in a printer of these schools; 20 g of ink-free standard size. */
export function bodyRoom(
  construction: Construction,
  chambers = 1,
  part: {
    schools?: Partial<Printer['schools']>;
    emptyG?: number;
    cartridge?: Partial<Cartridge>;
    type?: Partial<CartridgeType>;
    more?: FactDraft[];
  } = {},
): Fact[] {
  const shades = SHADES.slice(0, chambers);
  const type = typePreset(construction, 'standard');
  return script([
    ...setUp,
    define({
      ...PRINTER,
      schools: { ...PRINTER.schools, ...part.schools },
      slots: PRINTER.slots.map((slot, i) => (i === 0 ? { ...slot, shades } : slot)),
    }),
    define({ entity: 'cartridgeType', id: 'body', name: 'Body', ...type, chambers, ...part.type }),
    define({
      ...cartridge('it', 'cyan'),
      label: 'It',
      typeId: 'body',
      shades,
      set: '',
      emptyG: { value: part.emptyG ?? type.emptyG.value, u: 0.05 },
      ...part.cartridge,
    }),
    define({
      entity: 'scale',
      id: 'scale',
      name: 'Test scale',
      capacityG: 500,
      resolutionG: 0.01,
      repeatabilityG: 0.015,
    }),
    define({
      entity: 'syringe',
      id: 'syringe',
      name: 'Syringe 10 ml',
      capacityMl: 10,
      graduationMl: 0.5,
      keepBackMl: 0.5,
      family: '',
    }),
    ...(part.more ?? []),
  ]);
}
