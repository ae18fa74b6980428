export { Meeting, type Effects, type Peer, type Side } from './Meeting';
export { MEETING_VERSION, type Message } from './message';
export { isLaterHand, type Hand } from './hand';
