export {
  cartridgeView,
  meanSheet,
  slotView,
  type CartridgeView,
  type NextAction,
  type SlotView,
  type Urgency,
} from './slotView';
export { inkLasts, MONTH_MS, type InkSupply } from './inkLasts';
export { canPrint, type JobForecast } from './canPrint';
export { emptyAt, type CartridgeEmptyAt } from './emptyAt';
export { gaugeAdvice, type AdviceCode, type GaugeAdvice } from './gaugeAdvice';
