import type { FactProblem } from './factProblem';
import { entityBounds } from '../definition';
import {
  bodyOf,
  bottleRemaining,
  CLOCK_SLACK_MS,
  composition,
  find,
  inkNow,
  isBelowEmpty,
  isTool,
  mixesOf,
  type CheckedBook,
  type Context,
} from '../ledger';
import { goingIn } from '../bench';
import { entityRule, type Fact, type FactKind, type FactOf, type MassReason } from '../workbook';
import { evidenceOff } from './evidenceOff';
import { isLate } from './isLate';
import { oddPrint } from './oddPrint';
import { overfill } from './overfill';
import { referenceFields } from './referenceFields';

/** What a weight below the kind's empty mass may be. */
const LIGHTER: readonly MassReason[] = ['ownEmpty', 'otherCartridge', 'partOn', 'misread'];
/** The same where ink has just been poured in: then it is not empty. */
const LIGHTER_FILLED = LIGHTER.filter((reason) => reason !== 'ownEmpty');

/** What holds whenever it was said. */
const TIMELESS: ReadonlySet<FactKind> = new Set([
  'defined',
  'voided',
  'purchased',
  'noted',
  'densityMeasured',
  'squeezeCalibrated',
]);

const OPENING = '1990-01-01T00:00:00.000Z';
/** Less than this, ml, is never too much to take out. */
const LEAST_TAKEN_ML = 0.5;

/**
 * Looks at a fact before it is recorded: does it speak of things that exist, at a time that has come, with masses and
 * volumes that nature and the workbook allow?
 *
 * @param ledger what is true before the fact
 * @param fact valid by its schema
 * @param now milliseconds since 1970
 * @returns problems, worst first; those listed in `fact.confirmed` are left out
 */
export const checkFact = (ledger: CheckedBook, fact: Fact, now: number): readonly FactProblem[] =>
  checkFactsBy(now)(ledger, fact);

/** The same for many facts: what they are all held against is worked out once. Most are sound, and cost next to nothing. */
export function checkFactsBy(now: number): (ledger: CheckedBook, fact: Fact) => readonly FactProblem[] {
  // UTC times to the millisecond: they stand in the order of their letters.
  const latest = new Date(now + CLOCK_SLACK_MS).toISOString();
  // One visitor for all facts of a log: it looks into the book, and writes to the list, of the fact at hand.
  let book: CheckedBook;
  let unsound: FactProblem[];
  const look: Visit = (what, id, of) => {
    if (!exists(book, what, id, of))
      unsound.push({
        severity: 'stop',
        code: 'unknownThing',
        what: of === null ? what : `slot of ${of}`,
        id,
      });
  };
  return (ledger, fact) => {
    book = ledger;
    unsound = [];
    if (fact.at > latest) unsound.push({ severity: 'stop', code: 'future', at: fact.at });
    if (fact.at < OPENING) unsound.push({ severity: 'stop', code: 'beforeOpening', at: fact.at });
    const { begins } = book.state;
    if (begins && fact.at < begins.at && !TIMELESS.has(fact.kind))
      unsound.push({ severity: 'stop', code: 'beforeBegun', at: begins.at, closed: begins.closed });
    const known = unsound.length;
    eachReference(fact, look);
    if (unsound.length > known) return unsound;
    const found = problemsOf(ledger, fact, unsound);
    // Nearly all are sound.
    if (found.length === 0) return found;
    const confirmed = new Set(fact.confirmed);
    return found
      .filter((problem) => problem.severity === 'stop' || !confirmed.has(problem.code))
      .sort((a, b) => (a.severity === b.severity ? 0 : a.severity === 'stop' ? -1 : 1));
  };
}

/** What each kind is held against; the others are sound as soon as they speak of what is there. */
const CHECKS: {
  readonly [K in FactKind]?: (ledger: CheckedBook, fact: FactOf<K>, problems: FactProblem[]) => void;
} = {
  weighed,
  printed: odd,
  jobPlanned: odd,
  levelSeen: off,
  sensorSignalled: off,
  fadedOrRanDry: off,
  filled,
  drawnOut: takenOut,
  primed: takenOut,
  gaugeRead,
  gaugeSwitchedOff: switchedOff,
  chipReset,
  defined,
  voided,
  installed(ledger, fact, problems) {
    if (fact.run === undefined) problems.push(...doorProblems(ledger, fact));
  },
};

/** What is wrong with a fact, held against what is in the workbook. */
function problemsOf(ledger: CheckedBook, fact: Fact, problems: FactProblem[]): FactProblem[] {
  const check = CHECKS[fact.kind] as
    ((ledger: CheckedBook, fact: Fact, problems: FactProblem[]) => void) | undefined;
  check?.(ledger, fact, problems);
  if ('printerId' in fact && IN_USE.has(fact.kind)) pushIf(problems, goneBy(ledger, fact.printerId, fact.at));
  return problems;
}

/** What only a printer that stands there does. */
const IN_USE: ReadonlySet<FactKind> = new Set([
  'printed',
  'jobPlanned',
  'cleaned',
  'installed',
  'nozzleChecked',
]);

/** Put out of use before. */
function goneBy(
  { context, state }: CheckedBook,
  printerId: string | undefined,
  at: string,
): FactProblem | null {
  const retired = printerId === undefined ? null : state.printers.get(printerId)?.retired;
  return retired && at >= retired
    ? { severity: 'ask', code: 'retired', label: find(context, 'printer', printerId)?.name ?? '' }
    : null;
}

function odd(
  ledger: CheckedBook,
  fact: FactOf<'printed'> | FactOf<'jobPlanned'>,
  problems: FactProblem[],
): void {
  pushIf(problems, oddPrint(ledger, fact));
}

function off(
  ledger: CheckedBook,
  fact: FactOf<'levelSeen'> | FactOf<'sensorSignalled'> | FactOf<'fadedOrRanDry'>,
  problems: FactProblem[],
): void {
  pushIf(problems, evidenceOff(ledger, fact));
}

/** A mass: within its scale, and one that such a body can have. */
function weighed(ledger: CheckedBook, fact: FactOf<'weighed'>, problems: FactProblem[]): void {
  const { context } = ledger;
  const scale = find(context, 'scale', fact.scaleId);
  if (scale && fact.massG.value > scale.capacityG)
    problems.push({
      severity: 'stop',
      code: 'beyondScale',
      massG: fact.massG.value,
      capacityG: scale.capacityG,
      scale: scale.name,
    });
  const body = fact.what === 'cartridge' ? bodyOf(context, fact.subjectId) : undefined;
  if (body && fact.purpose === 'empty' && fact.massG.value >= body.type.maxG)
    problems.push({
      severity: 'stop',
      code: 'emptyTooHeavy',
      label: body.cartridge.label,
      massG: fact.massG.value,
      fullG: body.type.maxG,
    });
  if (!body || fact.purpose === 'empty' || fact.purpose === 'drying') return;
  const { emptyG, maxG, cartridge } = body;
  const filled = fact.purpose === 'after' || fact.purpose === 'rested';
  if (isBelowEmpty(body, fact.massG))
    problems.push({
      // A kind's empty mass is a guess for each of its bodies.
      ...(body.emptyIsOwn
        ? { severity: 'stop' as const }
        : { severity: 'ask' as const, reasons: filled ? LIGHTER_FILLED : LIGHTER }),
      code: 'lighterThanEmpty',
      label: cartridge.label,
      massG: fact.massG.value,
      emptyG: emptyG.value,
      u: Math.hypot(emptyG.u, fact.massG.u),
    });
  if (fact.massG.value > maxG + 3 * fact.massG.u)
    problems.push({
      severity: fact.massG.value > 1.5 * maxG ? 'stop' : 'ask',
      code: 'heavierThanMax',
      label: cartridge.label,
      massG: fact.massG.value,
      maxG,
    });
  pushIf(problems, evidenceOff(ledger, fact));
}

/** A fill: of its own shade and class, out of a bottle that has it, into a body that holds it. */
function filled(ledger: CheckedBook, fact: FactOf<'filled'>, problems: FactProblem[]): void {
  const { context, state } = ledger;
  const body = bodyOf(context, fact.cartridgeId);
  if (!body) return void problems.push(typeUnknown(context, fact.cartridgeId));
  const bottle = find(context, 'bottle', fact.bottleId)!;
  const ink = find(context, 'ink', bottle.inkId);
  const { cartridge } = body;
  const shade = cartridge.shades[fact.chamber] ?? cartridge.shades[0]!;
  const name = (): string => `${ink?.name ?? 'bottle'} ${bottle.lot}`.trim();
  if (ink && ink.shade !== shade)
    problems.push({
      severity: 'ask',
      code: 'otherShade',
      bottle: name(),
      bottleShade: ink.shade,
      cartridge: cartridge.label,
      shade,
    });
  if (ink && ink.inkClass !== cartridge.inkClass && ink.inkClass !== 'flushFluid')
    problems.push({
      severity: 'ask',
      code: 'otherClass',
      bottle: name(),
      bottleClass: ink.inkClass,
      cartridge: cartridge.label,
      inkClass: cartridge.inkClass,
    });
  const left = bottleRemaining(ledger, fact.bottleId)!.now;
  const need = fact.ml.value + (fact.leftover?.fate === 'bin' ? fact.leftover.ml : 0);
  if (need > left.value + 3 * Math.hypot(left.u, fact.ml.u))
    problems.push({
      severity: 'ask',
      code: 'bottleTooLittle',
      bottle: name(),
      hasMl: left.value,
      needMl: need,
    });
  if (state.cartridges.get(fact.cartridgeId)?.retired)
    problems.push({ severity: 'ask', code: 'retired', label: cartridge.label });
  if (fact.occasion === 'conversion' && fact.leftover?.fate === 'bottle')
    problems.push({ severity: 'ask', code: 'backToBottleAfterConversion', label: cartridge.label });
  // Facts of one run are judged by their own weighing; what comes late, by nothing of today.
  if (sharesRun(ledger, fact) || isLate(ledger, fact.cartridgeId, fact.at)) return;
  pushIf(problems, overfill(ledger, body, fact));
}

/** Taken out by hand: no more than is inside, and not back into a bottle of another lot. */
function takenOut(
  ledger: CheckedBook,
  fact: FactOf<'drawnOut'> | FactOf<'primed'>,
  problems: FactProblem[],
): void {
  const { context } = ledger;
  const body = bodyOf(context, fact.cartridgeId);
  if (!body) return void problems.push(typeUnknown(context, fact.cartridgeId));
  // The drops of a priming need no look inside.
  const inside = fact.ml.value > LEAST_TAKEN_ML ? inkNow(ledger, fact.cartridgeId, fact.at) : null;
  if (inside && fact.ml.value > inside.value + 3 * Math.hypot(inside.u, fact.ml.u) + LEAST_TAKEN_ML)
    problems.push({
      severity: 'ask',
      code: 'moreThanInside',
      label: body.cartridge.label,
      hasMl: inside.value,
      takeMl: fact.ml.value,
    });
  if (
    fact.fate === 'bottle' &&
    fact.bottleId &&
    mixesOf(ledger, fact.cartridgeId, fact.at)
      .slice(0, 1)
      .flatMap(composition)
      .some((share) => share.lot !== fact.bottleId && share.fraction > 0.02)
  )
    problems.push({ severity: 'ask', code: 'backToBottleAfterConversion', label: body.cartridge.label });
}

/** A gauge of a slot that nothing stands in says nothing. */
function gaugeRead(ledger: CheckedBook, fact: FactOf<'gaugeRead'>, problems: FactProblem[]): void {
  const { context, state } = ledger;
  const slot = find(context, 'printer', fact.printerId)?.slots.find((s) => s.id === fact.slotId);
  if (!state.printers.get(fact.printerId)?.slots.get(fact.slotId)?.cartridgeId)
    problems.push({ severity: 'stop', code: 'notInstalled', slot: slot?.name ?? fact.slotId });
  else if (fact.by === 'person') pushIf(problems, evidenceOff(ledger, fact));
}

/** Only what was offered is switched off for good. */
function switchedOff(ledger: CheckedBook, fact: FactOf<'gaugeSwitchedOff'>, problems: FactProblem[]): void {
  const { context, state } = ledger;
  const slot = find(context, 'printer', fact.printerId)?.slots.find((s) => s.id === fact.slotId);
  const cartridgeId = state.printers.get(fact.printerId)?.slots.get(fact.slotId)?.cartridgeId;
  const name = slot?.name ?? fact.slotId;
  if (!cartridgeId) problems.push({ severity: 'stop', code: 'notInstalled', slot: name });
  else {
    const offer = state.cartridges.get(cartridgeId)?.chip.machine.offer;
    if (offer !== 'open' && offer !== 'taken')
      problems.push({ severity: 'ask', code: 'switchOffNotOffered', slot: name, lost: offer === 'lost' });
  }
}

/** A chip that counts from full over ink that is not there runs it dry. */
function chipReset(ledger: CheckedBook, fact: FactOf<'chipReset'>, problems: FactProblem[]): void {
  const { context, state } = ledger;
  const machine = state.cartridges.get(fact.cartridgeId)?.chip.machine;
  // In a bench run the fill is recorded with its reset.
  if (fact.worked && machine && !machine.toppedUp && machine.strategy !== 'none' && !sharesRun(ledger, fact))
    problems.push({
      severity: 'ask',
      code: 'resetWithoutTopUp',
      label: find(context, 'cartridge', fact.cartridgeId)?.label ?? fact.cartridgeId,
    });
}

/** A definition that nature allows. */
function defined(ledger: CheckedBook, fact: FactOf<'defined'>, problems: FactProblem[]): void {
  const { context } = ledger;
  const type =
    fact.entity.entity === 'cartridge' ? find(context, 'cartridgeType', fact.entity.typeId) : undefined;
  if (type && fact.entity.entity === 'cartridge' && (fact.entity.emptyG?.value ?? 0) >= 3 * type.maxG)
    problems.push({
      severity: 'stop',
      code: 'emptyTooHeavy',
      label: fact.entity.label,
      massG: fact.entity.emptyG!.value,
      fullG: type.maxG,
    });
  const broken = entityRule(fact.entity);
  if (broken) problems.push({ severity: 'stop', code: 'entityRule', ...broken });
  else
    for (const bound of entityBounds(fact.entity))
      problems.push({ severity: 'stop', code: 'outOfBounds', ...bound });
}

/** Taken back: once, and nothing that others stand on. */
function voided(ledger: CheckedBook, fact: FactOf<'voided'>, problems: FactProblem[]): void {
  if (ledger.isVoidedBesides(fact.factId, fact.id))
    problems.push({ severity: 'stop', code: 'alreadyVoided' });
  if (ledger.recorded.get(fact.factId)?.kind === 'carriedOver')
    problems.push({ severity: 'stop', code: 'beginning' });
  pushIf(problems, stillNeeded(ledger, fact.factId));
}

/** Its type was taken back, or is set aside: nobody knows what it weighs empty, nor how much it may hold. */
const typeUnknown = (context: Context, cartridgeId: string): FactProblem => ({
  severity: 'stop',
  code: 'unknownThing',
  what: 'cartridgeType',
  id: find(context, 'cartridge', cartridgeId)?.typeId ?? '',
});

function pushIf(problems: FactProblem[], problem: FactProblem | null): void {
  if (problem) problems.push(problem);
}

/** What would go in as it should not; a run on the bench looks by itself, before its fill is in the log. */
const doorProblems = (ledger: CheckedBook, fact: FactOf<'installed'>): FactProblem[] =>
  fact.into.flatMap(({ cartridgeId, slotId }) => {
    const slot = find(ledger.context, 'printer', fact.printerId)?.slots.find(({ id }) => id === slotId);
    return goingIn(ledger, cartridgeId, fact.at, slot).map((problem): FactProblem => ({
      // Only a later look that is good lets it in again.
      severity: problem.code === 'rejected' ? 'stop' : 'ask',
      label: find(ledger.context, 'cartridge', cartridgeId)?.label ?? cartridgeId,
      ...problem,
    }));
  });

/** A run's facts stand among this many last ones: taking out, weighings, seats. */
const LOOK_BACK = 24;

/** Does the log hold others of its run? They come together. */
function sharesRun(ledger: CheckedBook, fact: Fact): boolean {
  if (fact.run === undefined) return false;
  const { facts } = ledger;
  for (let i = facts.length - 1; i >= Math.max(0, facts.length - LOOK_BACK); i--)
    if (facts[i]!.run === fact.run) return true;
  return false;
}

/** A definition that others stand on, and that nothing else defines. */
function stillNeeded(ledger: CheckedBook, factId: string): FactProblem | null {
  const target = ledger.recorded.get(factId);
  if (ledger.live || target?.kind !== 'defined') return null;
  const { id } = target.entity;
  const others = ledger.facts.filter((fact) => fact.id !== factId);
  if (others.some((fact) => fact.kind === 'defined' && fact.entity.id === id)) return null;
  const count = others.filter((fact) => speaksOf(fact, id)).length;
  if (count === 0) return null;
  const { entity } = target;
  const name = 'label' in entity ? entity.label : 'name' in entity ? entity.name : entity.id;
  return { severity: 'ask', code: 'stillNeeded', name, count };
}

function speaksOf(fact: Fact, id: string): boolean {
  let found = false;
  eachReference(fact, (_, other, of) => {
    found ||= other === id || of === id;
  });
  return found;
}

/** Whatever is at hand, of any of their kinds. */
const ANY_TOOL = 'any tool';

type Visit = (what: string, id: string, of: string | null) => void;

function see(visit: Visit, what: string, id: string | null | undefined): void {
  if (id !== undefined && id !== null) visit(what, id, null);
}

/** Each thing that a fact speaks of; a slot is one `of` a printer. */
function eachReference(fact: Fact, visit: Visit): void {
  for (const { field, what } of referenceFields(fact.kind)) {
    const named = fact[field as keyof Fact] as string | readonly string[] | null | undefined;
    if (typeof named === 'object' && named !== null) for (const id of named) see(visit, what, id);
    else see(visit, what, named);
  }
  switch (fact.kind) {
    case 'weighed':
      see(visit, fact.what === 'reference' ? 'scale' : fact.what, fact.subjectId);
      see(visit, 'scale', fact.scaleId);
      break;
    case 'installed':
      for (const { cartridgeId, slotId } of fact.into) {
        see(visit, 'cartridge', cartridgeId);
        visit('slot', slotId, fact.printerId);
      }
      break;
    case 'gaugeRead':
    case 'chipSignalled':
    case 'gaugeSwitchedOff':
      visit('slot', fact.slotId, fact.printerId);
      break;
    case 'cleaned':
      for (const slotId of fact.slotIds ?? []) visit('slot', slotId, fact.printerId);
      break;
    case 'printed':
      see(visit, 'subject', fact.subjectId);
      see(visit, 'paper', fact.paperId);
      break;
    case 'spilt':
      see(visit, fact.from, fact.subjectId);
      break;
    case 'retired':
      see(visit, fact.what === 'tool' ? ANY_TOOL : fact.what, fact.subjectId);
      break;
    case 'voided':
      see(visit, 'fact', fact.factId);
      break;
    case 'defined':
      if (fact.entity.entity === 'cartridge') {
        see(visit, 'cartridgeType', fact.entity.typeId);
        see(visit, 'printer', fact.entity.printerId);
      }
      if (fact.entity.entity === 'bottle') see(visit, 'ink', fact.entity.inkId);
      break;
    default:
      break;
  }
}

function exists(ledger: CheckedBook, what: string, id: string, of: string | null): boolean {
  if (what === 'fact') return ledger.recorded.has(id);
  const known = ledger.context.entities.get(id);
  if (what === ANY_TOOL) return isTool(known);
  if (of === null) return known?.entity === what;
  return find(ledger.context, 'printer', of)?.slots.some((slot) => slot.id === id) ?? false;
}
