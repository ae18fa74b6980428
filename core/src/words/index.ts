export { explain, type Problem } from './explain';
export * from './names';
export { entityName, factWords } from './factWords';
