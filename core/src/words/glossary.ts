/** A word of the field, and what it means here: two sentences at most. */
export interface Entry {
  readonly word: string;
  readonly meaning: string;
}

/** The words that the interface uses without saying each time what they mean, in the order in which one meets them. */
export const GLOSSARY = {
  slot: {
    word: 'slot',
    meaning: 'A position in the printer’s bay. What it prints is its channel.',
  },
  shade: {
    word: 'shade',
    meaning:
      'The colourant: photo black, grey, light cyan and so on. Bottle, cartridge and slot must agree in it. With a photo black and a matte black, the paper decides which of them prints.',
  },
  construction: {
    word: 'construction',
    meaning:
      'How a cartridge is built inside: it decides where the ink goes in, what is shut meanwhile, and how it is primed.',
  },
  chamber: {
    word: 'chamber',
    meaning: 'A space for one ink in a body; a colour body has three.',
  },
  set: {
    word: 'set',
    meaning: 'One cartridge for each slot. With two sets, A prints while B is refilled.',
  },
  gauge: {
    word: 'gauge',
    meaning: 'What the chip claims: it counts what was printed and does not see ink.',
  },
  measuredInk: {
    word: 'measured ink',
    meaning: 'What the mass says: mass less empty mass, by the ink’s density.',
  },
  emptyMass: {
    word: 'empty mass',
    meaning: 'The cartridge empty and dry, with what it wears at each weighing. Also called tare.',
  },
  target: {
    word: 'target mass',
    meaning:
      'What the scale shows when the fill is done: all that its sections hold and this method reaches.',
  },
  reserve: {
    word: 'reserve',
    meaning: 'Ink that is never to be used: below it air comes into the line, and the head may suffer.',
  },
  topUp: { word: 'top-up', meaning: 'A fill on the same ink before it is empty.' },
  conversion: {
    word: 'conversion',
    meaning: 'A change to another ink: what is inside is drawn out, diluted or washed out first.',
  },
  prime: {
    word: 'prime',
    meaning: 'Drawing a little ink through the outlet, so that no air stands in the way.',
  },
  rest: { word: 'rest', meaning: 'Time after a fill in which ink spreads and air rises, before it goes in.' },
  routine: {
    word: 'priming routine',
    meaning: 'What the printer does after a change: it draws ink from every channel into the waste pad.',
  },
  cleaning: {
    word: 'head cleaning',
    meaning: 'Ink drawn through the nozzles by the printer to free them; it goes into the waste pad.',
  },
  wastePad: { word: 'waste pad', meaning: 'What soaks up cleanings and routines. A technician renews it.' },
  nozzleCheck: {
    word: 'nozzle check',
    meaning:
      'A grid of fine lines, one for each nozzle: a line that is missing is a nozzle that does not print.',
  },
  weighIn: {
    word: 'weigh-in',
    meaning: 'All cartridges of a printer on the scale: what each really holds, and what was used since.',
  },
  rotation: {
    word: 'rotation',
    meaning: 'The whole other set goes in at one go: one priming routine instead of one for each cartridge.',
  },
  kindOfPicture: {
    word: 'kind of picture',
    meaning:
      'Pictures that take about as much of each ink: nocturnes, skies, portraits. What a kind takes is learnt.',
  },
  line: {
    word: 'line',
    meaning: 'Of a nozzle check: what one nozzle prints. Of a printer: the tube from the bay to the head.',
  },
  edition: { word: 'edition', meaning: 'So many prints of one picture that belong together.' },
  usable: {
    word: 'usable ml',
    meaning: 'What an original gives before the printer calls it empty: less than what it says it holds.',
  },
  doubt: {
    word: '±',
    meaning: 'How well a number is known: nineteen times in twenty the true one lies within it.',
  },
  density: { word: 'density', meaning: 'What one ml of an ink weighs, g. It turns grams into millilitres.' },
  keeper: {
    word: 'keeper',
    meaning: 'A clip that shuts the outlet of a cartridge that is out of the printer.',
  },
  foreign: {
    word: 'foreign ink',
    meaning: 'Ink of another kind that is still in the cartridge: a well-mixed tank keeps a little of each.',
  },
} satisfies Record<string, Entry>;

export type GlossaryKey = keyof typeof GLOSSARY;
