export { createApp, type AppOptions } from './createApp';
export { askPrinter, type BridgeAnswer, type BridgedPrinter } from './bridge';
export { readPrinters } from './readPrinters';
export { makeSimulator, type Simulator } from './simulator';
