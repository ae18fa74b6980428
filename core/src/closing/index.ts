export { closeBefore, type Closing } from './closeBefore';
export { tooFewSince } from './tooFewSince';
