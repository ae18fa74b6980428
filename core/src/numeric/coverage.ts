/** Coverage factor for an expanded uncertainty at about 95 % (GUM 6.3.3). */
export const COVERAGE = 1.96;

/** One-sided 95 %: what is surely there, or surely not exceeded; two-sided, it holds 90 %. */
export const ONE_SIDED = 1.645;
