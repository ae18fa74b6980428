export { toCsv, type CsvTable } from './toCsv';
export { quoteCsv } from './quoteCsv';
export { monthsCsv } from './monthsCsv';
export { dueCalendar } from './dueCalendar';
