export { toCsv, type CsvTable } from './toCsv';
