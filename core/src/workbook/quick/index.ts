export { isPlain, type Plain } from './isPlain';
