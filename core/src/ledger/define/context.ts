import { widenForFew } from '../../numeric';
import type { Uncertain } from '../../quantity';
import {
  DENSITY_PRIOR,
  TYPE_EMPTY_U_G,
  type Bottle,
  type Cartridge,
  type CartridgeType,
  type Entity,
  type EntityKind,
  type EntityOf,
  type Fact,
  type Ink,
  type Printer,
  type Settings,
} from '../../workbook';

/** g/ml by somebody's own points: its u is widened by how few they were. */
export interface MeasuredDensity extends Uncertain {
  /** Points more than a line needs; null: a statement without points. */
  readonly freedom: number | null;
}

/** What holds at all times: the definitions, each in its latest recorded version, and measured properties. */
export interface Context {
  readonly entities: Map<string, Entity>;
  /** Ink id → density measured with syringe and scale. */
  readonly densities: Map<string, MeasuredDensity>;
  /** Cartridge id → its own empty mass, weighed. */
  readonly empties: Map<string, Uncertain>;
  /** Scale id → factor that a reference mass showed (true / shown). */
  readonly spans: Map<string, { readonly factor: number; readonly u: number; readonly at: string }>;
  /** What was derived from the definitions; forgotten whenever they change. */
  readonly derived: Map<string, unknown>;
}

export const DEFAULT_SETTINGS: Settings = {
  entity: 'settings',
  id: 'settings',
  name: 'My print room',
  currency: 'GBP',
  standardSheet: { widthMm: 210, heightMm: 297 },
  kitLifeMonths: 36,
  cartridgeLifeMonths: 36,
  topUpFraction: 0.45,
  weighInDays: 21,
};

export const newContext = (): Context => ({
  entities: new Map(),
  densities: new Map(),
  empties: new Map(),
  spans: new Map(),
  derived: new Map(),
});

/** The context as it will be once these definitions are in; the original stays as it is. */
export function extendContext(context: Context, entities: Iterable<Entity>): Context {
  const merged = new Map(context.entities);
  for (const entity of entities) merged.set(entity.id, entity);
  return { ...context, entities: merged, derived: new Map() };
}

/** Looks things up in the definitions once, until they change: folding asks the same questions over and over. */
export function derive<T>(context: Context, key: string, compute: () => T): T {
  const known = context.derived.get(key);
  if (known !== undefined || context.derived.has(key)) return known as T;
  const value = compute();
  context.derived.set(key, value);
  return value;
}

/** The same for one thing of a kind, by its id: asked for at every weighing, so that no key is put together. */
export function deriveFor<T>(context: Context, kind: string, id: string, compute: () => T): T {
  let mine = context.derived.get(kind) as Map<string, T> | undefined;
  if (!mine) context.derived.set(kind, (mine = new Map()));
  const known = mine.get(id);
  if (known !== undefined || mine.has(id)) return known as T;
  const value = compute();
  mine.set(id, value);
  return value;
}

/** True for facts that say something timeless; a changed one makes every earlier volume new. */
export function isTimeless(fact: Fact): boolean {
  return (
    fact.kind === 'defined' ||
    fact.kind === 'densityMeasured' ||
    (fact.kind === 'weighed' && (fact.purpose === 'empty' || fact.what === 'reference'))
  );
}

/**
 * Takes a timeless fact into the context. Call in order of recording.
 *
 * @returns true when something already known changed, so that what was folded before must be folded again
 */
export function learnContext(context: Context, fact: Fact): boolean {
  context.derived.clear();
  switch (fact.kind) {
    case 'defined': {
      const known = context.entities.get(fact.entity.id);
      context.entities.set(fact.entity.id, fact.entity);
      return known !== undefined && JSON.stringify(known) !== JSON.stringify(fact.entity);
    }
    case 'densityMeasured':
      context.densities.set(fact.inkId, {
        ...fact.density,
        u: widenForFew(fact.density.u, fact.points.length - 2),
        freedom: fact.points.length > 2 ? fact.points.length - 2 : null,
      });
      return true;
    case 'weighed':
      if (fact.purpose === 'empty' && fact.what === 'cartridge') {
        context.empties.set(fact.subjectId, fact.massG);
        return true;
      }
      if (fact.what === 'reference' && fact.nominalG && fact.massG.value > 0)
        context.spans.set(fact.subjectId, {
          factor: fact.nominalG / fact.massG.value,
          u: fact.massG.u / fact.massG.value,
          at: fact.at,
        });
      return false;
    default:
      return false;
  }
}

/** The entity of this kind and id, or undefined. */
export function find<K extends EntityKind>(
  context: Context,
  kind: K,
  id: string | undefined,
): EntityOf<K> | undefined {
  const entity = id === undefined ? undefined : context.entities.get(id);
  return entity?.entity === kind ? (entity as EntityOf<K>) : undefined;
}

/** All entities of one kind, in order of first definition. */
export function all<K extends EntityKind>(context: Context, kind: K): readonly EntityOf<K>[] {
  return derive(context, `all/${kind}`, () => {
    const found: EntityOf<K>[] = [];
    for (const entity of context.entities.values())
      if (entity.entity === kind) found.push(entity as EntityOf<K>);
    return found;
  });
}

export const settingsOf = (context: Context): Settings =>
  find(context, 'settings', 'settings') ?? DEFAULT_SETTINGS;

/** Density of an ink: measured, else as stated by its maker, else the prior of its class. */
export function densityOfInk(context: Context, ink: Ink | undefined): Uncertain {
  if (!ink) return DENSITY_PRIOR.pigment;
  return context.densities.get(ink.id) ?? ink.density ?? DENSITY_PRIOR[ink.inkClass];
}

export const inkOfBottle = (context: Context, bottleId: string): Ink | undefined =>
  find(context, 'ink', find(context, 'bottle', bottleId)?.inkId);

/** Price of a bottle's ink in minor units per ml; null when nobody knows what it cost. */
export const pricePerMl = (bottle: Bottle): number | null =>
  bottle.priceMinor === null ? null : bottle.priceMinor / bottle.volumeMl;

export interface Body {
  readonly cartridge: Cartridge;
  readonly type: CartridgeType;
  /** Own weighed empty mass, else the type's with its larger u. */
  readonly emptyG: Uncertain;
  readonly emptyIsOwn: boolean;
  readonly maxG: number;
}

/** A cartridge with its type and the masses that hold for it; undefined when either is not in the workbook. */
export function bodyOf(context: Context, cartridgeId: string): Body | undefined {
  return deriveFor(context, 'bodies', cartridgeId, () => findBody(context, cartridgeId));
}

/** Bodies of one kind scatter by about this u; beyond three of them it is no scatter. */
const OTHER_BODY_U = 3;

function findBody(context: Context, cartridgeId: string): Body | undefined {
  const cartridge = find(context, 'cartridge', cartridgeId);
  const type = find(context, 'cartridgeType', cartridge?.typeId);
  if (!cartridge || !type) return undefined;
  const own = context.empties.get(cartridgeId) ?? cartridge.emptyG;
  const emptyG = own ?? { value: type.emptyG.value, u: Math.max(type.emptyG.u, TYPE_EMPTY_U_G) };
  const shiftG = own ? own.value - type.emptyG.value : 0;
  // So far from its kind's, its own empty mass says that the kind's masses are another body's: it holds as much above its own.
  const other = Math.abs(shiftG) > OTHER_BODY_U * TYPE_EMPTY_U_G;
  return {
    cartridge,
    type: other ? { ...type, emptyG: own!, fullG: type.fullG + shiftG, maxG: type.maxG + shiftG } : type,
    emptyG,
    emptyIsOwn: own !== null && own !== undefined,
    maxG: Math.min(type.maxG + (other ? shiftG : 0), cartridge.maxG ?? Infinity),
  };
}

/** The printer and slot that this cartridge belongs to, or whose shade and class it takes, for prices and comparisons when it stands on the shelf. */
export function slotFor(
  context: Context,
  cartridge: Cartridge,
): { printer: Printer; slot: Printer['slots'][number] } | undefined {
  return deriveFor(context, 'slots', cartridge.id, () => findSlot(context, cartridge));
}

/** Does a slot print the shades that a cartridge holds, chamber by chamber? */
export const isForShades = (
  slot: { readonly shades: readonly string[] },
  { shades }: Pick<Cartridge, 'shades'>,
): boolean => slot.shades.length === shades.length && slot.shades.every((shade, i) => shade === shades[i]);

function findSlot(
  context: Context,
  cartridge: Cartridge,
): { printer: Printer; slot: Printer['slots'][number] } | undefined {
  const own = find(context, 'printer', cartridge.printerId ?? undefined);
  for (const printers of own ? [[own], all(context, 'printer')] : [all(context, 'printer')])
    // Someone may run another class of ink in a printer: then the shade alone decides.
    for (const strict of [true, false])
      for (const printer of printers) {
        const slot = printer.slots.find(
          (s) => isForShades(s, cartridge) && (!strict || s.inkClass === cartridge.inkClass),
        );
        if (slot) return { printer, slot };
      }
  return undefined;
}

/** True when the ink's density was measured here: its error is its own, not its maker's. */
export const isMeasured = (context: Context, inkId: string): boolean => context.densities.has(inkId);

/** By how many points more than it needs an ink's density was fitted; null: it was stated, or not measured. */
export const densityFreedom = (context: Context, inkId: string): number | null =>
  context.densities.get(inkId)?.freedom ?? null;
