export { makeChance, type Chance } from './random';
export * from './studio';
