export { simulateStudio } from './simulateStudio';
export type { PrinterScenario, StudioScenario, Truth } from './scenario';
