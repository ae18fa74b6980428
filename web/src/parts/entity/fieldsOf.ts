import {
  DEFINITION_FIELDS,
  emptyMeans,
  labelWithUnit,
  type Emptiness,
  type Field,
} from '@hiraeth/core/definition';
import { TYPED_MASS_U_G, type Entity } from '@hiraeth/core/workbook';
import { countIn, headOf, isShown, partUnder, type Owned, type Part } from './layout';

/** A field as it stands in the form of one thing. */
export interface FieldSpec extends Emptiness {
  /** Keys from the entity down, with a dot between. */
  readonly path: string;
  readonly label: string;
  readonly field: Field;
  readonly choices?: readonly { readonly value: string; readonly label: string }[];
  readonly help?: string;
  /** What an empty field means while the one it belongs to is filled: a weight's usual doubt need not be typed. */
  readonly usual?: number;
  /** Said above it: the one of a list that begins here. */
  readonly head?: string;
}

/** Fields that stand together; the first of them without a title. */
export interface FieldPart extends Partial<Part> {
  readonly fields: readonly FieldSpec[];
}

/**
 * Every field that a person may correct of a thing, in order and by parts: what `core/definition` says of its kind, laid out
 * for this one.
 *
 * @param owned what else there is, for fields that point at it
 */
export function fieldsOf(entity: Entity, owned: Owned): FieldPart[] {
  const rows = Object.entries(DEFINITION_FIELDS[entity.entity]).filter(([path]) =>
    isShown(entity, path, owned),
  );
  const first: FieldSpec[] = [];
  const parts: FieldPart[] = [];
  for (const key of new Set(rows.map(([path]) => keyOf(path)))) {
    const of = rows.filter(([path]) => keyOf(path) === key);
    // The fields of each one of a list stand together.
    const isList = of.some(([path]) => path.startsWith(`${key}.*`));
    const fields = Array.from({ length: isList ? countIn(entity, key, owned) : 1 }, (_, i) => {
      const head = headOf(entity, key, i);
      const [begin, ...rest] = of.flatMap(([path, field]) =>
        each(entity, path.replace('*', String(i)), owned).flatMap((at) => specsOf(entity, at, field, owned)),
      );
      return begin ? [head === undefined ? begin : { ...begin, head }, ...rest] : [];
    }).flat();
    const part = partUnder(entity, key);
    if (!part) first.push(...fields);
    else if (fields.length > 0) parts.push({ ...part, fields });
  }
  return [{ fields: first }, ...parts];
}

const keyOf = (path: string): string => path.split('.')[0]!;

/** A path for each of a list: as many as this thing has. */
function each(entity: Entity, path: string, owned: Owned): string[] {
  const star = path.indexOf('*');
  if (star < 0) return [path];
  return Array.from({ length: countIn(entity, path.slice(0, star - 1), owned) }, (_, i) => i).flatMap((i) =>
    each(entity, `${path.slice(0, star)}${i}${path.slice(star + 1)}`, owned),
  );
}

/** One that is typed, or two: a value and its uncertainty. */
function specsOf(entity: Entity, path: string, field: Field, owned: Owned): FieldSpec[] {
  const label = labelWithUnit(field);
  const { help } = field;
  const base = { path, label, field, ...emptyMeans(entity.entity, path), ...(help ? { help } : {}) };
  if (field.as !== 'figure')
    return [{ ...base, label: ofMany(entity, path, label, owned), ...choicesOf(field, owned, base.empty) }];
  const part = (key: 'value' | 'u') => ({
    ...base,
    path: `${path}.${key}`,
    ...emptyMeans(entity.entity, `${path}.${key}`),
  });
  return [
    part('value'),
    {
      ...part('u'),
      label: '± one standard deviation of it',
      ...(field.unit === 'g'
        ? { usual: TYPED_MASS_U_G, help: `Empty: ${TYPED_MASS_U_G} g, as weighed once` }
        : {}),
    },
  ];
}

/** Of several in one place each has its number. */
function ofMany(entity: Entity, path: string, label: string, owned: Owned): string {
  const [, list, at] = /^(.*)\.(\d+)$/.exec(path) ?? [];
  return list && countIn(entity, list, owned) > 1 ? `${label} ${Number(at) + 1}` : label;
}

function choicesOf(field: Field, owned: Owned, empty: Emptiness['empty']): Partial<FieldSpec> {
  const things = field.as === 'thing' ? (owned[field.thing as keyof Owned] ?? []) : null;
  if (!things && field.as !== 'choice') return {};
  const choices = things
    ? things.map(({ id, name }) => ({ value: id, label: name }))
    : Object.entries(field.names ?? {}).map(([value, label]) => ({ value, label }));
  const none = field.none !== undefined || empty !== 'needed';
  return { choices: none ? [{ value: '', label: field.none ?? 'not said' }, ...choices] : choices };
}
