export { deltaE, type Lab } from './deltaE';
export {
  parsePatches,
  patchesAsCgats,
  type Patch,
  type PatchNote,
  type PatchProblem,
  type ReadPatches,
} from './parsePatches';
export type { MeasuredUnder } from './measuredUnder';
export { mainLots } from './mainLots';
export {
  compareShades,
  MEASURE_NOISE,
  type PatchDifference,
  type ShadeComparison,
  type ShadeVerdict,
} from './compareShades';
export { shadeSeries, type ShadeSeries, type ShadeSet } from './shadeSets';
export { shadeHistory, type ShadeLook } from './shadeHistory';
export { shadeRamps, type ShadeRamp } from './shadeRamps';
export { reprofile, type Reprofile, type ReprofileReason } from './reprofile';
export { LINE_VOLUMES, lineMlOf, testPrint, type LineChange, type TestPrint } from './testPrint';
export { labColour } from './labColour';
