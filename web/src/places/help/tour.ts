/** The demo in five minutes: where to go, and what to look at there. */
export const TOUR: readonly { readonly to: string; readonly look: string }[] = [
  {
    to: '/',
    look: 'The Rack: what is really in each cartridge by its mass, beside what the printer’s gauge claims, and the one thing that each asks for. Ask on the right whether a job can be printed.',
  },
  {
    to: '/bench',
    look: 'The Bench: choose what to refill, and it leads through it: how much, where the needle goes, when to stop by the scale. Anything that looks wrong has its own way on.',
  },
  {
    to: '/weigh-in',
    look: 'The weigh-in: a number and Enter for each. A whole set that fell more than the log says is noticed, and what would explain it is offered.',
  },
  {
    to: '/prints',
    look: 'Prints: they log themselves from the print system, or by one key. What each job took and cost stands in the log; what each kind of picture takes was learnt from the weigh-ins.',
  },
  {
    to: '/plan',
    look: 'The Plan: which channel comes to its reserve first and when, in which order to print what waits, and, a leaf on, which way of changing cartridges wastes least.',
  },
  {
    to: '/cost',
    look: 'The Cost: what a print really costs with all that never reaches paper, against originals, and when the kit is paid back.',
  },
  {
    to: '/checks',
    look: 'Checks: nozzles that fail again and again are named, by hand or from a photograph of the check.',
  },
  {
    to: '/workbook',
    look: 'The Workbook: everything is an entry in a log that is yours. Export it, and open your own beside the demo.',
  },
];
