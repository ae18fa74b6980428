export { fieldPicture } from './fieldPicture';
export { parseCheckLayout, type LayoutProblem } from './parseCheckLayout';
export { findCorners } from './findCorners';
export { inverted, mapped, squareTo, type Corners, type Homography, type Point } from './homography';
export { shrunk, type Photo } from './photo';
export { centreOf, readCheck, type CheckChannel, type CheckGap, type ReadCheck } from './readCheck';
export { layoutFrom } from './layoutFrom';
