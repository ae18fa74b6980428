import { Ledger } from '../ledger';
import { makeStamp, type Cartridge, type CartridgeType, type FactDraft, type Method } from '../workbook';
import { layOut, type LaidStep } from './layOut';
import { suggestChoice } from './suggestChoice';

export interface QuickCard {
  readonly method: Method;
  readonly steps: readonly LaidStep[];
}

const AT = '2026-01-01T00:00:00.000Z';
const SHADES = ['cyan', 'magenta', 'yellow'];

/**
 * A usual top-up of a body of this type as one page of steps, for the wall above the bench: laid out by the same rules as a
 * run, for a cartridge that is half full.
 *
 * @param type its masses are in the steps
 * @returns null when such a body cannot be laid out
 */
export function quickCard(type: CartridgeType): QuickCard | null {
  const shades = SHADES.slice(0, type.chambers);
  const cartridge = {
    entity: 'cartridge',
    id: 'it',
    label: 'the cartridge',
    typeId: type.id,
    shades,
    inkClass: 'pigment',
    printerId: null,
    set: '',
    emptyG: type.emptyG,
    maxG: null,
    targetG: null,
    initial: 'unknown',
    chip: { strategy: 'resetter', volumeMl: null, original: false },
  } satisfies Cartridge;
  const define = (entity: object): FactDraft => ({ kind: 'defined', entity }) as FactDraft;
  const stamp = makeStamp({ now: () => Date.parse(AT) }, () => 0.5);
  const bottles = shades.map((shade) => `bottle-${shade}`);
  const ledger = Ledger.from(
    stamp([
      define(type),
      define(cartridge),
      ...shades.flatMap((shade) => [
        define({
          entity: 'ink',
          id: `ink-${shade}`,
          name: shade,
          shade,
          inkClass: 'pigment',
          density: { value: 1.06, u: 0.01 },
        }),
        define({
          entity: 'bottle',
          id: `bottle-${shade}`,
          inkId: `ink-${shade}`,
          lot: '',
          volumeMl: 250,
          priceMinor: null,
          emptyG: null,
        }),
      ]),
      define({
        entity: 'scale',
        id: 'scale',
        name: 'the scale',
        capacityG: 1000,
        resolutionG: 0.01,
        repeatabilityG: 0.015,
      }),
      define({
        entity: 'syringe',
        id: 'syringe',
        name: 'the syringe',
        capacityMl: 20,
        graduationMl: 1,
        keepBackMl: 0.7,
        family: '',
      }),
      {
        kind: 'weighed',
        what: 'cartridge',
        subjectId: 'it',
        massG: { value: (type.emptyG.value + type.fullG) / 2, u: 0.02 },
        purpose: 'weighIn',
      },
    ]),
  );
  const choice = suggestChoice(ledger, 'it', AT, { bottleIds: bottles, occasion: 'topUp' });
  return choice ? { method: choice.method, steps: layOut(ledger, choice, AT).steps } : null;
}
