import type { Construction, Method } from '../workbook';

/** What matters about a construction, in a line. */
export const MATTERS: Readonly<Record<Construction, string>> = {
  openTank: 'Fill to a line below the top, never to the brim. The duct must be primed.',
  compartmentTank: 'Holds less than the original while its chip counts as if it held the same.',
  smallVentedTank: 'Go by the plug’s position, never its colour. Vent open before use.',
  bag: 'No vent. An over-full bag feeds under pressure; a flat one can damage the printer.',
  spongeReservoir:
    'Dry, or already wetted with the same ink. Leave an air gap under the vent path; outlet shut while filling.',
  spongeOutletFed: 'Only the sponge part fills. Stop when uptake slows.',
  integratedHead:
    'What it takes is limited by the sponge. Its well, under the filter, must be full of ink or it prints nothing.',
  twoPart: 'Head first, then tank, then the printer’s setting is changed.',
};

interface LoadWords {
  readonly title: string;
  readonly text: string;
  readonly stop: string;
  /** When to stop where it is not weighed; as `stop` where that names no scale. */
  readonly stopUnweighed?: string;
  readonly never: string;
}

/** How ink goes in by each method, and when to stop (practice 4). */
export const LOAD_WORDS: Readonly<Record<Method, LoadWords>> = {
  funnelToLine: {
    title: 'Pour to the line',
    text: 'Funnel upright in the fill hole; pour in a thin stream.',
    stop: 'Ink at the line under the top.',
    never: 'Never to the brim.',
  },
  topSyringe: {
    title: 'Inject slowly',
    text: 'Syringe level, cartridge tilted, needle to the low corner with its tip under the surface.',
    stop: 'The target on the scale, with a gap left under the vent path.',
    stopUnweighed: 'The dose is in, with a gap left under the vent path.',
    never: 'Do not let the plunger fall by itself, nor push its air out: foam goes in with it.',
  },
  squeezeBottle: {
    title: 'Drip, and count the squeezes',
    text: 'Needle resting at the top hole; let each squeeze run in before the next.',
    stop: 'The counted number, then the scale decides.',
    stopUnweighed: 'The counted number.',
    never: 'Never let the bottle suck back from a wet hole.',
  },
  countedDrops: {
    title: 'Count the drops in',
    text: 'Tip just above the hole, not in it; a drop at a time, and wait while the sponge drinks.',
    stop: 'The counted number, or a bead shows at the nozzles.',
    never: 'Never let the tip touch the wet sponge.',
  },
  vacuumExchange: {
    title: 'Pull the plunger, let go',
    text: 'Pull air out, let go: ink takes its place. Repeat until this much is in.',
    stop: 'A little air left on purpose.',
    never: 'Never push.',
  },
  outletDrip: {
    title: 'Drop by drop on the sponge',
    text: 'From a small height, along the length of the outlet sponge; wait while it drinks.',
    stop: 'Uptake slows, or the target mass.',
    stopUnweighed: 'Uptake slows, or the dose is in.',
    never: 'Needle and bottle tip never touch the wet outlet.',
  },
  outletSyringe: {
    title: 'Push slowly through the outlet',
    text: 'Cartridge level; stop before the plunger’s air.',
    stop: 'About nine tenths: weigh, and finish by drops.',
    stopUnweighed: 'The dose is in, or it pushes back.',
    never: 'No foam: stop before the air leaves the syringe.',
  },
  bagAdapter: {
    title: 'Inject slowly, feel for bulging',
    text: 'One hand on the shell; stop at the first bulge.',
    stop: 'Target mass. A little over: draw back. Small bubbles do no harm.',
    stopUnweighed: 'The dose is in, or the first bulge. Small bubbles do no harm.',
    never: 'Never draw the bag completely flat.',
  },
  spongeInjection: {
    title: 'Half deep, slowly',
    text: 'Needle half way into the sponge: the filter is at the bottom.',
    stop: 'The dose is in, or a bead shows at the nozzles.',
    never: 'Never to the bottom.',
  },
  twoPart: {
    title: 'Inject over the paced time',
    text: 'Needle withdrawn a little, so that the sponge above it drinks.',
    stop: 'The dose is in.',
    never: 'Still dripping after priming: prime again, do not install.',
  },
};
