export { migrate, reviveFacts } from './migrate';
