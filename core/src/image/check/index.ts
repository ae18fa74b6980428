export { fieldPicture } from './fieldPicture';
export { parseCheckLayout, type LayoutProblem } from './parseCheckLayout';
export { findFrames, type FrameFound } from './findFrames';
export { type Frame } from './frame';
export { centreOf } from './lineAt';
export { readCheck, type CheckChannel, type ReadCheck } from './readCheck';
export { type CheckGap, type GapKind } from './readLines';
export { layoutFrom } from './layoutFrom';
