import {
  INK_CLASSES,
  SHADES,
  TYPED_MASS_U_G,
  type CartridgeType,
  type Entity,
  type Printer,
} from '@hiraeth/core/workbook';
import { CLASS_NAMES } from '@hiraeth/core/words';
import { optionsOf } from '../fields';
import type { QuantityKind } from '@hiraeth/core/quantity';

/** One field of a definition: where it stands, how it is typed. */
export interface FieldSpec {
  /** Keys from the entity down, with a dot between. */
  readonly path: string;
  readonly label: string;
  readonly as: 'text' | 'money' | 'choice' | 'flag' | QuantityKind;
  readonly choices?: readonly { readonly value: string; readonly label: string }[];
  /** An empty field is stored as null. */
  readonly optional?: boolean;
  /** What an empty field means while the one it belongs to is filled: a weight's usual doubt need not be typed. */
  readonly usual?: number;
  /** May be left empty while the rest of its group is filled; then it is not stored. */
  readonly extra?: boolean;
  readonly help?: string;
  /** Stored in other units than typed: percent as a fraction. */
  readonly per?: number;
  /** Heading of the group that begins here. */
  readonly group?: string;
}

/** What else is owned, for fields that point at it. */
export interface Owned {
  readonly printers: readonly Printer[];
  readonly types: readonly CartridgeType[];
  readonly subjects: readonly { readonly id: string; readonly name: string }[];
  readonly papers: readonly { readonly id: string; readonly name: string }[];
}

/** The fields of each kind of definition. */
export type FieldTable<K extends Entity['entity']> = {
  readonly [P in K]: (entity: Extract<Entity, { entity: P }>, owned: Owned) => FieldSpec[];
};

/** As a list offers them. */
export const named = (things: readonly { readonly id: string; readonly name: string }[]) =>
  things.map(({ id, name }) => ({ value: id, label: name }));

/** A figure, and what it is uncertain by. */
export const uncertainFields = (
  path: string,
  label: string,
  as: QuantityKind,
  optional = false,
  group?: string,
): FieldSpec[] => [
  { path: `${path}.value`, label, as, ...(optional ? { optional } : {}), ...(group ? { group } : {}) },
  {
    path: `${path}.u`,
    label: '± one standard deviation of it',
    as,
    ...(optional ? { optional } : {}),
    ...(as === 'mass' ? { usual: TYPED_MASS_U_G, help: `Empty: ${TYPED_MASS_U_G} g, as weighed once` } : {}),
  },
];

export const shades = optionsOf(SHADES);
export const classes = optionsOf(INK_CLASSES, CLASS_NAMES);
