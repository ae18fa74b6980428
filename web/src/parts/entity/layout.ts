import { valueAt } from '@hiraeth/core/definition';
import {
  hasBothBlacks,
  type CartridgeType,
  type Entity,
  type Printer,
  type Tool,
} from '@hiraeth/core/workbook';

/** What else is owned, for fields that point at it. */
export interface Owned {
  readonly printer: readonly Printer[];
  readonly cartridgeType: readonly CartridgeType[];
  readonly subject: readonly { readonly id: string; readonly name: string }[];
  readonly paper: readonly { readonly id: string; readonly name: string }[];
  readonly ink: readonly { readonly id: string; readonly name: string }[];
}

/** A part of a form: what its fields are about, in a word or two, and what is to be known of it. */
export interface Part {
  readonly title: string;
  readonly about?: string;
}
type Parts = {
  readonly [K in Entity['entity']]?: Readonly<
    Record<string, (entity: Extract<Entity, { entity: K }>) => Part>
  >;
};
type Shown = {
  readonly [K in Entity['entity']]?: Readonly<
    Record<string, (entity: Extract<Entity, { entity: K }>, owned: Owned) => boolean>
  >;
};

/** Parts that stand by themselves, by the key that their fields have in common; the rest comes before them. */
const PARTS: Parts = {
  printer: {
    slots: () => ({ title: 'Channels and their originals' }),
    gauge: () => ({ title: 'Gauge' }),
    schools: () => ({ title: 'Schools', about: 'How its owner goes about a refill, where hands differ.' }),
    draws: ({ draws }) => ({
      title: 'What it draws from each channel',
      about: draws.channels
        ? 'It was begun with what another printer of its kind was taught of each: put right here, this holds for all.'
        : 'A guess; weigh-ins improve it.',
    }),
  },
  cartridgeType: {
    headPart: () => ({
      title: 'Its head by itself',
      about: 'Leave empty where head and tank are only weighed together.',
    }),
    holeAt: () => ({
      title: 'Where its hole lies, seen from above',
      about: 'The bench prints a template of it. Empty: not known.',
    }),
    sections: () => ({ title: 'Sections that a method may or may not reach' }),
  },
  cartridge: { chip: () => ({ title: 'Chip' }) },
};

/** What may lie on the scale with a cartridge. */
const WITH_IT: ReadonlySet<Tool['tool']> = new Set(['floatSensor', 'keeper', 'clip', 'swab', 'tape']);

/** Fields and parts that only some things have. */
const SHOWN: Shown = {
  printer: {
    blacksShareLine: ({ slots }) => hasBothBlacks(slots),
    'draws.switched': ({ blacksShareLine }) => blacksShareLine === true,
  },
  cartridgeType: {
    headPart: ({ construction }) => construction === 'twoPart',
    holeAt: ({ port }) => port !== 'plug' && port !== 'outlet',
  },
  cartridge: {
    headEmptyG: ({ typeId }, { cartridgeType }) =>
      Boolean(cartridgeType.find(({ id }) => id === typeId)?.headPart),
  },
  tool: {
    massG: ({ tool }) => WITH_IT.has(tool),
    squeezeMl: ({ tool }) => tool === 'squeezeBottle' || tool === 'dropBottle',
  },
};

/** The part that stands by itself under a key, if it is one. */
export const partUnder = (entity: Entity, key: string): Part | undefined =>
  (PARTS[entity.entity] as Parts['printer'])?.[key]?.(entity as Printer);

/** What is said above each of a list. */
export const headOf = (entity: Entity, key: string, at: number): string | undefined =>
  entity.entity === 'printer' && key === 'slots'
    ? `Slot ${at + 1}: ${entity.slots[at]?.name ?? ''}`
    : undefined;

/** Has this thing the field at a path? */
export function isShown(entity: Entity, path: string, owned: Owned): boolean {
  const rules = SHOWN[entity.entity] as Shown['printer'];
  const rule = rules?.[path] ?? rules?.[path.split('.')[0]!];
  return rule?.(entity as Printer, owned) ?? true;
}

/** As many as there are in a list of the thing, by the list's path; as many shades as its body has chambers. */
export function countIn(entity: Entity, list: string, owned: Owned): number {
  const there = valueAt(entity, list);
  const count = Array.isArray(there) ? there.length : 0;
  return entity.entity === 'cartridge' && list === 'shades'
    ? Math.max(count, owned.cartridgeType.find(({ id }) => id === entity.typeId)?.chambers ?? 1)
    : count;
}
