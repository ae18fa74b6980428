export { readDisplay, type DisplayRead } from './readDisplay';
