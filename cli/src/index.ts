export { EXIT, main } from './main';
