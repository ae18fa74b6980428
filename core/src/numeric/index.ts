export { normalQuantile } from './normalQuantile';
export { normalDraw } from './normalDraw';
export { quantileOf } from './quantileOf';
export { seeded } from './seeded';
export { COVERAGE, ONE_SIDED } from './coverage';
export { widenForFew } from './widenForFew';
export { studentT } from './studentT';
export { normalCdf } from './normalCdf';
export { largestCount } from './largestCount';
