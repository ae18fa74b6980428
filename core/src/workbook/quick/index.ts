export { isPlain, type Plain } from './isPlain';
export { ULID } from './isUlid';
