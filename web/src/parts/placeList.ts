export interface Place {
  readonly to: string;
  readonly name: string;
  /** Goes there after `g`. */
  readonly key: string;
  /** Addresses of its leaves that are not below its own. */
  readonly also?: readonly string[];
}

/** The places by what one does there, as they stand at the head of the page. */
export const GROUPS: readonly { readonly name: string; readonly places: readonly Place[] }[] = [
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
      { to: '/bench', name: 'Bench', key: 'b', also: ['/prepare', '/rotate'] },
      { to: '/weigh-in', name: 'Weigh-in', key: 'i', also: ['/gauge', '/past/masses'] },
    ],
  },
  {
    name: 'printing',
    places: [
      { to: '/prints', name: 'Prints', key: 'p', also: ['/past/prints'] },
      { to: '/checks', name: 'Checks', key: 'h', also: ['/shades'] },
    ],
  },
  { name: 'ink', places: [{ to: '/inks', name: 'Inks', key: 'k' }] },
  { name: 'money', places: [{ to: '/cost', name: 'Cost', key: 'c' }] },
  { name: 'keep', places: [{ to: '/workbook', name: 'Workbook', key: 'o', also: ['/set-up', '/labels'] }] },
];

/** Leaves of a place whose address is their own. */
export const BENCH_LEAVES = [
  ['/bench', 'Refill'],
  ['/prepare', 'Prepare and convert'],
  ['/rotate', 'One set for the other'],
] as const;
export const WEIGH_IN_LEAVES = [
  ['/weigh-in', 'By weight'],
  ['/gauge', 'What the gauge says'],
  ['/past/masses', 'Weights from paper'],
] as const;
export const CHECK_LEAVES = [
  ['/checks', 'Nozzles'],
  ['/shades', 'Shades'],
] as const;

/** All that a key leads to: the places, and what stands behind them. */
export const PLACES: readonly Place[] = [
  ...GROUPS.flatMap(({ places }) => places),
  { to: '/prepare', name: 'Prepare', key: 'e' },
  { to: '/gauge', name: 'Gauge', key: 'u' },
  { to: '/shades', name: 'Shades', key: 's' },
  { to: '/rig', name: 'Rig', key: 'g' },
];
