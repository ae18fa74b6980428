import { all, type LogSnapshot } from '@hiraeth/core/ledger';
import { GLOSSARY, lotName } from '@hiraeth/core/words';
import { PLACES } from '../placeList';

/** Something that can be found, and where it stands. */
export interface Findable {
  readonly id: string;
  readonly name: string;
  /** What it is, in a few words. */
  readonly what: string;
  /** Said of it, and looked into too. */
  readonly also: string;
  readonly to: string;
}

/** What one comes to do, where it is done, and other words for it. */
const DOINGS: readonly (readonly [name: string, to: string, also: string])[] = [
  ['Refill a cartridge', '/bench', 'top up fill add ink'],
  ['Weigh all of a printer', '/weigh-in', 'weigh-in mass scale'],
  ['Log a print', '/prints', 'printed job edition'],
  ['Plan a job, or an edition', '/prints', 'to print queue'],
  ['Log a head cleaning', '/prints', 'cleaned'],
  ['Take in a print log', '/prints', 'import jobs page log csv'],
  ['What each print cost', '/prints/log', 'price of a print'],
  ['Buy a bottle of ink', '/inks', 'bought lot purchase'],
  ['Weigh a bottle', '/inks', 'left in it'],
  ['Measure a density', '/inks/densities', 'g/ml syringe'],
  ['Enter a kit, chips or other costs', '/cost', 'bought purchase'],
  ['Price an edition', '/cost/edition', 'quote promise'],
  ['What if prices change', '/cost/what-if', 'scenario saving'],
  ['Cost by month, and since last month', '/cost/months', 'table csv changed waste'],
  ['What to order', '/plan/orders', 'buy stock'],
  ['What is due', '/plan', 'next calendar'],
  ['When each channel is empty', '/plan/ahead', 'reserve forecast months'],
  ['Ways of changing cartridges', '/plan/ways', 'policy second set dose'],
  ['Look at a nozzle check', '/checks', 'gap lines missing photograph'],
  ['Compare shades', '/shades', 'patches profile delta'],
  ['What the printer’s gauge says', '/gauge', 'reading low empty chip reset'],
  ['One set for the other', '/rotate', 'rotate swap change'],
  ['Dilute, flush or convert a cartridge', '/prepare', 'rinse dry another ink'],
  ['A printer that was sold, or is broken', '/workbook/things', 'out of use retire remove'],
  ['Export or open a workbook', '/workbook', 'backup file save import'],
  ['Another workbook, or one put away', '/workbook/books', 'print room new archive empty switch'],
  ['Correct what is owned', '/workbook/things', 'printer type cartridge scale defaults settings'],
  ['Take back an entry', '/workbook/log', 'undo mistake history'],
  ['Set up a printer', '/set-up', 'new begin'],
  ['Print labels', '/labels', 'codes scan'],
  ['Enter weights from paper', '/past/masses', 'past history'],
  ['Enter fills from paper', '/past/fills', 'past history'],
  ['Enter prints from paper', '/past/prints', 'past history'],
  ['Quick cards for the wall', '/cards', 'print help'],
  ['Practise on simulated devices', '/rig', 'rehearse'],
];

/** All that this workbook has a name for: what can be done, places, what is owned, prints, and words of the field. */
export function findables(ledger: LogSnapshot): Findable[] {
  const { context } = ledger;
  const found: Findable[] = DOINGS.map(([name, to, also], i) => ({
    id: `do ${i}`,
    name,
    what: 'do',
    also,
    to,
  }));
  for (const { to, name } of PLACES) found.push({ id: `place ${to}`, name, what: 'place', also: '', to });
  for (const printer of all(context, 'printer'))
    found.push({
      id: `printer ${printer.id}`,
      name: printer.name,
      what: 'printer',
      also: printer.slots.map((slot) => slot.name).join(' '),
      // What is left of one that is out of use is its past.
      to: `${ledger.state.printers.get(printer.id)?.retired ? '/cost' : '/'}?printer=${printer.id}`,
    });
  for (const cartridge of all(context, 'cartridge')) {
    const about = [...cartridge.shades, cartridge.set && `set ${cartridge.set}`].filter(Boolean).join(' ');
    found.push(
      {
        id: `cartridge ${cartridge.id}`,
        name: cartridge.label,
        what: 'cartridge',
        also: about,
        to: `/cartridge/${cartridge.id}`,
      },
      {
        id: `refill ${cartridge.id}`,
        name: `Refill ${cartridge.label}`,
        what: 'do',
        also: `${about} top up weigh`,
        to: `/bench?cartridge=${cartridge.id}`,
      },
    );
  }
  for (const ink of all(context, 'ink'))
    found.push({ id: `ink ${ink.id}`, name: ink.name, what: 'ink', also: ink.shade, to: '/inks' });
  for (const bottle of all(context, 'bottle'))
    found.push({
      id: `bottle ${bottle.id}`,
      name: `Lot ${bottle.lot || 'without a name'}`,
      what: 'bottle',
      also: lotName(ledger, bottle.id),
      to: '/inks',
    });
  for (const paper of all(context, 'paper'))
    found.push({
      id: `paper ${paper.id}`,
      name: paper.name,
      what: 'paper',
      also: '',
      to: '/workbook/things',
    });
  const titles = new Map<string, string>();
  for (const fact of ledger.facts)
    if (fact.kind === 'printed' || fact.kind === 'jobPlanned') titles.set(fact.title, 'print');
    else if (fact.kind === 'editionPriced') titles.set(fact.name, 'edition');
  for (const [title, what] of titles)
    found.push({
      id: `print ${title}`,
      name: title,
      what,
      also: '',
      to: `/prints/log?find=${encodeURIComponent(title)}`,
    });
  for (const [key, { word, meaning }] of Object.entries(GLOSSARY))
    found.push({ id: `word ${key}`, name: word, what: 'word', also: meaning, to: `/words#${key}` });
  return found;
}
