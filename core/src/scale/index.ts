export { parseScaleLine, type ScaleReading } from './parseScaleLine';
export { parseHidWeight } from './parseHidWeight';
export { parseWeightMeasurement } from './parseWeightMeasurement';
export { settle, type TimedMass } from './settle';
export { parseDisplay, type DisplayUnit } from './parseDisplay';
export { NOT_YET, takeByItself, type Waiting } from './takeByItself';
