export { makeChance, type Chance } from './random';
export * from './bench';
export * from './printer';
export * from './scale';
export * from './studio';
export * from './photograph';
