export { ABERLANW } from './aberlanw';
export { DEMO_SEED, makeDemo } from './makeDemo';
