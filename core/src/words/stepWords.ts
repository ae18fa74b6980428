import {
  CONSTRUCTION_DATA,
  type CheckAnswer,
  type CheckCode,
  type DecideCode,
  type Doing,
  type Part,
  type PlainDoing,
  type Step,
  type StepOf,
} from '../bench';
import { pullOutWords } from './benchWords';
import { LOAD_WORDS } from './methodWords';
import { mismatchWords } from './mismatchWords';

/** What a person reads at a step. */
export interface StepWords {
  readonly title: string;
  readonly text: string;
  readonly stop?: string;
  readonly never?: string;
}

type Pair = readonly [title: string, text: string];

const PLAIN: Readonly<Record<PlainDoing, Pair>> = {
  'sensor-off': [
    'Unclip the float sensor',
    'It comes off before the weighing: a mass with the sensor on is no mass of ink.',
  ],
  'sensor-on': [
    'Clip the float sensor on again',
    'As it sat before. It is a backup: the log goes by the mass.',
  ],
  'tape-vent': [
    'Tape the vent',
    'It lies on its back while it is filled: tape over the vent, pressed down all round.',
  ],
  'untape-vent': [
    'Take the tape off the vent',
    'All of it. A taped vent starves the head after a few sheets.',
  ],
  'transport-plug': [
    'Take the transport plug out',
    'The plug in the pressure port comes out before the first fill, and stays out.',
  ],
  bubbles: [
    'Tap the bubbles up',
    'Tap the body with a finger, fill hole up, until no bubble clings to the outlet side.',
  ],
  drink: [
    'Let the sponge drink',
    'Plug still out; wait until the surface stands still, then inspect against a light.',
  ],
  'vent-shut': ['Shut the vent', 'Close the vent so that the plunger can pull the air out.'],
  'vent-open': ['Open the vent again', 'A shut vent holds the ink back: blank prints after a few sheets.'],
  'keeper-off': [
    'Keeper off, outlet up',
    'With a scale at hand the cartridge stands on it, so that every drop counts.',
  ],
  clip: ['Fit the clip', 'Clip or adapter on the outlet, cartridge level.'],
  'clip-off': [
    'Take the clip off and blot',
    'Hold the outlet up while the clip comes off; blot once, keeper on.',
  ],
  adapter: ['Fit the adapter', 'Adapter on the outlet, seated and straight.'],
  wipe: [
    'Wipe the nozzle face',
    'Dried ink off with a damp lint-free towel; it lies on a wet pad while you fill.',
  ],
  probe: [
    'Which ink is in which chamber?',
    'A clean stick into each chamber, dabbed on white tissue. The order must be that of its label here.',
  ],
  'head-open': ['Open the head’s port', 'The head first: it is a body of its own.'],
  'head-plug': ['Plug the head', 'Plug flush, checked twice.'],
  'tank-open': ['Now the tank', 'Open the tank’s own port.'],
  blot: ['Blot the outlet', 'Lint-free towel, once, without rubbing. Then the keeper.'],
  'air-out': ['Draw the air back', 'Outlet up, draw gently until ink comes into the syringe. Air goes last.'],
  settle: ['Let the sponge settle', 'Nozzles up off the table, a few minutes.'],
  deburr: [
    'Take the burr off, look for swarf',
    'Still inverted: pare the edge smooth, tap the body until nothing more falls out.',
  ],
  plug: ['Plug in, flush', 'Press the fill plug home; run a finger over it. Check twice.'],
  cap: ['Its own cap on', 'Pressed home all round; run a finger over it.'],
  'tape-hole': [
    'Tape over the hole',
    'Wiped dry first, pressed down all round; no air may come in beside it.',
  ],
  cover: [
    'Cover the hole, with a pinhole',
    'It is the air hole too: a cover without a pinhole would hold the ink back.',
  ],
  'leave-open': [
    'Wipe around the hole',
    'It stays open, by your rule for this printer. Wipe it dry, keep it clear of tape and labels.',
  ],
  vent: ['Vent open', 'Nothing may cover the vent. A shut vent starves the head after a few sheets.'],
  'keeper-away': ['Keeper off, over the towel', 'The look for drips is made with the outlet free.'],
  'keeper-back': [
    'Keeper on for its rest',
    'An outlet dries in air. It stands on a towel, so that a leak shows.',
  ],
  'keeper-last': ['Take the keeper off', 'Just before it goes in.'],
  tap: [
    'Tap it, outlet down',
    'Hold it outlet down and tap the side until ink stands at the outlet valve: no air is left in the duct.',
  ],
  'chip-off': [
    'Take the old chip off',
    'Cut the stud that holds it, pry it up from one corner. Wipe the place clean and dry.',
  ],
  'other-chip': [
    'Another chip',
    'Choose the one that names this cartridge’s shade: a chip of another shade stops the printer, or counts for the wrong slot.',
  ],
  'chip-on': [
    'Put the new chip on',
    'Its shade is that of this cartridge and its slot: read both. Thin tape, fully seated, contacts outward and the right way up. Run a finger over it: no edge may stand up.',
  ],
  setting: [
    'Change the printer’s setting',
    'With both in, set the printer to count for the refilled tank, as its maker’s menu says, before the head is cleaned.',
  ],
  'plug-again': [
    'Press the plug home again',
    'Out, wiped dry, in again until it stands flush. A plug that is stuck is pried out with the blunt needle.',
  ],
  'vent-again': [
    'Free the vent',
    'Ink in the vent path holds air back: dab it dry, draw it clear with the empty syringe.',
  ],
  'hole-open': ['Open the fill hole again', 'Outlet shut first: keeper on, or a swab. Then the plug out.'],
  'hole-shut': ['Shut the fill hole again', 'Plug flush, checked twice.'],
  stand: [
    'Let it stand on a towel',
    'Outlet down for an hour or two: a sponge gives back what is too much by itself. The head’s time does not run on: put a spare, or its keeper, where it stood.',
  ],
  'drink-again': ['Wait, and look again', 'A sponge drinks slowly. Ink that was spread thin finds its way.'],
  'refit-clip': ['Seat the clip again', 'Off, outlet wiped dry, the seal straight, on again until it holds.'],
  realign: [
    'Set it on the contacts again',
    'Lift it, wipe the chip, turn it so that pins meet pads, hold it still until the light answers.',
  ],
  contacts: ['Clean the contacts', 'Chip and bay: a dry lint-free cloth, no liquid.'],
  reseat: ['Out, and in again', 'Straight, home until it clicks. Then see what the printer says.'],
};

const CHECK_WORDS: Readonly<Record<CheckCode, Pair>> = {
  match: ['Match ink and cartridge', 'Read both labels twice, aloud. They must name the same shade.'],
  room: [
    'Does it take more?',
    'Look before the next part: ink standing at the hole, coming up beside the needle or beading at the outlet says that it is full.',
  ],
  'clip-seal': ['Does the clip hold?', 'Push a drop: does ink come out beside the clip?'],
  wicks: ['Does it drink?', 'The drops should go in by themselves, without a shine staying on top.'],
  look: [
    'Against the light: is it even?',
    'The sponge dark throughout; a gap of a few millimetres under the vent path.',
  ],
  drip: ['Outlet down: does it drip?', 'Hold it outlet down over the towel for ten seconds.'],
  tissue: [
    'Dab the nozzles: does every colour show?',
    'On white tissue, once, without pressing. Each colour leaves its own mark.',
  ],
  flow: [
    'Does it flow as it should?',
    'Plug in: a few drops, then none. Plug out: a steady drip. Over the towel, for a moment only.',
  ],
  'chip-shade': [
    'Is it this shade’s chip?',
    'A chip has a shade of its own. What stands on it, or on its strip, must name the shade of this cartridge and of its slot, on another body too.',
  ],
  reset: [
    'Reset the chip',
    'Pins on the contacts until the light says done. It may take more than one try. Reset only what was really topped up.',
  ],
  recognised: [
    'Does the printer see it?',
    '“Not original” is expected and is confirmed. “Not recognised” is another thing.',
  ],
  towel: ['Is the towel dry?', 'Look at the towel, the plug and the outlet.'],
};

const ANSWERS: Readonly<Record<CheckAnswer, Pair>> = {
  takes: ['It takes more', 'Another part goes in, and it is looked at again.'],
  full: ['It is full', 'No more goes in; how much was there before follows from it.'],
  same: ['They match', 'Bottle and cartridge name the same shade.'],
  differs: ['They differ', 'Nothing is open yet: nothing is lost.'],
  tight: ['It holds', ''],
  leaks: ['Ink comes out beside it', 'The clip is seated anew.'],
  drinks: ['It drinks', ''],
  staysOnTop: ['It stays on top', 'Still wet inside, or dried ink in the sponge: wait, then look again.'],
  even: ['Even, with a gap', ''],
  pale: ['Pale patches', 'The sponge has not drunk everywhere: it waits.'],
  gapSmall: ['Less than 3 mm of gap', 'Without its gap it drips or holds back: a little is drawn out.'],
  dry: ['Dry', ''],
  plugProud: ['Wet, and the plug stands up', 'The plug is pressed home, then it is looked at again.'],
  ventWet: ['Wet, and ink stands in the vent', 'The vent is freed, then it is looked at again.'],
  tooFull: [
    'Wet, and all is shut: too full',
    'It stands, a little is drawn back, and its own maximum may be lower.',
  ],
  allShow: ['Every colour shows', ''],
  missing0: ['The first is missing', 'That chamber is primed, then dabbed again.'],
  missing1: ['The second is missing', 'That chamber is primed, then dabbed again.'],
  missing2: ['The third is missing', 'That chamber is primed, then dabbed again.'],
  steady: ['As it should', ''],
  tooFast: ['It runs on with the plug in', 'Air comes in somewhere: plug first.'],
  none: ['Nothing comes', 'Vent first; then it is primed anew.'],
  took: ['Done: it counts as full', 'The gauge starts from its full volume again.'],
  noLight: [
    'No light',
    'It is set on the contacts again; after three tries the gauge goes on from where it stood.',
  ],
  leftAlone: ['Leave it', 'The gauge keeps counting down; you go by the log.'],
  recognised: ['It sees it', ''],
  notRecognised: [
    'Not recognised',
    'Contacts cleaned, out and in again; after three tries the chip is spent.',
  ],
  wetTowel: ['Wet', 'Ink leaked: plug, vent, or too full.'],
};

const DECIDE_WORDS: Readonly<Record<DecideCode, string>> = {
  'own-empty': 'Is this its own empty mass?',
  contents: 'How much is in it?',
  mismatch: 'Is it meant so?',
  'really-out': 'Is it really out?',
  wet: 'It is wet inside',
  'prime-decide': 'Prime it?',
  'lower-max': 'Its own maximum',
  'new-chip': 'Is a new chip on?',
  'self-reset': 'Has it declared itself empty?',
  where: 'Rest, or back at once?',
  'head-clean': 'Clean the head?',
};

/**
 * The words of a step: what to do, when to stop, what never to do.
 *
 * @param step as the bench laid it out
 */
export function stepWords(step: Step): StepWords {
  switch (step.kind) {
    case 'tools':
      return {
        title: 'Is everything here?',
        text: 'Towel, gloves, a bin for mixed ink, and what this fill needs. Nothing is open yet.',
      };
    case 'do':
      return doingWords(step.doing);
    case 'check': {
      const [title, text] = CHECK_WORDS[step.check];
      return { title, text };
    }
    case 'weigh':
      return weighWords(step);
    case 'load':
      return loadWords(step);
    case 'draw':
      return drawWords(step);
    case 'decide':
      return { title: DECIDE_WORDS[step.deciding.code], text: decidingWords(step) };
    case 'rest':
      return {
        title: 'Resting',
        text: `${restText(step.minutes, step.sponge)} You can close this page, or go on with the next cartridge.`,
      };
    case 'summary':
      return { title: 'Into the log', text: 'What was measured goes into the log as you see it here.' };
  }
}

function doingWords(doing: Doing): StepWords {
  const say = (title: string, text: string): StepWords => ({ title, text });
  switch (doing.code) {
    case 'shake':
      return say(
        doing.settles ? 'Shake the bottle' : 'The bottle',
        `${doing.settles ? 'Pigment settles: turn it over slowly until nothing lies on the bottom. ' : 'Dye needs no shaking: turn it over once. '}See that the cap liner is there.${doing.byNeedle ? ' A new seal gets a hole of a needle’s width, no more.' : ''}`,
      );
    case 'draw-up':
      return say(
        'Ink into the syringe',
        `${doing.airMl > 0 ? `${doing.airMl.toFixed(1)} ml of air first` : 'A little air first'}, then ${doing.ml.toFixed(1)} ml of ${doing.bottle}: the scale on the barrel is easier to read over air. Close the bottle at once.${doing.weighed ? ' By the log’s estimate: once it is weighed, the amount is set right.' : ''}`,
      );
    case 'in-syringe':
      return say(
        'In the syringe now',
        `${doing.ml.toFixed(1)} ml of ink, and ${doing.keepBackMl.toFixed(1)} ml of air that stays in, so that no foam goes in. Add or press back what differs; the bottle stays closed otherwise.`,
      );
    case 'take-out':
      return say('Take it out now', pullOutWords(doing));
    case 'shut-outlet':
      return outletWords(doing);
    case 'open':
      return openWords(doing);
    case 'rinse':
      return say(
        'Another syringe',
        `One for each colour, or rinse this one and its needle until clear and dry it. Now ${doing.next}.`,
      );
    case 'pause':
      return say(
        'Pause',
        doing.method === 'bagAdapter'
          ? 'Weigh it in the hand, feel the bag: it must give.'
          : 'Let the sponge drink before the second half.',
      );
    case 'install':
      return say(
        'Install it',
        `${doing.slot ? `Into ${doing.slot}. ` : ''}Level, straight, home until it clicks.${doing.vent ? ' Vent open,' : ''} keeper off. Close the lever or door, confirm “not original”.`,
      );
    case 'clean':
      return say('Clean up', CLEAN[doing.tools]);
    case 'set-aside':
      return say('Put it aside', ASIDE[doing.because]);
    default: {
      const [title, text] = PLAIN[doing.code];
      return say(title, text);
    }
  }
}

function outletWords({ by, primeThroughSeal, weighed }: Extract<Doing, { code: 'shut-outlet' }>): StepWords {
  const both = weighed ? ' It is weighed with it, both times.' : '';
  switch (by) {
    case 'keeper':
      return {
        title: 'Shut the outlet',
        text: `Put the outlet keeper on and press it home.${both}`,
      };
    case 'swab':
      return {
        title: 'Shut the outlet',
        text: `No keeper: a folded swab taped over the outlet.${both}`,
      };
    case 'seal':
      return {
        title: 'The outlet’s seal stays on',
        text: `The printer pierces it when it goes in.${primeThroughSeal ? ' It is primed through it.' : ' It is not primed through it: the printer draws the ink.'}`,
      };
    case 'pad':
      return {
        title: 'Onto a wet pad',
        text: 'Nozzles down on a damp lint-free pad: they must not dry while you fill.',
      };
    case 'outletUp':
      return { title: 'Outlet up', text: 'Stand it outlet up: nothing runs out, and air collects there.' };
  }
}

const CLEAN: Readonly<Record<'syringe' | 'funnel' | 'bottle' | 'clip', string>> = {
  syringe:
    'Bottle closed with its liner. Syringe and needle rinsed and dried; fittings swabbed; needle sheathed; towel and mixed ink by local rule.',
  funnel:
    'Bottle closed with its liner. Funnel rinsed and dried; fittings swabbed; towel and mixed ink by local rule.',
  bottle: 'Squeeze bottle upright, its needle sheathed. Fittings swabbed; towel and mixed ink by local rule.',
  clip: 'Bottle closed with its liner. Syringe, needle and clip rinsed and dried; needle sheathed; towel and mixed ink by local rule.',
};

const ASIDE: Readonly<Record<Extract<Doing, { code: 'set-aside' }>['because'], string>> = {
  mismatch: 'Nothing was opened. Choose the right bottle, and begin again.',
  'really-out':
    'Print on until nothing comes any more; then begin again. Its nozzles stay in the printer meanwhile.',
  wet: 'Dry it in Prepare first: ink neither wicks in nor keeps its strength in a wet body.',
  match: 'Choose the right bottle, and begin again.',
  room: 'It takes no more.',
  'clip-seal': 'The clip does not hold on this body. Another clip, or another method.',
  wicks: 'It takes no ink: dried ink inside, or water. Flush it and dry it, in Prepare.',
  look: 'It stands until its sponge is even.',
  drip: 'It goes on dripping. Keep it in a tray; do not install it. Its plug, its vent path or its body is at fault.',
  tissue:
    'A colour stays away. Let it stand nozzles down on a damp pad for some hours, then dab again; do not install it.',
  flow: 'It does not flow as it should. Do not install it: plug, vent path or sponge is at fault.',
  'chip-shade': 'No chip of its shade is here. Get one before the cartridge goes in.',
  reset: 'Its chip does not answer.',
  recognised: 'Three times not recognised: this chip is spent. A new chip, or another cartridge.',
  towel: 'It leaks at rest. Do not install it; find out where.',
};

function openWords(doing: Extract<Doing, { code: 'open' }>): StepWords {
  const where = doing.template ? ' The printed template shows where.' : '';
  const air =
    doing.hole === 'airHole'
      ? 'This is the air hole, widened: it is never blocked afterwards.'
      : 'Keep clear of the air hole; it stays as it is.';
  switch (doing.port) {
    case 'plug':
      return {
        title: 'Plug out',
        text: 'Pull the fill plug straight out; lay it on the towel. Go by its position, never its colour. A stuck one is pried with the blunt needle.',
      };
    case 'pierce':
      return {
        title: 'Pierce the port',
        text: `Pierce where a hole already lies under the label.${where} ${air}`,
      };
    case 'peelPierce':
      return {
        title: 'Peel the label back, then pierce',
        text: `Peel only as far as the fill hole; then pierce the skin that lies under it.${where} ${air}`,
      };
    case 'peel':
      return { title: 'Peel the label back', text: `Only as far as the fill hole.${where} ${air}` };
    case 'drill':
      return {
        title: 'Drill the fill hole',
        text: `Outlet shut, ${doing.inverted ? 'body inverted so that swarf falls out' : 'body upright: ink stands in it, and it is not turned over; a tape beside the drill takes the swarf'}; no deeper than the wall.${where} ${air}`,
      };
    case 'push':
      return {
        title: 'Push the stopper in',
        text: `Push it in with a blunt tool until it falls into the body; it stays there.${where} ${air}`,
      };
    case 'again':
      return { title: 'Open the fill hole', text: 'Take out the plug or cover that closes it.' };
  }
}

function weighWords(step: StepOf<'weigh'>): StepWords {
  if (step.part) return partWeighWords(step, step.part);
  switch (step.purpose) {
    case 'before':
      return step.again
        ? { title: 'Weigh it drawn out', text: 'The same parts on the scale: what is left is known again.' }
        : {
            title: 'Weigh it as it is',
            text: 'Outlet dry, keeper as it will be after the fill: the same parts on the scale both times.',
          };
    case 'after':
      return {
        title: step.again ? 'Weigh it again' : 'Weigh it full',
        text:
          step.toleranceG === null
            ? 'What was drawn back is known by the scale.'
            : `Done within ${step.toleranceG.toFixed(1)} g of the target: a small overshoot is fine.`,
      };
    case 'rested':
      return {
        title: 'Weigh it after its rest',
        text: 'If it fell by more than the scale’s doubt, ink leaked: plug, vent, or too full.',
      };
  }
}

/** Head and tank are bodies of their own: each goes on the scale by itself. */
function partWeighWords(step: StepOf<'weigh'>, part: Part): StepWords {
  const other = part === 'head' ? 'tank' : 'head';
  if (step.purpose === 'before')
    return {
      title: step.again ? `Weigh the ${part} drawn out` : `Weigh the ${part} as it is`,
      text: `The ${part} alone on the scale, without the ${other}.`,
    };
  if (step.toleranceG === null)
    return { title: 'Weigh the head primed', text: 'What the prime took out is known by the scale.' };
  return {
    title: step.again ? `Weigh the ${part} again` : `Weigh the ${part} full`,
    text: `The ${part} alone. Done within ${step.toleranceG.toFixed(1)} g of the target: a small overshoot is fine.`,
  };
}

const PARTS: Readonly<Record<Part, string>> = { head: 'Head', tank: 'Tank' };

function loadWords(step: StepOf<'load'>): StepWords {
  if (step.drops)
    return {
      title: step.part ? `${PARTS[step.part]} short: add by drops` : 'Short: add by drops',
      text: 'Drop by drop on the scale. If it no longer drinks, stop: it is full for this fill.',
    };
  const { stop, stopUnweighed, ...words } = LOAD_WORDS[step.method];
  return {
    ...words,
    stop: (step.scaleG === null && stopUnweighed) || stop,
    title: `${step.part ? `${PARTS[step.part]}: ` : step.name ? `${step.name}: ` : ''}${words.title}${step.pieces > 1 ? ` (${step.piece} of ${step.pieces})` : ''}`,
    text: `${step.fillMl === null ? '' : `Fill the syringe to ${step.fillMl.toFixed(1)} ml, air above the ink; bottle closed at once. `}${step.bottle ? `${step.bottle}. ` : ''}${words.text}`,
  };
}

/** Less than this of a syringe nobody reads, ml. */
const LEAST_SEEN_ML = 0.05;

function drawWords(step: StepOf<'draw'>): StepWords {
  switch (step.draw) {
    case 'draw-out':
      return {
        title: 'Draw out what is left',
        text: step.mixed
          ? 'Of a mixture or another lot this is waste: never back into the bottle.'
          : 'Of the same lot, out of a clean body, it may go back.',
      };
    case 'prime':
      return step.construction === 'integratedHead' || step.construction === 'twoPart'
        ? {
            title: 'Prime at the nozzles',
            text: 'Clip over the nozzles, draw gently until ink shows. It may show little or none and still be primed.',
          }
        : {
            title: 'Prime at the outlet',
            text: 'Keeper off, draw until solid ink enters the syringe or the plunger no longer springs back; keeper on.',
          };
    case 'prime-head':
      return {
        title: 'Prime the head',
        text: 'Draw at the nozzles until ink shows. Still dripping: prime again, do not install.',
      };
    case 'prime-chamber':
      return {
        title: step.part ? `Prime ${step.part} again` : 'Prime it again',
        text: 'Draw gently at its nozzles or outlet until ink shows. Then it is looked at again.',
      };
    case 'draw-back':
      return {
        title: 'Too full: draw back',
        text: CONSTRUCTION_DATA[step.construction].sponge
          ? 'Draw this much back, or let it stand on a towel, outlet down, for some hours and look again.'
          : 'Draw this much back through the fill hole, slowly, needle at the low corner: free ink does not stop by itself.',
      };
    case 'drain':
      return {
        title: 'Draw a little back',
        text: CONSTRUCTION_DATA[step.construction].sponge
          ? 'As much as makes the gap again; a millilitre is often enough.'
          : 'Through the opened fill hole, by this amount; then the hole is closed again.',
      };
    case 'leftover':
      return {
        title: 'What is left in the syringe',
        text: `${step.ml.value < LEAST_SEEN_ML ? 'By what was drawn up and went in nothing is left but what clings.' : 'So much is left by what was drawn up and went in.'} Where the barrel shows another amount, enter that. ${
          step.mixed
            ? 'It goes to the bin for mixed ink: back in the bottle it would spoil it.'
            : 'Clean cartridge, same lot: it may go back. Otherwise the bin.'
        }`,
      };
  }
}

function decidingWords(step: StepOf<'decide'>): string {
  const { deciding } = step;
  switch (deciding.code) {
    case 'mismatch':
      return `${deciding.differs.map(mismatchWords).join(' ') || 'Bottle and cartridge differ.'} Nothing is open yet.`;
    case 'own-empty':
      return `${deciding.massG.toFixed(2)} g, weighed for the first time; bodies of this kind weigh about ${deciding.usualG.toFixed(1)} g. Its own mass makes every later volume sharp.`;
    case 'contents':
      return `Nobody knows: anything from dry to ${deciding.capacityMl.toFixed(1)} ml. A whole fill on a guess would overflow. Look through a clear wall, probe with a clean stick, or heft it${deciding.scale ? '; or go back, and weigh it' : ''}.`;
    case 'wet':
      return `About ${deciding.waterMl.toFixed(1)} ml of water are left from its rinse. Ink does not wick into a wet sponge, and would be ${Math.round(deciding.dilution * 100)} % water.`;
    case 'really-out':
      return 'After the first “out of ink” message a two-part cartridge still prints. Head and tank are refilled together, when nothing comes any more.';
    case 'prime-decide':
      return deciding.ranDry
        ? 'It ran low enough to hold air. Ink, not air, must meet the printer; head cleanings do not push air out of its lines.'
        : 'Ink, not air, must meet the printer. The fill allows for what the prime takes.';
    case 'lower-max':
      return `It dripped above this: ${deciding.massG.toFixed(2)} g is what this body bears.`;
    case 'new-chip':
      return 'A proud or missing chip damages the contacts in the bay.';
    case 'self-reset':
      return 'Only then does it count from full when it goes in again. Until then it is topped up without a reset: never let the ink run out to please it.';
    case 'where':
      return restText(deciding.restMinutes, deciding.sponge);
    case 'head-clean':
      return 'By your rule for this printer; a nozzle check tells.';
  }
}

/** An answer to a check or a decision: what it says, and what it means or costs. */
export function stepAnswerWords(
  step: StepOf<'check'> | StepOf<'decide'>,
  code: string,
): { readonly label: string; readonly why: string } {
  if (step.kind === 'check') {
    const [label, why] = ANSWERS[code as CheckAnswer];
    const chamber = /^missing(\d)$/.exec(code)?.[1];
    if (chamber === undefined) return { label, why };
    const name = step.chambers[Number(chamber)];
    return {
      label: name ? `${name} is missing` : 'Nothing shows',
      why: name ? why : 'It is primed, then dabbed again.',
    };
  }
  const [label, why] = optionWords(step, code);
  return { label, why };
}

/** What can be told of a body of which nobody knows how much is in it. */
const CONTENTS_ANSWERS: Readonly<Record<string, Pair>> = {
  nearlyEmpty: ['Nearly empty', 'Seen or probed: hardly anything is left.'],
  quarter: ['About a quarter', 'It is filled so far that it cannot overflow if it was a little more.'],
  half: ['About half', 'It is filled so far that it cannot overflow if it was a little more.'],
  most: ['More than half', 'Only a little goes in.'],
  draw: [
    'Draw out what is left first',
    'Then what remains is known: what its walls or its sponge keep back.',
  ],
  parts: ['Fill it in parts, looking after each', 'A tenth at a time, until it takes no more.'],
};

function optionWords(step: StepOf<'decide'>, code: string): Pair {
  const { deciding } = step;
  switch (deciding.code) {
    case 'mismatch':
      return code === 'stop'
        ? ['Stop here', 'Nothing was opened, nothing is lost.']
        : [
            'It is meant so',
            'It is recorded with the fill, and its colour is no longer that of its profile.',
          ];
    case 'own-empty':
      return code === 'empty'
        ? [
            `Yes: ${deciding.massG.toFixed(2)} g is its empty mass`,
            'New and dry, with what is weighed with it each time.',
          ]
        : code === 'wet'
          ? ['It is wet inside', 'What it weighs more is water: it goes onto the drying tray.']
          : ['Another part was on it', 'This weight is taken back, and it is weighed again.'];
    case 'contents':
      return CONTENTS_ANSWERS[code] ?? [code, ''];
    case 'wet':
      return code === 'dry-first'
        ? ['Dry it first', 'Near its dry mass ink wicks in freely and undiluted.']
        : [
            'Fill it wet',
            `Weak at first, by ${Math.round(deciding.dilution * 100)} %, and it may not drink.`,
          ];
    case 'really-out':
      return code === 'out'
        ? ['It is really out', 'Head and tank are refilled now, head first.']
        : ['It still prints', 'Print on; nothing is opened yet.'];
    case 'prime-decide':
      switch (code) {
        case 'prime':
          return ['Prime now', `Costs about ${deciding.primeMl} ml of this ink; the fill allows for it.`];
        case 'tap':
          return ['Tap it, outlet down', 'Costs nothing, where the duct fills by itself.'];
        case 'skip':
          return [
            'Not needed: it never ran dry',
            'Costs nothing, when the duct or well still stands full. An early refill saves the prime.',
          ];
        case 'recharge':
          return [
            'Recharge the printer’s lines',
            `Draws about ${deciding.rechargeMl.toFixed(0)} ml over all channels: the only way to get air out of them.`,
          ];
        default:
          return [
            'Leave it to the printer',
            `One light cleaning draws about ${deciding.cleaningMl.toFixed(1)} ml over all channels.`,
          ];
      }
    case 'lower-max':
      return code === 'lower'
        ? [`${deciding.massG.toFixed(2)} g at most from now on`, 'The plan never fills it higher again.']
        : ['Leave its maximum', 'It was the plug, not the amount.'];
    case 'new-chip':
      return code === 'yes'
        ? ['Yes, seated and flat', 'The gauge starts from its full volume.']
        : code === 'original'
          ? ['Yes, an original’s chip', 'It is the kind that offers to go on without a gauge.']
          : ['No, the old one stays', 'The gauge goes on from where it stood.'];
    case 'self-reset':
      return code === 'no'
        ? ['Not yet: top-up only', 'Its count goes on falling; the log knows the ink.']
        : ['Yes: out and in again', 'It may show as “not recognised” until then.'];
    case 'where':
      return code === 'rest'
        ? [
            'It rests on the shelf',
            deciding.byScale
              ? 'The mass after the rest is the honest full mass; if it fell, ink leaked.'
              : 'Bubbles rise; a leak shows on the towel.',
          ]
        : [
            'It goes into the printer now',
            deciding.wasIn
              ? 'A pierced seal drips, and the head below dries in air.'
              : 'Then no leak shows before it is in.',
          ];
    case 'head-clean':
      return code === 'no'
        ? ['No: nothing shows a gap', 'Costs no ink.']
        : code === 'recharge'
          ? ['Recharge the lines', `Draws about ${deciding.rechargeMl.toFixed(0)} ml over all channels.`]
          : ['One light cleaning', `Draws about ${deciding.lightMl.toFixed(1)} ml over all channels.`];
  }
}

function restText(minutes: number, sponge: boolean): string {
  const span = minutes >= 120 ? `${Math.round(minutes / 60)} hours` : `${minutes} minutes`;
  return sponge ? `A sponge evens out in hours: about ${span}.` : `Bubbles settle in minutes: about ${span}.`;
}
