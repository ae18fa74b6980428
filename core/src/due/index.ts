export { dueItems, type DueItem } from './dueItems';
export type { DueCode } from './found';
