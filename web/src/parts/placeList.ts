/** The places, in the order in which they stand at the head of the page. */
export const PLACES = [
  { to: '/', name: 'Rack', key: 'r' },
  { to: '/bench', name: 'Bench', key: 'b' },
  { to: '/weigh-in', name: 'Weigh-in', key: 'i' },
  { to: '/gauge', name: 'Gauge', key: 'u' },
  { to: '/prepare', name: 'Prepare', key: 'e' },
  { to: '/prints', name: 'Prints', key: 'p' },
  { to: '/checks', name: 'Checks', key: 'h' },
  { to: '/inks', name: 'Inks', key: 'k' },
  { to: '/shades', name: 'Shades', key: 's' },
  { to: '/cost', name: 'Cost', key: 'c' },
  { to: '/plan', name: 'Plan', key: 'l' },
  { to: '/rig', name: 'Rig', key: 'g' },
  { to: '/workbook', name: 'Workbook', key: 'o' },
] as const;
