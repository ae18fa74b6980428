export { makeChance, type Chance } from './random';
export * from './scale';
export * from './studio';
