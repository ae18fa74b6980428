export { explain, type Problem } from './explain';
export * from './names';
