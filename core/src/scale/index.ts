export { parseScaleLine, type ScaleReading } from './parseScaleLine';
export { settle, type TimedMass } from './settle';
