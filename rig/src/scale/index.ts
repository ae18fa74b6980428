export { SimulatedScale, SOUND_SCALE, type ScaleFaults } from './SimulatedScale';
