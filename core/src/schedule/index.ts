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
