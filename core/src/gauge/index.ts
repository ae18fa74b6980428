export { emptyAtReading, type EmptyAt } from './emptyAtReading';
