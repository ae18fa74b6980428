export { singleChanges, type ChannelUse } from './singleChanges';
export { printerCost, type ChannelCost, type PrinterCost, type Sum } from './printerCost';
export { subjectCost, type SubjectCost } from './subjectCost';
