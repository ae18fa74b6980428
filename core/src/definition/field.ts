import { SHADES, type Entity, type EntityKind, type EntityOf } from '../workbook';
import type { QuantityKind } from '../quantity';

/** What a figure of a definition is counted in; a `share` is typed in percent and kept as a fraction. */
export type FieldUnit = 'g' | 'ml' | 'g/ml' | 'mm' | 'months' | 'days' | 'minutes' | '%' | 'share' | '';

/** One field of a definition: what it is called, what may stand in it, and what no such thing has. */
export interface Field {
  readonly label: string;
  readonly as: 'text' | 'money' | 'flag' | 'choice' | 'thing' | 'shares' | 'number' | 'figure';
  readonly unit?: FieldUnit;
  /** Of a choice: its codes in the order they are offered in, each with its name. */
  readonly names?: Readonly<Record<string, string>>;
  /** Of a thing: which kind of definition it points at. */
  readonly thing?: EntityKind;
  /** What an empty choice says. */
  readonly none?: string;
  readonly help?: string;
  /** What such a thing has at least and at most; beyond it a decimal mark slipped. Of a figure: of its value. */
  readonly bounds?: readonly [least: number, most: number];
  /** Its uncertainty at most. */
  readonly mostU?: number;
}

type Leaf = string | number | boolean;
interface Figure {
  value: number;
  u: number;
}
/** Keys from a definition down, with a dot between and * for each of a list; a value with its uncertainty is one. */
type PathOf<T> = T extends Leaf | Figure
  ? never
  : T extends readonly (infer I)[]
    ? I extends Leaf
      ? '*'
      : `*.${PathOf<I>}`
    : {
        [K in keyof T & string]: string extends K
          ? never
          : NonNullable<T[K]> extends Leaf | Figure
            ? K
            : NonNullable<T[K]> extends readonly number[]
              ? K
              : `${K}.${PathOf<NonNullable<T[K]>>}`;
      }[keyof T & string];

/** The fields of one kind of definition, in the order in which they are asked for. */
export type FieldTable<K extends EntityKind> = Readonly<Partial<Record<PathOf<EntityOf<K>>, Field>>>;
/** The tables of several kinds. */
export type FieldTables<K extends Entity['entity']> = { readonly [P in K]: FieldTable<P> };

type More = Omit<Field, 'label' | 'as'>;
export const text = (label: string, more: More = {}): Field => ({ label, as: 'text', ...more });
export const money = (label: string, part: Pick<Field, 'help'> = {}): Field => ({
  label,
  as: 'money',
  ...part,
});
export const flag = (label: string): Field => ({ label, as: 'flag' });
export const shares = (label: string, more: More = {}): Field => ({ label, as: 'shares', ...more });
export const choice = (label: string, names: Readonly<Record<string, string>>, more: More = {}): Field => ({
  label,
  as: 'choice',
  names,
  ...more,
});
export const thing = (label: string, kind: EntityKind, more: More = {}): Field => ({
  label,
  as: 'thing',
  thing: kind,
  ...more,
});
export const number = (label: string, unit: FieldUnit, more: More = {}): Field => ({
  label,
  as: 'number',
  unit,
  ...more,
});
/** A value with its uncertainty. */
export const figure = (label: string, unit: FieldUnit, more: More = {}): Field => ({
  label,
  as: 'figure',
  unit,
  ...more,
});

export const SHADE_NAMES: Readonly<Record<string, string>> = Object.fromEntries(
  SHADES.map((shade) => [shade, shade]),
);

const KINDS: Partial<Record<FieldUnit, QuantityKind>> = {
  g: 'mass',
  ml: 'volume',
  'g/ml': 'density',
  mm: 'length',
  '%': 'percent',
  share: 'percent',
};
/** How a person may write what stands in it. */
export const quantityKind = ({ unit = '' }: Pick<Field, 'unit'>): QuantityKind => KINDS[unit] ?? 'plain';

/** Its name, with the unit that it is typed in. */
export const labelWithUnit = ({ label, unit = '' }: Pick<Field, 'label' | 'unit'>): string =>
  unit === '' ? label : `${label}, ${unit === 'share' ? '%' : unit}`;
