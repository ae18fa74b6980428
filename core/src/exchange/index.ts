export { toCsv, type CsvTable } from './toCsv';
export { monthsCsv } from './monthsCsv';
export { dueCalendar } from './dueCalendar';
