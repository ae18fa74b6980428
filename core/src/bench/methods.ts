import type { Construction, Method, Ports, Tool } from '../workbook';
import type { Caution } from './cautions';

/** One thing to do with the hands. All methods are made of these: a new one is data, not code. */
export interface Action {
  readonly id: string;
  readonly title: string;
  readonly text: string;
  readonly stop?: string;
  readonly never?: string;
  readonly cautions?: readonly Caution[];
  /** Ports as they must be before, and as they are after. */
  readonly requires?: Ports;
  readonly changes?: Ports;
  /** Only where there is a sponge, where there is none, or where there are several chambers. */
  readonly only?: 'sponge' | 'free' | 'chambers';
  /** A timer that paces the step, in seconds. */
  readonly waitSeconds?: number;
}

export interface MethodData {
  readonly method: Method;
  readonly tools: readonly Tool['tool'][];
  /** Does a syringe measure what goes in? */
  readonly dosed: 'syringe' | 'line' | 'squeezes' | 'scale';
  /** Slow injection: seconds for one ml. */
  readonly secondsPerMl: number;
  readonly before: readonly Action[];
  readonly load: Pick<Action, 'title' | 'text' | 'stop' | 'never' | 'cautions'>;
  readonly after: readonly Action[];
  /** Does ink go in in two halves with a pause? */
  readonly halves: boolean;
}

const keeperOn: Action = {
  id: 'keeper-on',
  title: 'Shut the outlet',
  text: 'Put the outlet keeper on and press it home.',
  changes: { keeper: 'on' },
};
const bubbles: Action = {
  id: 'bubbles',
  title: 'Tap the bubbles up',
  text: 'Tap the body with a finger, fill hole up, until no bubble clings to the outlet side.',
};

export const METHOD_DATA: Readonly<Record<Method, MethodData>> = {
  funnelToLine: {
    method: 'funnelToLine',
    tools: ['funnel'],
    dosed: 'line',
    secondsPerMl: 0.5,
    halves: false,
    before: [
      {
        id: 'transport-plug',
        title: 'Take the transport plug out',
        text: 'The plug in the pressure port comes out before the first fill, and stays out.',
        changes: { vent: 'open' },
      },
    ],
    load: {
      title: 'Pour to the line',
      text: 'Funnel upright in the fill hole; pour in a thin stream.',
      stop: 'Ink at the line under the top.',
      never: 'Never to the brim.',
      cautions: ['gloves'],
    },
    after: [bubbles],
  },
  topSyringe: {
    method: 'topSyringe',
    tools: ['needleLong'],
    dosed: 'syringe',
    secondsPerMl: 3,
    halves: false,
    before: [{ ...keeperOn, requires: { plug: 'out' } }],
    load: {
      title: 'Inject slowly',
      text: 'Syringe level, cartridge tilted, needle to the low corner with its tip under the surface.',
      stop: 'The target on the scale, with a gap left under the vent path.',
      never: 'Do not let the plunger fall by itself, nor push its air out: foam goes in with it.',
      cautions: ['needle', 'gloves'],
    },
    after: [
      {
        id: 'drink',
        only: 'sponge',
        title: 'Let the sponge drink',
        text: 'Plug still out; wait until the surface stands still, then inspect against a light.',
        waitSeconds: 120,
      },
      { ...bubbles, only: 'free' },
    ],
  },
  squeezeBottle: {
    method: 'squeezeBottle',
    tools: ['squeezeBottle'],
    dosed: 'squeezes',
    secondsPerMl: 2,
    halves: false,
    before: [keeperOn],
    load: {
      title: 'Drip, and count the squeezes',
      text: 'Needle resting at the top hole; let each squeeze run in before the next.',
      stop: 'The counted number, then the scale decides.',
      never: 'Never let the bottle suck back from a wet hole.',
      cautions: ['gloves'],
    },
    after: [bubbles],
  },
  vacuumExchange: {
    method: 'vacuumExchange',
    tools: ['needleShort'],
    dosed: 'syringe',
    secondsPerMl: 4,
    halves: false,
    before: [
      {
        id: 'vent-shut',
        title: 'Shut the vent',
        text: 'Close the vent so that the plunger can pull the air out.',
        changes: { vent: 'shut' },
      },
    ],
    load: {
      title: 'Pull the plunger, let go',
      text: 'Pull air out, let go: ink takes its place. Repeat until this much is in.',
      stop: 'A little air left on purpose.',
      never: 'Never push.',
      cautions: ['needle', 'gloves'],
    },
    after: [
      bubbles,
      {
        id: 'vent-open',
        title: 'Open the vent again',
        text: 'A shut vent holds the ink back: blank prints after a few sheets.',
        changes: { vent: 'open' },
      },
    ],
  },
  outletDrip: {
    method: 'outletDrip',
    tools: ['needleShort', 'keeper'],
    dosed: 'scale',
    secondsPerMl: 12,
    halves: false,
    before: [
      {
        id: 'keeper-off',
        title: 'Keeper off, on the scale',
        text: 'Outlet up, keeper off, cartridge on the scale so that every drop is weighed.',
        changes: { keeper: 'off' },
      },
    ],
    load: {
      title: 'Drop by drop on the sponge',
      text: 'From a small height, along the length of the outlet sponge; wait while it drinks.',
      stop: 'Uptake slows, or the target mass.',
      never: 'Needle and bottle tip never touch the wet outlet.',
      cautions: ['needle', 'gloves'],
    },
    after: [
      {
        id: 'blot',
        title: 'Blot the outlet',
        text: 'Lint-free towel, once, without rubbing. Then the keeper.',
        changes: { keeper: 'on' },
      },
    ],
  },
  outletSyringe: {
    method: 'outletSyringe',
    tools: ['clip'],
    dosed: 'syringe',
    secondsPerMl: 4,
    halves: false,
    before: [
      {
        id: 'clip',
        title: 'Fit the clip',
        text: 'Clip or adapter on the outlet, cartridge level.',
        changes: { keeper: 'off' },
      },
    ],
    load: {
      title: 'Push slowly through the outlet',
      text: 'Cartridge level; stop before the plunger’s air.',
      stop: 'About nine tenths: weigh, and finish by drops.',
      never: 'No foam: stop before the air leaves the syringe.',
      cautions: ['gloves'],
    },
    after: [
      {
        id: 'blot',
        title: 'Take the clip off and blot',
        text: 'Hold the outlet up while the clip comes off; blot once, keeper on.',
        changes: { keeper: 'on' },
      },
    ],
  },
  bagAdapter: {
    method: 'bagAdapter',
    tools: ['bagAdapter'],
    dosed: 'syringe',
    secondsPerMl: 4,
    halves: true,
    before: [
      {
        id: 'adapter',
        title: 'Fit the adapter',
        text: 'Adapter on the outlet, seated and straight.',
        cautions: ['bag'],
      },
    ],
    load: {
      title: 'Inject slowly, feel for bulging',
      text: 'One hand on the shell; stop at the first bulge.',
      stop: 'Target mass. A little over: draw back. Small bubbles do no harm.',
      never: 'Never draw the bag completely flat.',
      cautions: ['bag', 'gloves'],
    },
    after: [
      {
        id: 'air-out',
        title: 'Draw the air back',
        text: 'Outlet up, draw gently until ink comes into the syringe. Air goes last.',
        cautions: ['bag'],
      },
    ],
  },
  spongeInjection: {
    method: 'spongeInjection',
    tools: ['needleShort'],
    dosed: 'syringe',
    secondsPerMl: 6,
    halves: true,
    before: [
      {
        id: 'wipe',
        title: 'Wipe the nozzle face',
        text: 'Dried ink off with a damp lint-free towel; it lies on a wet pad while you fill.',
      },
      {
        id: 'probe',
        title: 'Which ink is in which chamber?',
        text: 'A clean stick into each chamber, dabbed on white tissue. The order must be that of its label here.',
        only: 'chambers',
      },
    ],
    load: {
      title: 'Half deep, slowly',
      text: 'Needle half way into the sponge: the filter is at the bottom.',
      stop: 'The dose is in, or a bead shows at the nozzles.',
      never: 'Never to the bottom.',
      cautions: ['needle', 'gloves'],
    },
    after: [
      {
        id: 'settle',
        title: 'Let the sponge settle',
        text: 'Nozzles up off the table, a few minutes.',
        waitSeconds: 300,
      },
    ],
  },
  twoPart: {
    method: 'twoPart',
    tools: ['needleShort'],
    dosed: 'syringe',
    secondsPerMl: 6,
    halves: false,
    before: [
      {
        id: 'counter',
        title: 'Head first, then tank',
        text: 'Once refilling starts both are refilled. Open the head’s port.',
        requires: { plug: 'out' },
      },
    ],
    load: {
      title: 'Inject over the paced time',
      text: 'Needle withdrawn a little, so that the sponge above it drinks.',
      stop: 'The dose is in.',
      never: 'Still dripping after priming: prime again, do not install.',
      cautions: ['needle', 'gloves'],
    },
    after: [],
  },
};

export interface ConstructionData {
  readonly methods: readonly Method[];
  /** Is there a vent that must be open before installing? */
  readonly vent: boolean;
  readonly sponge: boolean;
  /** What must be dry, or wetted with the same ink. */
  readonly matters: string;
  /** How it is primed where that is not drawn at the outlet. */
  readonly prime?: Pick<Action, 'title' | 'text'>;
}

export const CONSTRUCTION_DATA: Readonly<Record<Construction, ConstructionData>> = {
  openTank: {
    methods: ['funnelToLine', 'topSyringe', 'squeezeBottle'],
    vent: true,
    sponge: false,
    matters: 'Fill to a line below the top, never to the brim. The duct must be primed.',
  },
  compartmentTank: {
    methods: ['topSyringe', 'vacuumExchange', 'squeezeBottle'],
    vent: true,
    sponge: false,
    matters: 'Holds less than the original while its chip counts as if it held the same.',
  },
  smallVentedTank: {
    methods: ['topSyringe', 'vacuumExchange', 'squeezeBottle'],
    vent: true,
    sponge: false,
    matters: 'Go by the plug’s position, never its colour. Vent open before use.',
  },
  bag: {
    methods: ['bagAdapter'],
    vent: false,
    sponge: false,
    matters: 'No vent. An over-full bag feeds under pressure; a flat one can damage the printer.',
  },
  spongeReservoir: {
    methods: ['topSyringe', 'outletDrip', 'outletSyringe', 'vacuumExchange'],
    vent: true,
    sponge: true,
    matters:
      'Dry, or already wetted with the same ink. Leave an air gap under the vent path; outlet shut while filling.',
  },
  spongeOutletFed: {
    methods: ['outletDrip', 'outletSyringe'],
    vent: true,
    sponge: true,
    matters: 'Only the sponge part fills. Stop when uptake slows.',
  },
  integratedHead: {
    methods: ['spongeInjection'],
    vent: true,
    sponge: true,
    matters: 'What it takes is limited by the sponge. The funnel must be full of ink or it prints nothing.',
    prime: {
      title: 'Prime at the nozzles',
      text: 'Clip over the nozzles, draw gently until ink shows. It may show little or none and still be primed.',
    },
  },
  twoPart: {
    methods: ['twoPart', 'spongeInjection'],
    vent: true,
    sponge: true,
    matters: 'Head first, then tank, then the printer’s setting is changed.',
  },
};
