export { dueItems, type DueCode, type DueItem } from './dueItems';
