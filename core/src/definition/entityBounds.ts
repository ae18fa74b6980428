import type { Entity } from '../workbook';
import type { Field, FieldUnit } from './field';
import { DEFINITION_FIELDS } from './fields';
import { valueAt } from './valueAt';

/** A figure of a definition that no such thing has. */
export interface OutOfBounds {
  /** Keys from the entity down, with a dot between. */
  readonly path: string;
  /** What it is called where it is asked for. */
  readonly label: string;
  readonly value: number;
  readonly least: number;
  readonly most: number;
  readonly unit: FieldUnit;
}

/**
 * Figures of a definition beyond what such a thing can have: asked for again where they were typed. A file that holds them is
 * read all the same.
 *
 * @returns nothing where all are within their bounds
 */
export function entityBounds(entity: Entity): OutOfBounds[] {
  return Object.entries(DEFINITION_FIELDS[entity.entity]).flatMap(([path, field]) =>
    boundsOf(path, field).flatMap(([at, least, most]): OutOfBounds[] => {
      const value = valueAt(entity, at);
      return typeof value === 'number' && (value < least || value > most)
        ? [
            {
              path: at,
              label: at.endsWith('.u') ? `${field.label}, its ±` : field.label,
              value,
              least,
              most,
              unit: field.unit ?? '',
            },
          ]
        : [];
    }),
  );
}

function boundsOf(path: string, { as, bounds, mostU }: Field): [path: string, least: number, most: number][] {
  if (!bounds) return [];
  if (as !== 'figure') return [[path, ...bounds]];
  return [
    [`${path}.value`, ...bounds],
    ...(mostU === undefined ? [] : [[`${path}.u`, 0, mostU] satisfies [string, number, number]]),
  ];
}
