export { simulateStudio } from './simulateStudio';
export type { PrinterScenario, StudioScenario, TrueDay, Truth } from './scenario';
export { CHART, simulateLooks, type LooksStory } from './simulateLooks';
