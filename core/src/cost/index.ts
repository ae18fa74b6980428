export { singleChanges, type ChannelUse } from './singleChanges';
export {
  MONTH_MS,
  priceOfEntry,
  printerCost,
  type ChannelCost,
  type CostPart,
  type PrinterCost,
  type Sum,
} from './printerCost';
export { meanPrint, perDm2, printCost, type PrintCost } from './printCost';
export { printedIn, type PrintedArea } from './printedIn';
