/** Short cautions, shown at the step where they apply; their words stand in `words/cautionWords`. */
export const CAUTIONS = [
  'needle',
  'drill',
  'gloves',
  'children',
  'heat',
  'vacuum',
  'torch',
  'unplug',
  'waste',
  'warranty',
  'bag',
  'chip',
] as const;

export type Caution = (typeof CAUTIONS)[number];
