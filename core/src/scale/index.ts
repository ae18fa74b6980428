export { parseScaleLine, type ScaleReading } from './parseScaleLine';
export { parseHidWeight } from './parseHidWeight';
export { parseWeightMeasurement } from './parseWeightMeasurement';
export { settle, type TimedMass } from './settle';
