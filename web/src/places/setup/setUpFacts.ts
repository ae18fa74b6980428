import { all, settingsOf, type Book } from '@hiraeth/core/ledger';
import {
  changePrior,
  LEVEL_U,
  typeFromMeasures,
  bodyTriangle,
  type Cartridge,
  type CartridgeType,
  type ChipStrategy,
  type Closure,
  type Construction,
  type Entity,
  type FactDraft,
  type InkClass,
  type Printer,
  type Port,
  type Triangle,
  type Variant,
} from '@hiraeth/core/workbook';

import type { Now } from './draft';

/** A kind of cartridge as it was described. */
export interface BodyInput {
  readonly construction: Construction;
  readonly variant: Variant | 'own';
  /** Corrected or measured masses, g and ml; null where the preset stands. */
  readonly emptyG: number | null;
  readonly fullG: number | null;
  readonly maxG: number | null;
  readonly capacityMl: number | null;
  readonly boxMm: readonly [number, number, number] | null;
  /** How ink gets in, and what closes a hole that is made; absent: as its kind usually has. */
  readonly port?: Port | null;
  readonly closure?: Closure | null;
}

export interface Channel {
  /** More than one: they share a body, a chamber for each. */
  readonly shades: readonly string[];
  readonly inkClass: InkClass;
  /** Which of the bodies. */
  readonly body: number;
  /** What is in it as the workbook begins. */
  readonly initial: Cartridge['initial'];
  /** The same as it was told, and how full it looked where that was said, 0 to 1. */
  readonly now?: Now;
  readonly level?: number | null;
  readonly chipIsOriginal: boolean;
  readonly original: {
    readonly priceMinor: number;
    readonly nominalMl: number;
    readonly usableMl: number;
  } | null;
}

export interface SetUpInput {
  readonly name: string;
  readonly feed: Printer['feed'];
  readonly channels: readonly Channel[];
  readonly blacksShareLine?: boolean;
  /** At least one. */
  readonly bodies: readonly BodyInput[];
  readonly sets: number;
  /** Originals print on; a new, dry set of refillables waits on the shelf. */
  readonly waiting?: boolean;
  readonly chip: ChipStrategy;
  readonly chipOff?: 'already' | 'planned';
  readonly chipMl: number | null;
  /** How it shows a level, and whether that can be switched off; null: as most do. */
  readonly gauge: Pick<Printer['gauge'], 'display'> & {
    readonly switchOff: boolean | null;
    readonly prism?: boolean;
  };
  readonly scale: { readonly capacityG: number; readonly resolutionG: number } | null;
  readonly syringeMl: number | null;
}

/** The type as the person described it: two of its masses and what it holds give the third, its kind the rest. */
export function typeOf(input: BodyInput): Omit<CartridgeType, 'id' | 'name' | 'entity'> {
  const { variant, emptyG, fullG, boxMm, construction } = input;
  // One that nobody knows: by its two masses, or measured outside instead of weighed full.
  if (
    variant === 'own' &&
    emptyG !== null &&
    input.capacityMl === null &&
    ((fullG !== null && fullG > emptyG) || (fullG === null && boxMm !== null))
  ) {
    const { type } = typeFromMeasures({ construction, emptyG, fullG, boxMm });
    return { ...type, emptyG: { value: emptyG, u: 0.05 }, maxG: input.maxG ?? type.maxG };
  }
  const { type } = triangleOf(input);
  const told = [emptyG, fullG, input.capacityMl].filter((one) => one !== null).length > 1;
  return { ...type, variant: told && variant === 'own' ? 'own' : type.variant };
}

const portOf = ({ port, closure }: BodyInput): Pick<Partial<CartridgeType>, 'port' | 'closure'> => ({
  ...(port ? { port } : {}),
  ...(closure ? { closure } : {}),
});

/** What was told of a body, with what does not fit in it. */
export const triangleOf = ({ variant, ...body }: BodyInput): Triangle =>
  bodyTriangle({ ...body, variant: variant === 'own' ? 'standard' : variant });

/** What a channel's ink takes of its cartridge, ml, over all channels. */
function meanOf({ channels, bodies }: SetUpInput): number {
  const sum = channels.reduce(
    (total, { body, shades }) => total + typeOf(bodies[body]!).capacityMl / shades.length,
    0,
  );
  return sum / Math.max(1, channels.length);
}

/**
 * Everything that a new printer brings, as definitions that are recorded together: the printer with its slots, the
 * cartridge type, a cartridge for each slot and set, and the tools that a first refill needs.
 */
export function setUpEntities(input: SetUpInput, ledger: Book, newId: (kind: string) => string): Entity[] {
  const { context } = ledger;
  const entities: Entity[] = [];
  if (!context.entities.has('settings')) entities.push(settingsOf(context));
  const printerId = newId('printer');
  // One type for each body with so many chambers.
  const types = new Map<string, { readonly id: string; readonly body: number; readonly chambers: number }>();
  const keyOf = ({ body, shades }: Channel): string => `${body}/${shades.length}`;
  for (const channel of input.channels)
    if (!types.has(keyOf(channel)))
      types.set(keyOf(channel), {
        id: newId('type'),
        body: channel.body,
        chambers: channel.shades.length,
      });
  const slots = input.channels.map((channel) => ({
    id: newId('slot'),
    name: nameOf(channel),
    shades: [...channel.shades],
    inkClass: channel.inkClass,
    original: channel.original,
  }));
  // The schema fills in the other draws, the gauge and the schools; they can be corrected afterwards.
  entities.push({
    entity: 'printer',
    id: printerId,
    name: input.name,
    feed: input.feed,
    slots,
    draws: { change: changePrior(input.feed, meanOf(input)) },
    ...(input.blacksShareLine ? { blacksShareLine: true } : {}),
    gauge: {
      display: input.gauge.display,
      ...(input.gauge.prism ? { prism: true } : {}),
      ...(input.gauge.switchOff === null ? {} : { switchOff: { offered: input.gauge.switchOff } }),
    },
  } as unknown as Printer);
  for (const { id, body, chambers } of types.values()) {
    const type = typeOf(input.bodies[body]!);
    entities.push({
      entity: 'cartridgeType',
      id,
      name: `${input.name} refillable, ${type.capacityMl} ml${chambers > 1 ? `, ${chambers} chambers` : ''}`,
      ...type,
      ...portOf(input.bodies[body]!),
      chambers,
    });
  }
  if (input.waiting) entities.push(...originalsOf(input, slots, printerId, newId));
  for (let set = 0; set < input.sets; set++)
    for (const channel of input.channels)
      entities.push({
        entity: 'cartridge',
        id: newId('cartridge'),
        label: input.sets > 1 ? `${nameOf(channel)} ${'ABC'[set] ?? set + 1}` : nameOf(channel),
        typeId: types.get(keyOf(channel))!.id,
        shades: [...channel.shades],
        printerId,
        inkClass: channel.now === 'fluid' && set === 0 ? 'flushFluid' : channel.inkClass,
        set: input.sets > 1 ? ('ABC'[set] ?? String(set + 1)) : '',
        emptyG: null,
        maxG: null,
        targetG: null,
        // A set that waits is new and dry; of a second one nothing was said.
        initial: input.waiting ? 'empty' : set === 0 ? channel.initial : 'unknown',
        chip:
          input.chip === 'none' && input.chipMl === null
            ? null
            : {
                strategy: input.chip,
                volumeMl: input.chipMl,
                original: set === 0 && channel.chipIsOriginal && !input.waiting,
                ...(input.chip === 'switchedOff' ? { off: input.chipOff ?? 'already' } : {}),
              },
      });
  if (input.scale)
    entities.push({
      entity: 'scale',
      id: newId('scale'),
      name: `Scale ${input.scale.capacityG} g`,
      capacityG: input.scale.capacityG,
      resolutionG: input.scale.resolutionG,
      repeatabilityG: 1.5 * input.scale.resolutionG,
    });
  if (input.syringeMl !== null)
    entities.push({
      entity: 'syringe',
      id: newId('syringe'),
      name: `Syringe ${input.syringeMl} ml`,
      capacityMl: input.syringeMl,
      graduationMl: input.syringeMl / 20,
      keepBackMl: Math.min(0.7, 0.1 * input.syringeMl),
      family: '',
    });
  if (all(context, 'tool').length === 0)
    for (const [name, tool] of [
      ['Blunt needle, long', 'needleLong'],
      ['Gloves', 'gloves'],
      ['Lint-free towels', 'towel'],
    ] as const)
      entities.push({
        entity: 'tool',
        id: newId('tool'),
        name,
        tool,
        fitsHeightMm: null,
        squeezeMl: null,
        count: 1,
      });
  if (all(context, 'subject').length === 0)
    for (const name of ['Light, high key', 'Dark', 'Warm colours', 'Cool colours', 'Monochrome'])
      entities.push({ entity: 'subject', id: newId('subject'), name });
  if (all(context, 'paper').length === 0)
    entities.push({ entity: 'paper', id: newId('paper'), name: 'Usual paper', brightener: 'unknown' });
  return entities;
}

/** The originals that print on meanwhile: bodies of their own, of which nobody weighed one. */
function originalsOf(
  input: SetUpInput,
  slots: Printer['slots'],
  printerId: string,
  newId: (kind: string) => string,
): Entity[] {
  const types = new Map<string, string>();
  return input.channels.flatMap((channel, i): Entity[] => {
    const body = input.bodies[channel.body]!;
    const nominalMl = slots[i]!.original?.nominalMl ?? null;
    const key = `${channel.body}/${channel.shades.length}/${nominalMl ?? ''}`;
    const known = types.get(key);
    const typeId = known ?? newId('type');
    types.set(key, typeId);
    const { type } = triangleOf({ ...body, emptyG: null, fullG: null, maxG: null, capacityMl: nominalMl });
    return [
      ...(known
        ? []
        : [
            {
              entity: 'cartridgeType' as const,
              id: typeId,
              name: `${input.name} original, ${type.capacityMl} ml`,
              ...type,
              ...portOf(body),
              chambers: channel.shades.length,
            },
          ]),
      {
        entity: 'cartridge',
        id: newId('cartridge'),
        label: `${nameOf(channel)}, original`,
        typeId,
        shades: [...channel.shades],
        printerId,
        inkClass: channel.inkClass,
        set: '',
        emptyG: null,
        maxG: null,
        targetG: null,
        initial: channel.initial === 'original' ? 'original' : 'partUsed',
        chip: { strategy: 'leftAlone', volumeMl: nominalMl, original: true },
      },
    ];
  });
}

/** A cartridge that declared itself empty keeps about so much of what it holds, where nobody knows its usable volume. */
const KEPT = { value: 0.15, u: 0.08 } as const;
/** One u of a level that follows from the usable volume, as a share of the body. */
const BY_COUNT_U = 0.05;
/** Water that stays in a body after it was rinsed and shaken out, as a share of what it holds. */
const RINSED = 0.1;

/** What was told of the ink inside, as facts beside the definitions: evidence with its own doubt. */
export function contentsFacts(
  { now, level, original }: Channel,
  cartridgeId: string,
  capacityMl: number,
  seat: { readonly printerId: string; readonly slotId: string } | null,
): FactDraft[] {
  switch (now) {
    case 'partUsed':
      return level === null || level === undefined
        ? []
        : [{ kind: 'levelSeen', cartridgeId, fraction: level, u: LEVEL_U.told }];
    case 'declaredEmpty': {
      const keptMl = original ? original.nominalMl - original.usableMl : null;
      return [
        keptMl === null || !(keptMl > 0)
          ? { kind: 'levelSeen', cartridgeId, fraction: KEPT.value, u: KEPT.u }
          : { kind: 'levelSeen', cartridgeId, fraction: Math.min(1, keptMl / capacityMl), u: BY_COUNT_U },
        ...(seat ? [{ kind: 'chipSignalled' as const, ...seat, signal: 'stops' as const }] : []),
      ];
    }
    case 'ranOut':
      return [{ kind: 'fadedOrRanDry', cartridgeId, ranDry: true }];
    case 'wet':
      return [
        {
          kind: 'flushed',
          cartridgeId,
          chamber: 0,
          addedMl: capacityMl,
          drawnMl: (1 - RINSED) * capacityMl,
        },
      ];
    default:
      return [];
  }
}

const nameOf = ({ shades: [shade, ...more] }: Channel): string =>
  more.length > 0 ? 'Colour' : shade!.charAt(0).toUpperCase() + shade!.slice(1);

/** What is said once it is set up. */
export const setUpSaid = ({ name, channels }: SetUpInput): string =>
  `Saved: ${name} with ${channels.length === 1 ? 'one channel' : `${channels.length} channels`}.`;
