export * from './bench';
export * from './context';
export * from './run';
export { knownRoom } from './knownRoom';
export { greyProfile, inkTableProfile, swappedMatrixProfile, swappedTableProfile } from './colourProfile';
export { BODY_INPUT, channelInput, SET_UP_INPUT } from './setUpInput';
export { between } from './between';
