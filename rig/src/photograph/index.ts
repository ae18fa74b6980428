export { displayAt, gradedDisplay } from './gradedDisplay';
export { gradedPhotograph, GRADES, type Grade } from './gradedPhotograph';
export { NINE_LAYOUT } from './nineLayout';
export { photographCheck, type OddLine, type PhotographOptions } from './photographCheck';
export { photographDisplay, type DisplayKind, type DisplayOptions } from './photographDisplay';
