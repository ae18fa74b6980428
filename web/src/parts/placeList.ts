/** The places by what one does there, as they stand at the head of the page. */
export const GROUPS = [
  {
    name: 'now',
    places: [
      { to: '/', name: 'Rack', key: 'r' },
      { to: '/plan', name: 'Plan', key: 'l' },
    ],
  },
  {
    name: 'at the bench',
    places: [
      { to: '/bench', name: 'Bench', key: 'b' },
      { to: '/weigh-in', name: 'Weigh-in', key: 'i' },
      { to: '/prepare', name: 'Prepare', key: 'e' },
      { to: '/gauge', name: 'Gauge', key: 'u' },
    ],
  },
  {
    name: 'printing',
    places: [
      { to: '/prints', name: 'Prints', key: 'p' },
      { to: '/checks', name: 'Checks', key: 'h' },
    ],
  },
  {
    name: 'colour',
    places: [
      { to: '/inks', name: 'Inks', key: 'k' },
      { to: '/shades', name: 'Shades', key: 's' },
    ],
  },
  { name: 'money', places: [{ to: '/cost', name: 'Cost', key: 'c' }] },
  {
    name: 'keep',
    places: [
      { to: '/workbook', name: 'Workbook', key: 'o' },
      { to: '/rig', name: 'Rig', key: 'g' },
    ],
  },
] as const;

/** All of them, in that order. */
export const PLACES = GROUPS.flatMap(({ places }): readonly Place[] => places);

export interface Place {
  readonly to: string;
  readonly name: string;
  /** Goes there after `g`. */
  readonly key: string;
}
