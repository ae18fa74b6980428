export { atOnce } from './atOnce';
export { GRAMS_PER_OUNCE, type Estimate, type Source, type Uncertain } from './types';
export { fail, ok, type Result } from './result';
export { parseQuantity, type ParsedQuantity, type QuantityKind, type QuantityProblem } from './parseQuantity';
export { parseMoney, type MoneyProblem } from './parseMoney';
export { scaleUncertainty } from './scaleUncertainty';
export { inkByMass } from './inkByMass';
export { decimalsFor, formatUncertain } from './formatUncertain';
export { formatMoney, minorPerMajor } from './formatMoney';
