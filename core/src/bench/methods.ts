import type { PlainDoing } from './plainDoing';
import type { Construction, Method, Ports, Tool } from '../workbook';
import type { Caution } from './cautions';
import type { Uncertain } from '../quantity';

const WALLS: Uncertain = { value: 0.03, u: 0.02 };
const SPONGE: Uncertain = { value: 0.15, u: 0.07 };
/** What a needle leaves of free ink in corners and behind inner walls: more than the walls keep of ink that was printed off. */
const CORNERS: Uncertain = { value: 0.06, u: 0.03 };

/** One thing to do with the hands, where it holds. All methods are made of these: a new one is data, not code. */
export interface Action {
  readonly code: PlainDoing;
  readonly cautions?: readonly Caution[];
  /** Ports as they must be before, and as they are after. */
  readonly requires?: Ports;
  readonly changes?: Ports;
  /** Only where there is a sponge, where there is none, or where there are several chambers. */
  readonly only?: 'sponge' | 'free' | 'chambers';
  readonly waitSeconds?: number;
}

/** Doses that are counted, of a bottle whose squeeze or drop was calibrated by weighing. */
export type Counted = 'squeezes' | 'drops';

export interface MethodData {
  readonly method: Method;
  readonly tools: readonly Tool['tool'][];
  /** What measures what goes in. */
  readonly dosed: 'syringe' | 'line' | Counted | 'scale';
  /** Through the outlet: no fill hole is opened, and the outlet stands open meanwhile. */
  readonly throughOutlet: boolean;
  /** Slow injection: seconds for one ml. */
  readonly secondsPerMl: number;
  readonly before: readonly Action[];
  readonly loadCautions: readonly Caution[];
  readonly after: readonly Action[];
  /** Does ink go in in two halves with a pause? */
  readonly halves: boolean;
}

const bubbles: Action = { code: 'bubbles', only: 'free' };

export const METHOD_DATA: Readonly<Record<Method, MethodData>> = {
  funnelToLine: {
    method: 'funnelToLine',
    tools: ['funnel'],
    dosed: 'line',
    throughOutlet: false,
    secondsPerMl: 0.5,
    halves: false,
    before: [{ code: 'transport-plug', changes: { vent: 'open' } }],
    loadCautions: ['gloves'],
    after: [bubbles],
  },
  topSyringe: {
    method: 'topSyringe',
    tools: ['needleLong'],
    dosed: 'syringe',
    throughOutlet: false,
    secondsPerMl: 3,
    halves: false,
    before: [],
    loadCautions: ['needle', 'gloves'],
    after: [{ code: 'drink', only: 'sponge', waitSeconds: 120 }, bubbles],
  },
  squeezeBottle: {
    method: 'squeezeBottle',
    tools: ['squeezeBottle'],
    dosed: 'squeezes',
    throughOutlet: false,
    secondsPerMl: 2,
    halves: false,
    before: [],
    loadCautions: ['gloves'],
    after: [bubbles],
  },
  countedDrops: {
    method: 'countedDrops',
    tools: ['dropBottle'],
    dosed: 'drops',
    throughOutlet: false,
    secondsPerMl: 30,
    halves: true,
    before: [{ code: 'wipe' }, { code: 'probe', only: 'chambers' }],
    loadCautions: ['gloves'],
    after: [{ code: 'settle', waitSeconds: 300 }],
  },
  vacuumExchange: {
    method: 'vacuumExchange',
    tools: ['needleShort'],
    dosed: 'syringe',
    throughOutlet: false,
    secondsPerMl: 4,
    halves: false,
    before: [{ code: 'vent-shut', changes: { vent: 'shut' } }],
    loadCautions: ['needle', 'gloves'],
    after: [{ code: 'bubbles' }, { code: 'vent-open', changes: { vent: 'open' } }],
  },
  outletDrip: {
    method: 'outletDrip',
    tools: ['needleShort', 'keeper'],
    dosed: 'scale',
    throughOutlet: true,
    secondsPerMl: 12,
    halves: false,
    before: [{ code: 'keeper-off', changes: { keeper: 'off' } }],
    loadCautions: ['needle', 'gloves'],
    after: [{ code: 'blot', changes: { keeper: 'on' } }],
  },
  outletSyringe: {
    method: 'outletSyringe',
    tools: ['clip'],
    dosed: 'syringe',
    throughOutlet: true,
    secondsPerMl: 4,
    halves: false,
    before: [{ code: 'clip', changes: { keeper: 'off' } }],
    loadCautions: ['gloves'],
    after: [{ code: 'clip-off', changes: { keeper: 'on' } }],
  },
  bagAdapter: {
    method: 'bagAdapter',
    tools: ['bagAdapter'],
    dosed: 'syringe',
    throughOutlet: true,
    secondsPerMl: 4,
    halves: true,
    before: [{ code: 'adapter', cautions: ['bag'] }],
    loadCautions: ['bag', 'gloves'],
    after: [{ code: 'air-out', cautions: ['bag'], changes: { primed: true } }],
  },
  spongeInjection: {
    method: 'spongeInjection',
    tools: ['needleShort'],
    dosed: 'syringe',
    throughOutlet: false,
    secondsPerMl: 6,
    halves: true,
    before: [{ code: 'wipe' }, { code: 'probe', only: 'chambers' }],
    loadCautions: ['needle', 'gloves'],
    after: [{ code: 'settle', waitSeconds: 300 }],
  },
  twoPart: {
    method: 'twoPart',
    tools: ['needleShort'],
    dosed: 'syringe',
    throughOutlet: false,
    secondsPerMl: 6,
    halves: false,
    before: [],
    loadCautions: ['needle', 'gloves'],
    after: [],
  },
};

export interface ConstructionData {
  readonly methods: readonly Method[];
  /** Is there a vent that must be open before installing? */
  readonly vent: boolean;
  readonly sponge: boolean;
  /** Nozzles instead of an outlet: it lies on a wet pad, and takes no keeper. */
  readonly head: boolean;
  /** What is drawn to prime it, ml; 0: it is not primed. */
  readonly primeMl: number;
  /** May it be primed by tapping it, outlet down? */
  readonly taps: boolean;
  /** What stays inside when it was printed until nothing came, as a share of what it holds. */
  readonly keepsBack: Uncertain;
  /** What stays when all that a syringe reaches was drawn out, as a share of it. */
  readonly leftByNeedle: Uncertain;
}

export const CONSTRUCTION_DATA: Readonly<Record<Construction, ConstructionData>> = {
  openTank: {
    methods: ['funnelToLine', 'topSyringe', 'squeezeBottle'],
    vent: true,
    sponge: false,
    head: false,
    primeMl: 1,
    taps: true,
    keepsBack: WALLS,
    leftByNeedle: CORNERS,
  },
  compartmentTank: {
    methods: ['topSyringe', 'vacuumExchange', 'squeezeBottle'],
    vent: true,
    sponge: false,
    head: false,
    primeMl: 1,
    taps: true,
    keepsBack: WALLS,
    leftByNeedle: CORNERS,
  },
  smallVentedTank: {
    methods: ['topSyringe', 'vacuumExchange', 'squeezeBottle'],
    vent: true,
    sponge: false,
    head: false,
    primeMl: 1,
    taps: true,
    keepsBack: WALLS,
    leftByNeedle: CORNERS,
  },
  // Its air is drawn out last, until ink comes: that primes it.
  bag: {
    methods: ['bagAdapter'],
    vent: false,
    sponge: false,
    head: false,
    primeMl: 0,
    taps: false,
    keepsBack: WALLS,
    leftByNeedle: CORNERS,
  },
  spongeReservoir: {
    methods: ['topSyringe', 'outletDrip', 'outletSyringe', 'vacuumExchange'],
    vent: true,
    sponge: true,
    head: false,
    primeMl: 0.5,
    taps: false,
    keepsBack: SPONGE,
    leftByNeedle: SPONGE,
  },
  spongeOutletFed: {
    methods: ['outletDrip', 'outletSyringe'],
    vent: true,
    sponge: true,
    head: false,
    primeMl: 0,
    taps: false,
    keepsBack: SPONGE,
    leftByNeedle: SPONGE,
  },
  integratedHead: {
    methods: ['spongeInjection', 'countedDrops', 'squeezeBottle'],
    vent: true,
    sponge: true,
    head: true,
    primeMl: 0.5,
    taps: false,
    keepsBack: SPONGE,
    leftByNeedle: SPONGE,
  },
  twoPart: {
    methods: ['twoPart', 'spongeInjection'],
    vent: true,
    sponge: true,
    head: true,
    primeMl: 0.5,
    taps: false,
    keepsBack: SPONGE,
    leftByNeedle: SPONGE,
  },
};

/** What a method counts its doses in; null where it counts none. */
export const countedIn = (method: Method): Counted | null => {
  const { dosed } = METHOD_DATA[method];
  return dosed === 'squeezes' || dosed === 'drops' ? dosed : null;
};
