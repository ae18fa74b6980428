export { SimulatedScale, SOUND_SCALE, type ScaleFaults } from './SimulatedScale';
export { hidWeightReport, weightMeasurementValue } from './reports';
