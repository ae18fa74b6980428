export {
  headHealth,
  type ChannelHealth,
  type ChannelState,
  type CleaningEffect,
  type HeadHealth,
} from './headHealth';
export { headAdvice, type HeadAct, type HeadAdvice, type HeadOption, type HeadReason } from './headAdvice';
export { isFaintIn } from './isFaintIn';
export { readGaps, type ChannelLook, type GapProblem } from './readGaps';
export { TROUBLES, troubleCauses, type CauseFound, type Trouble, type TroubleCause } from './troubleCauses';
