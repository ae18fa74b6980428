export { ColourCount } from './ColourCount';
export { demandPicture } from './demandPicture';
export { FULL_ML_PER_DM2, imageDemand, type ChannelDemand } from './imageDemand';
export { nearestSubject, type NearSubject } from './nearestSubject';
export { profileColours, profileDescription } from './profileDescription';
export { linearLight, RGB_SPACES, spaceOfProfile, type RgbSpace } from './rgbSpace';
export { separate } from './separate';
export { type MeasuredPicture, type PictureProblem } from './picture';
export * from './check';
