import {
  all,
  changePrior,
  settingsOf,
  typeFromMeasures,
  typePreset,
  type Cartridge,
  type CartridgeType,
  type ChipStrategy,
  type Construction,
  type Entity,
  type InkClass,
  type Book,
  type Printer,
  type Variant,
} from '@hiraeth/core';

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
}

export interface Channel {
  /** More than one: they share a body, a chamber for each. */
  readonly shades: readonly string[];
  readonly inkClass: InkClass;
  /** Which of the bodies. */
  readonly body: number;
  /** What is in it as the workbook begins. */
  readonly initial: Cartridge['initial'];
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
  readonly chip: ChipStrategy;
  readonly chipMl: number | null;
  /** How it shows a level, and whether that can be switched off; null: as most do. */
  readonly gauge: Pick<Printer['gauge'], 'display'> & { readonly switchOff: boolean | null };
  readonly scale: { readonly capacityG: number; readonly resolutionG: number } | null;
  readonly syringeMl: number | null;
}

/** The type as the person described it: a ready variant, corrected, or one weighed and measured. */
export function typeOf(input: BodyInput): Omit<CartridgeType, 'id' | 'name' | 'entity'> {
  const { construction, variant, emptyG, fullG, maxG, capacityMl, boxMm } = input;
  const base =
    variant === 'own' && emptyG !== null && ((fullG !== null && fullG > emptyG) || boxMm !== null)
      ? typeFromMeasures({ construction, emptyG, fullG, boxMm }).type
      : { ...typePreset(construction, variant === 'own' ? 'standard' : variant), variant };
  const full = fullG ?? base.fullG;
  const own = (given: number | null, usual: number): boolean => given !== null && given !== usual;
  // Masses of its own say nothing of the head by itself: head and tank are weighed together until somebody weighs it.
  const otherHead =
    base.headPart &&
    (own(emptyG, base.emptyG.value) ||
      own(fullG, base.fullG) ||
      own(maxG, base.maxG) ||
      own(capacityMl, base.capacityMl));
  return {
    ...base,
    ...(otherHead ? { headPart: null } : {}),
    emptyG: emptyG === null ? base.emptyG : { value: emptyG, u: 0.05 },
    fullG: full,
    maxG: maxG ?? Math.max(base.maxG, full),
    capacityMl: capacityMl ?? base.capacityMl,
  };
}

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
      chambers,
    });
  }
  for (let set = 0; set < input.sets; set++)
    for (const channel of input.channels)
      entities.push({
        entity: 'cartridge',
        id: newId('cartridge'),
        label: input.sets > 1 ? `${nameOf(channel)} ${'ABC'[set] ?? set + 1}` : nameOf(channel),
        typeId: types.get(keyOf(channel))!.id,
        shades: [...channel.shades],
        printerId,
        inkClass: channel.inkClass,
        set: input.sets > 1 ? ('ABC'[set] ?? String(set + 1)) : '',
        emptyG: null,
        maxG: null,
        targetG: null,
        initial: channel.initial,
        chip:
          input.chip === 'none' && input.chipMl === null
            ? null
            : { strategy: input.chip, volumeMl: input.chipMl, original: set === 0 && channel.chipIsOriginal },
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

const nameOf = ({ shades: [shade, ...more] }: Channel): string =>
  more.length > 0 ? 'Colour' : shade!.charAt(0).toUpperCase() + shade!.slice(1);

/** What is said once it is set up. */
export const setUpSaid = ({ name, channels }: SetUpInput): string =>
  `Saved: ${name} with ${channels.length === 1 ? 'one channel' : `${channels.length} channels`}.`;
