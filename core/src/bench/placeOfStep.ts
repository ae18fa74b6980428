import type { Construction } from '../workbook';
import { CONSTRUCTION_DATA, countedIn, METHOD_DATA } from './methods';
import type { CheckCode } from './checks';
import type { Doing, Step } from './step';

/** A place on a cartridge that a step speaks of. */
export type Place = 'fillHole' | 'vent' | 'outlet' | 'nozzles' | 'sponge' | 'chip' | 'body';

/** What is held there. */
export type Held = 'needle' | 'funnel' | 'bottle' | 'drop' | 'clip' | 'finger' | 'drill' | 'towel';

export interface StepPlace {
  readonly place: Place;
  readonly held: Held | null;
  /** Outlet up: the body is turned over. */
  readonly turned: boolean;
}

const OF_DOING: Partial<Readonly<Record<Doing['code'], readonly [Place, Held | null]>>> = {
  'take-out': ['body', null],
  'tape-vent': ['vent', 'finger'],
  'untape-vent': ['vent', 'finger'],
  'transport-plug': ['vent', 'finger'],
  'vent-shut': ['vent', 'finger'],
  'vent-open': ['vent', 'finger'],
  vent: ['vent', null],
  'vent-again': ['vent', 'needle'],
  open: ['fillHole', 'finger'],
  deburr: ['fillHole', 'finger'],
  plug: ['fillHole', 'finger'],
  'hole-open': ['fillHole', 'finger'],
  'hole-shut': ['fillHole', 'finger'],
  'plug-again': ['fillHole', 'finger'],
  cover: ['fillHole', 'finger'],
  cap: ['fillHole', 'finger'],
  'tape-hole': ['fillHole', 'finger'],
  'leave-open': ['fillHole', 'towel'],
  'head-open': ['fillHole', 'finger'],
  'head-plug': ['fillHole', 'finger'],
  'tank-open': ['fillHole', 'finger'],
  probe: ['fillHole', 'needle'],
  bubbles: ['body', 'finger'],
  drink: ['sponge', null],
  'drink-again': ['sponge', null],
  'shut-outlet': ['outlet', null],
  'keeper-off': ['outlet', 'finger'],
  'keeper-away': ['outlet', 'finger'],
  'keeper-back': ['outlet', 'finger'],
  'keeper-last': ['outlet', 'finger'],
  clip: ['outlet', 'clip'],
  'clip-off': ['outlet', 'towel'],
  'refit-clip': ['outlet', 'clip'],
  adapter: ['outlet', 'clip'],
  blot: ['outlet', 'towel'],
  'air-out': ['outlet', 'clip'],
  tap: ['outlet', 'finger'],
  wipe: ['nozzles', 'towel'],
  settle: ['nozzles', null],
  stand: ['outlet', 'towel'],
  'chip-off': ['chip', 'finger'],
  'chip-on': ['chip', 'finger'],
  'other-chip': ['chip', 'finger'],
  realign: ['chip', 'finger'],
  contacts: ['chip', 'towel'],
  install: ['body', null],
};
const OF_CHECK: Readonly<Record<CheckCode, readonly [Place, Held | null] | null>> = {
  match: null,
  room: ['fillHole', null],
  'clip-seal': ['outlet', 'clip'],
  wicks: ['outlet', 'drop'],
  look: ['sponge', null],
  drip: ['outlet', 'towel'],
  tissue: ['nozzles', 'towel'],
  flow: ['outlet', 'towel'],
  reset: ['chip', 'finger'],
  'chip-shade': ['chip', null],
  recognised: ['chip', null],
  towel: ['outlet', 'towel'],
};
const TURNED: ReadonlySet<string> = new Set([
  'keeper-off',
  'clip',
  'clip-off',
  'blot',
  'adapter',
  'air-out',
  'refit-clip',
]);

/**
 * The place on the cartridge that a step is about, for its drawing: every step that is done at the body names one that this
 * construction has.
 *
 * @returns null for steps that are not done at the cartridge
 */
export function placeOfStep(step: Step, construction: Construction): StepPlace | null {
  const { head, vent } = CONSTRUCTION_DATA[construction];
  const at = (found: readonly [Place, Held | null] | null | undefined, turned = false): StepPlace | null => {
    if (!found) return null;
    const [place, held] = found;
    // A head has nozzles where others have an outlet.
    const here = place === 'outlet' && head ? 'nozzles' : place === 'nozzles' && !head ? 'outlet' : place;
    return here === 'vent' && !vent ? null : { place: here, held, turned };
  };
  switch (step.kind) {
    case 'do':
      return at(OF_DOING[step.doing.code], TURNED.has(step.doing.code));
    case 'check':
      return at(OF_CHECK[step.check], step.check === 'clip-seal' || step.check === 'wicks');
    case 'load': {
      const { throughOutlet, dosed } = METHOD_DATA[step.method];
      if (throughOutlet) return at(['outlet', step.method === 'outletDrip' ? 'drop' : 'clip'], true);
      return at(['fillHole', dosed === 'line' ? 'funnel' : countedIn(step.method) ? 'bottle' : 'needle']);
    }
    case 'draw':
      return step.draw === 'leftover'
        ? null
        : at(
            step.draw.startsWith('prime')
              ? ['outlet', 'clip']
              : throughHole(construction)
                ? ['fillHole', 'needle']
                : ['outlet', 'clip'],
          );
    case 'weigh':
      return at(['body', null]);
    default:
      return null;
  }
}

/** Has it a hole to draw from, or only its outlet? */
const throughHole = (construction: Construction): boolean =>
  construction !== 'bag' && construction !== 'spongeOutletFed';
