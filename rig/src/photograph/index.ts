export { NINE_LAYOUT } from './nineLayout';
export { photographCheck, type PhotographOptions } from './photographCheck';
