export {
  cartridgeView,
  meanSheet,
  slotView,
  type CartridgeView,
  type NextAction,
  type SlotView,
  type Urgency,
} from './slotView';
export { canPrint, type JobForecast } from './canPrint';
export { emptyAt, type CartridgeEmptyAt } from './emptyAt';
export { gaugeAdvice, type AdviceCode, type GaugeAdvice } from './gaugeAdvice';
