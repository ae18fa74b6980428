export {
  addExposure,
  drewInk,
  imageExposure,
  jobExposure,
  NO_EXPOSURE,
  timesExposure,
  type Exposure,
  type SubjectArea,
} from './exposure';
export {
  clipStretch,
  exposureDuring,
  positionAt,
  type Drawing,
  cleaningsWithin,
  type ByItself,
  type Stretch,
  type Timeline,
} from './timeline';
export { append, emptyLog, lengthAlone, listOf, type Log } from './log';
