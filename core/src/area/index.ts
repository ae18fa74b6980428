export { areaDm2 } from './areaDm2';
