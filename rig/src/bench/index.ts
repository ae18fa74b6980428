export { consequences, rehearsedMass, type Consequence, type Where } from './consequences';
