export * from './vocabulary';
export * from './defaults';
export * from './schema';
export { compareFacts } from './compareFacts';
export { makeStamp, type Clock } from './makeStamp';
export { mergeFacts, type Merge } from './mergeFacts';
export { MAX_FILE_BYTES, parseWorkbook, type FileProblem } from './parseWorkbook';
export { serializeWorkbook } from './serializeWorkbook';
