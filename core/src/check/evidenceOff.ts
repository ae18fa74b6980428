import {
  massOff,
  bodyOf,
  contradictionOf,
  densityInside,
  isNewAndDry,
  toolsInUse,
  type CheckedBook,
} from '../ledger';
import type { FactOf, MassReason } from '../workbook';
import type { FactProblem } from './factProblem';
import { isLate } from './isLate';

type Evidence = FactOf<'weighed' | 'levelSeen' | 'sensorSignalled' | 'fadedOrRanDry' | 'gaugeRead'>;
type EvidenceOff = Extract<FactProblem, { code: 'evidenceOff' }>;

/** A part explains a mass that is off by no more of its doubt than this. */
const PART_SIGMA = 2;

/**
 * Evidence that lies more than three standard uncertainties from what was foretold asks what happened, with the likely
 * reasons; once the person has answered (`because`), it is taken by that answer.
 *
 * @returns null when it fits, was answered, or there is nothing to compare with; while facts are folded in bulk nobody is asked
 */
export function evidenceOff(book: CheckedBook, fact: Evidence): EvidenceOff | null {
  if (book.live || fact.because !== undefined) return null;
  return fact.kind === 'weighed' ? weightOff(book, fact) : seenOff(book, fact);
}

function weightOff(book: CheckedBook, fact: FactOf<'weighed'>): EvidenceOff | null {
  // In a run the fill is recorded after its weighings: only the first mass can be compared.
  if (fact.what !== 'cartridge' || (fact.purpose !== 'weighIn' && fact.purpose !== 'before')) return null;
  if (isLate(book, fact.subjectId, fact.at)) return null;
  const body = bodyOf(book.context, fact.subjectId);
  const off = massOff(book, fact.subjectId, fact.massG, fact.at);
  if (!body || !off?.far) return null;
  const { expectedG } = off;
  const expectedMl = (expectedG.value - body.emptyG.value) / densityInside(book, body, fact.at).value;
  const part = partOf(book, fact.massG.value - expectedG.value, Math.hypot(expectedG.u, fact.massG.u));
  return {
    severity: 'ask',
    code: 'evidenceOff',
    label: body.cartridge.label,
    evidence: 'mass',
    expectedMl,
    foundMl: expectedMl + off.ml,
    u: off.u,
    ...(part ? { part } : {}),
    reasons: isNewAndDry(book, body.cartridge.id) ? NEW_AND_DRY : off.ml < 0 ? LESS : MORE,
  };
}

/** A sensor that is still clipped on, a keeper that was left off: a part whose mass is just what it is off by. */
function partOf(book: CheckedBook, offG: number, u: number): EvidenceOff['part'] | null {
  for (const { name, massG } of toolsInUse(book, 'tool')) {
    if (!massG || massG.value <= 0) continue;
    if (Math.abs(Math.abs(offG) - massG.value) < PART_SIGMA * Math.hypot(u, massG.u))
      return { name, massG: massG.value, left: offG > 0 ? 'on' : 'off' };
  }
  return null;
}

function seenOff(book: CheckedBook, fact: Exclude<Evidence, FactOf<'weighed'>>): EvidenceOff | null {
  const cartridgeId =
    fact.kind === 'gaugeRead'
      ? book.state.printers.get(fact.printerId)?.slots.get(fact.slotId)?.cartridgeId
      : fact.cartridgeId;
  const body = cartridgeId ? bodyOf(book.context, cartridgeId) : undefined;
  const off = cartridgeId ? contradictionOf(book, fact, cartridgeId) : null;
  if (!body || !off) return null;
  const less = fact.kind === 'gaugeRead' || off.foundMl < off.expectedMl;
  return {
    severity: 'ask',
    code: 'evidenceOff',
    label: body.cartridge.label,
    evidence: NAMES[fact.kind],
    expectedMl: off.expectedMl,
    foundMl: off.foundMl,
    u: off.u,
    reasons: less
      ? LESS.filter((reason) => reason !== 'otherCartridge')
      : MORE.filter((reason) => reason !== 'otherCartridge'),
  };
}

const NAMES = {
  levelSeen: 'level',
  sensorSignalled: 'sensor',
  fadedOrRanDry: 'faded',
  gaugeRead: 'gauge',
} as const;

/** Dry by the log, and never filled: a weight of its own, water, or something that lay with it. */
const NEW_AND_DRY: readonly MassReason[] = ['ownEmpty', 'wet', 'partOn', 'otherCartridge', 'misread'];
const LESS: readonly MassReason[] = [
  'notLogged',
  'drawsMore',
  'leaked',
  'spilt',
  'otherCartridge',
  'misread',
  'unknown',
];
const MORE: readonly MassReason[] = ['notLogged', 'otherCartridge', 'misread', 'unknown'];
