export { channelsTaught } from './channelsTaught';
export { toCsv, type CsvTable } from './toCsv';
export { useCsv } from './useCsv';
export { describePrinter, readDescription, type DescriptionProblem } from './printerDescription';
export { quoteCsv } from './quoteCsv';
export { monthsCsv } from './monthsCsv';
export { dueCalendar } from './dueCalendar';
