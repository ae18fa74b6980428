import {
  all,
  bodyOf,
  bottleRemaining,
  composition,
  densityInside,
  find,
  inkNow,
  mixesOf,
  type CheckedBook,
} from '../ledger';
import { goingIn, type GoingInProblem } from '../bench';
import { entityRule, type Because, type EntityRule, type Fact, type FactOf } from '../workbook';
import { evidenceOff } from './evidenceOff';
import { isLate } from './isLate';

/** Something wrong with a fact. `ask` may be confirmed by the person and is then recorded with it; `stop` may not. */
export type FactProblem = { readonly severity: 'stop' | 'ask' } & (
  | { readonly code: 'unknownThing'; readonly what: string; readonly id: string }
  | { readonly code: 'future'; readonly at: string }
  | { readonly code: 'beforeOpening'; readonly at: string }
  | {
      readonly code: 'lighterThanEmpty';
      readonly label: string;
      readonly massG: number;
      readonly emptyG: number;
      readonly u: number;
    }
  | { readonly code: 'heavierThanMax'; readonly label: string; readonly massG: number; readonly maxG: number }
  | {
      readonly code: 'beyondScale';
      readonly massG: number;
      readonly capacityG: number;
      readonly scale: string;
    }
  | {
      readonly code: 'otherShade';
      readonly bottle: string;
      readonly bottleShade: string;
      readonly cartridge: string;
      readonly shade: string;
    }
  | {
      readonly code: 'otherClass';
      readonly bottle: string;
      readonly bottleClass: string;
      readonly cartridge: string;
      readonly inkClass: string;
    }
  | {
      readonly code: 'bottleTooLittle';
      readonly bottle: string;
      readonly hasMl: number;
      readonly needMl: number;
    }
  | { readonly code: 'bottleNotOpened'; readonly bottle: string }
  | { readonly code: 'overfill'; readonly label: string; readonly massG: number; readonly maxG: number }
  | { readonly code: 'retired'; readonly label: string }
  | { readonly code: 'notInstalled'; readonly slot: string }
  | { readonly code: 'backToBottleAfterConversion'; readonly label: string }
  | {
      readonly code: 'moreThanInside';
      readonly label: string;
      readonly hasMl: number;
      readonly takeMl: number;
    }
  | { readonly code: 'switchOffNotOffered'; readonly slot: string; readonly lost: boolean }
  | { readonly code: 'resetWithoutTopUp'; readonly label: string }
  | ({ readonly label: string } & GoingInProblem)
  | { readonly code: 'alreadyVoided' }
  | { readonly code: 'stillNeeded'; readonly name: string; readonly count: number }
  | { readonly code: 'cannotFold'; readonly why: string }
  | ({ readonly code: 'entityRule' } & EntityRule)
  | {
      readonly code: 'evidenceOff';
      readonly label: string;
      readonly evidence: 'mass' | 'level' | 'sensor' | 'faded' | 'gauge';
      /** Ink expected and found; for a gauge ink used, ml. */
      readonly expectedMl: number;
      readonly foundMl: number;
      readonly u: number;
      /** A part that would explain it: left on the cartridge, or missing from it. */
      readonly part?: { readonly name: string; readonly massG: number; readonly left: 'on' | 'off' };
      /** Likely reasons, the likeliest first: one of them is recorded with the evidence. */
      readonly reasons: readonly Because[];
    }
);

const OPENING = Date.UTC(1990, 0);
/** A clock on another device may be this far ahead. */
const CLOCK_SLACK_MS = 5 * 60_000;

/**
 * Looks at a fact before it is recorded: does it speak of things that exist, at a time that has come, with masses and
 * volumes that nature and the workbook allow?
 *
 * @param ledger what is true before the fact
 * @param fact valid by its schema
 * @param now milliseconds since 1970
 * @returns problems, worst first; those listed in `fact.confirmed` are left out
 */
export function checkFact(ledger: CheckedBook, fact: Fact, now: number): FactProblem[] {
  const problems: FactProblem[] = [];
  const report = (problem: FactProblem): void => void problems.push(problem);
  const reportIf = (problem: FactProblem | null): void => void (problem && problems.push(problem));
  const happened = Date.parse(fact.at);
  if (happened > now + CLOCK_SLACK_MS) report({ severity: 'stop', code: 'future', at: fact.at });
  if (happened < OPENING) report({ severity: 'stop', code: 'beforeOpening', at: fact.at });
  for (const { what, id } of references(fact))
    if (!exists(ledger, what, id)) report({ severity: 'stop', code: 'unknownThing', what, id });
  if (problems.some((problem) => problem.code === 'unknownThing')) return problems;
  const { context, state } = ledger;
  switch (fact.kind) {
    case 'weighed': {
      const scale = find(context, 'scale', fact.scaleId);
      if (scale && fact.massG.value > scale.capacityG)
        report({
          severity: 'stop',
          code: 'beyondScale',
          massG: fact.massG.value,
          capacityG: scale.capacityG,
          scale: scale.name,
        });
      const body = fact.what === 'cartridge' ? bodyOf(context, fact.subjectId) : undefined;
      if (!body || fact.purpose === 'empty' || fact.purpose === 'drying') break;
      const { emptyG, maxG, cartridge } = body;
      const u = Math.hypot(emptyG.u, fact.massG.u);
      if (fact.massG.value < emptyG.value - 3 * u)
        report({
          severity: 'stop',
          code: 'lighterThanEmpty',
          label: cartridge.label,
          massG: fact.massG.value,
          emptyG: emptyG.value,
          u,
        });
      if (fact.massG.value > maxG + 3 * fact.massG.u)
        report({
          severity: fact.massG.value > 1.5 * maxG ? 'stop' : 'ask',
          code: 'heavierThanMax',
          label: cartridge.label,
          massG: fact.massG.value,
          maxG,
        });
      reportIf(evidenceOff(ledger, fact));
      break;
    }
    case 'levelSeen':
    case 'sensorSignalled':
    case 'fadedOrRanDry':
      reportIf(evidenceOff(ledger, fact));
      break;
    case 'filled': {
      const body = bodyOf(context, fact.cartridgeId)!;
      const bottle = find(context, 'bottle', fact.bottleId)!;
      const ink = find(context, 'ink', bottle.inkId);
      const { cartridge } = body;
      const shade = cartridge.shades[fact.chamber] ?? cartridge.shades[0]!;
      const name = `${ink?.name ?? 'bottle'} ${bottle.lot}`.trim();
      if (ink && ink.shade !== shade)
        report({
          severity: 'ask',
          code: 'otherShade',
          bottle: name,
          bottleShade: ink.shade,
          cartridge: cartridge.label,
          shade,
        });
      if (ink && ink.inkClass !== cartridge.inkClass && ink.inkClass !== 'flushFluid')
        report({
          severity: 'ask',
          code: 'otherClass',
          bottle: name,
          bottleClass: ink.inkClass,
          cartridge: cartridge.label,
          inkClass: cartridge.inkClass,
        });
      const left = bottleRemaining(ledger, fact.bottleId)!.now;
      const need = fact.ml.value + (fact.leftover?.fate === 'bin' ? fact.leftover.ml : 0);
      if (need > left.value + 3 * Math.hypot(left.u, fact.ml.u))
        report({ severity: 'ask', code: 'bottleTooLittle', bottle: name, hasMl: left.value, needMl: need });
      if (state.cartridges.get(fact.cartridgeId)?.retired)
        report({ severity: 'ask', code: 'retired', label: cartridge.label });
      if (fact.occasion === 'conversion' && fact.leftover?.fate === 'bottle')
        report({ severity: 'ask', code: 'backToBottleAfterConversion', label: cartridge.label });
      const inside = inkNow(ledger, fact.cartridgeId, fact.at);
      const density = densityInside(ledger, body, fact.at);
      if (inside && !sharesRun(ledger, fact) && !isLate(ledger, fact.cartridgeId, fact.at)) {
        const massG = body.emptyG.value + (inside.value + fact.ml.value) * density.value;
        if (massG > body.maxG + 3 * Math.hypot(inside.u, fact.ml.u) * density.value + 0.3)
          report({ severity: 'ask', code: 'overfill', label: cartridge.label, massG, maxG: body.maxG });
      }
      break;
    }
    case 'drawnOut':
    case 'primed': {
      const body = bodyOf(context, fact.cartridgeId)!;
      const inside = inkNow(ledger, fact.cartridgeId, fact.at);
      if (inside && fact.ml.value > inside.value + 3 * Math.hypot(inside.u, fact.ml.u) + 0.5)
        report({
          severity: 'ask',
          code: 'moreThanInside',
          label: body.cartridge.label,
          hasMl: inside.value,
          takeMl: fact.ml.value,
        });
      if (
        fact.fate === 'bottle' &&
        fact.bottleId &&
        composition(mixesOf(ledger, fact.cartridgeId, fact.at)[0] ?? new Map()).some(
          (share) => share.lot !== fact.bottleId && share.fraction > 0.02,
        )
      )
        report({ severity: 'ask', code: 'backToBottleAfterConversion', label: body.cartridge.label });
      break;
    }
    case 'gaugeRead': {
      const slot = find(context, 'printer', fact.printerId)?.slots.find((s) => s.id === fact.slotId);
      if (!state.printers.get(fact.printerId)?.slots.get(fact.slotId)?.cartridgeId)
        report({ severity: 'stop', code: 'notInstalled', slot: slot?.name ?? fact.slotId });
      else if (fact.by === 'person') reportIf(evidenceOff(ledger, fact));
      break;
    }
    case 'gaugeSwitchedOff': {
      const slot = find(context, 'printer', fact.printerId)?.slots.find((s) => s.id === fact.slotId);
      const cartridgeId = state.printers.get(fact.printerId)?.slots.get(fact.slotId)?.cartridgeId;
      const name = slot?.name ?? fact.slotId;
      if (!cartridgeId) report({ severity: 'stop', code: 'notInstalled', slot: name });
      else {
        const offer = state.cartridges.get(cartridgeId)?.chip.machine.offer;
        if (offer !== 'open' && offer !== 'taken')
          report({ severity: 'ask', code: 'switchOffNotOffered', slot: name, lost: offer === 'lost' });
      }
      break;
    }
    case 'chipReset': {
      const machine = state.cartridges.get(fact.cartridgeId)?.chip.machine;
      // In a bench run the fill is recorded with its reset.
      if (
        fact.worked &&
        machine &&
        !machine.toppedUp &&
        machine.strategy !== 'none' &&
        !sharesRun(ledger, fact)
      )
        report({
          severity: 'ask',
          code: 'resetWithoutTopUp',
          label: bodyOf(context, fact.cartridgeId)!.cartridge.label,
        });
      break;
    }
    case 'defined': {
      const broken = entityRule(fact.entity);
      if (broken) report({ severity: 'stop', code: 'entityRule', ...broken });
      break;
    }
    case 'voided':
      if (ledger.isVoidedBesides(fact.factId, fact.id)) report({ severity: 'stop', code: 'alreadyVoided' });
      reportIf(stillNeeded(ledger, fact.factId));
      break;
    default:
      break;
  }
  if (fact.kind === 'installed' && fact.run === undefined) doorProblems(ledger, fact).forEach(report);
  // Nearly all are sound.
  if (problems.length === 0) return problems;
  const confirmed = new Set(fact.confirmed);
  return problems
    .filter((problem) => problem.severity === 'stop' || !confirmed.has(problem.code))
    .sort((a, b) => (a.severity === b.severity ? 0 : a.severity === 'stop' ? -1 : 1));
}

/** What would go in as it should not; a run on the bench looks by itself, before its fill is in the log. */
const doorProblems = (ledger: CheckedBook, fact: FactOf<'installed'>): FactProblem[] =>
  fact.into.flatMap(({ cartridgeId, slotId }) => {
    const slot = find(ledger.context, 'printer', fact.printerId)?.slots.find(({ id }) => id === slotId);
    const label = find(ledger.context, 'cartridge', cartridgeId)?.label ?? cartridgeId;
    return goingIn(ledger, cartridgeId, fact.at, slot).map((problem): FactProblem => ({
      severity: 'ask',
      label,
      ...problem,
    }));
  });

/** A run's facts stand among this many last ones: taking out, weighings, seats. */
const LOOK_BACK = 24;

/** Facts of one run come together: the fill is judged by its own weighing, not by an estimate. */
function sharesRun(ledger: CheckedBook, fact: Fact): boolean {
  return fact.run !== undefined && ledger.facts.slice(-LOOK_BACK).some((other) => other.run === fact.run);
}

/** A definition that others stand on, and that nothing else defines. */
function stillNeeded(ledger: CheckedBook, factId: string): FactProblem | null {
  const target = ledger.recorded.get(factId);
  if (ledger.live || target?.kind !== 'defined') return null;
  const { id } = target.entity;
  const others = ledger.facts.filter((fact) => fact.id !== factId);
  if (others.some((fact) => fact.kind === 'defined' && fact.entity.id === id)) return null;
  const count = others.filter((fact) =>
    references(fact).some((ref) => ref.id === id || ref.what === `slot of ${id}`),
  ).length;
  if (count === 0) return null;
  const { entity } = target;
  const name = 'label' in entity ? entity.label : 'name' in entity ? entity.name : entity.id;
  return { severity: 'ask', code: 'stillNeeded', name, count };
}

function references(fact: Fact): { what: string; id: string }[] {
  const refs: { what: string; id: string }[] = [];
  const add = (what: string, id: string | undefined): void => {
    if (id !== undefined) refs.push({ what, id });
  };
  if ('cartridgeId' in fact) add('cartridge', fact.cartridgeId);
  if ('printerId' in fact) add('printer', fact.printerId);
  if ('bottleId' in fact && fact.kind !== 'purchased') add('bottle', fact.bottleId);
  if ('inkId' in fact) add('ink', fact.inkId);
  if ('cartridgeIds' in fact) fact.cartridgeIds.forEach((id) => add('cartridge', id));
  switch (fact.kind) {
    case 'weighed':
      add(fact.what === 'reference' ? 'scale' : fact.what, fact.subjectId);
      add('scale', fact.scaleId);
      break;
    case 'installed':
      fact.into.forEach(({ cartridgeId, slotId }) => {
        add('cartridge', cartridgeId);
        add(`slot of ${fact.printerId}`, slotId);
      });
      break;
    case 'gaugeRead':
    case 'chipSignalled':
    case 'gaugeSwitchedOff':
      add(`slot of ${fact.printerId}`, fact.slotId);
      break;
    case 'printed':
      add('subject', fact.subjectId);
      add('paper', fact.paperId);
      break;
    case 'spilt':
    case 'retired':
      add('kind' in fact && fact.kind === 'spilt' ? fact.from : fact.what, fact.subjectId);
      break;
    case 'voided':
      add('fact', fact.factId);
      break;
    case 'defined':
      if (fact.entity.entity === 'cartridge') {
        add('cartridgeType', fact.entity.typeId);
        add('printer', fact.entity.printerId ?? undefined);
      }
      if (fact.entity.entity === 'bottle') add('ink', fact.entity.inkId);
      break;
    default:
      break;
  }
  return refs;
}

function exists(ledger: CheckedBook, what: string, id: string): boolean {
  if (what === 'fact') return ledger.recorded.has(id);
  if (what.startsWith('slot of '))
    return all(ledger.context, 'printer').some(
      (printer) => printer.id === what.slice(8) && printer.slots.some((slot) => slot.id === id),
    );
  return ledger.context.entities.get(id)?.entity === what;
}
