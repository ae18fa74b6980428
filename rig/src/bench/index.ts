export { consequences, rehearsedMass, type Consequence, type Where } from './consequences';
export { IF_IGNORED } from './ifIgnored';
