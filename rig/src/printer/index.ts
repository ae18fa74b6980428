export {
  SimulatedPrinter,
  type PanelKey,
  type PrinterSetting,
  type SimulatedCartridge,
} from './SimulatedPrinter';
export { SIMULATED_NINE } from './nine';
export { Resetter, type ResetterLight } from './Resetter';
export { FloatSensor, type FloatFault } from './FloatSensor';
export { answerIpp, keepJob, type IppDesk, type IppJob } from './answerIpp';
