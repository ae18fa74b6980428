export { DEFINITION_FIELDS, fieldAt } from './fields';
export { labelWithUnit, quantityKind, type Field, type FieldUnit } from './field';
export { emptyMeans, type Emptiness } from './emptyMeans';
export { entityBounds, type OutOfBounds } from './entityBounds';
export { labelOf } from './labelOf';
export { valueAt } from './valueAt';
export * from './names';
