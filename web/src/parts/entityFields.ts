import type { Entity } from '@hiraeth/core/workbook';
import { cartridgeFields } from './entity/cartridgeFields';
import type { FieldSpec, FieldTable, Owned } from './entity/fieldSpec';
import { printerFields } from './entity/printerFields';
import { roomFields } from './entity/roomFields';

const FIELDS: FieldTable<Entity['entity']> = { ...printerFields, ...cartridgeFields, ...roomFields };

/** Every field that a person may correct, by kind of definition. */
export const fieldsOf = (entity: Entity, owned: Owned): FieldSpec[] =>
  (FIELDS[entity.entity] as (entity: Entity, owned: Owned) => FieldSpec[])(entity, owned);
