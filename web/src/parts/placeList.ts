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

/**
 * The leaves of a place, the answer first and what one thinks over behind it: address (below the place's own, or one of its
 * own) and name.
 */
export const LEAVES = {
  '/plan': [
    ['', 'Next'],
    ['ahead', 'Months ahead'],
    ['ways', 'Ways of changing'],
    ['weighing', 'When to weigh'],
  ],
  '/bench': [
    ['', 'Refill'],
    ['/prepare', 'Prepare and convert'],
    ['/rotate', 'One set for the other'],
  ],
  '/weigh-in': [
    ['', 'By weight'],
    ['/gauge', 'What the gauge says'],
    ['/past/masses', 'Weights from paper'],
  ],
  '/prints': [
    ['', 'To print, and printed'],
    ['log', 'The log'],
    ['takes', 'What it takes'],
  ],
  '/checks': [
    ['', 'Nozzles'],
    ['/shades', 'Shades'],
  ],
  '/inks': [
    ['', 'Stock'],
    ['densities', 'Densities and squeezes'],
  ],
  '/cost': [
    ['', 'A print'],
    ['sums', 'The sums'],
    ['where', 'Where it goes'],
    ['months', 'Months'],
    ['subjects', 'By kind'],
    ['edition', 'Price an edition'],
    ['what-if', 'What if'],
  ],
  '/workbook': [
    ['', 'Files'],
    ['books', 'Workbooks'],
    ['things', 'What is owned'],
    ['log', 'Every entry'],
    ['devices', 'Another device'],
  ],
} as const;
export type WithLeaves = keyof typeof LEAVES;

/** Where a leaf of a place stands. */
export const leafAddress = (of: string, to: string): string =>
  to === '' || to.startsWith('/') ? to || of : `${of}/${to}`;

/** All that a key leads to: the places, and what stands behind them. */
export const PLACES: readonly Place[] = [
  ...GROUPS.flatMap(({ places }) => places),
  { to: '/prepare', name: 'Prepare', key: 'e' },
  { to: '/gauge', name: 'Gauge', key: 'u' },
  { to: '/shades', name: 'Shades', key: 's' },
  { to: '/rig', name: 'Rig', key: 'g' },
];
