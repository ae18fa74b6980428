import type { Uncertain } from '../quantity';
import type { FactDraft, Fate, Ports } from '../workbook';
import { countedU } from './countedU';
import { countedIn, METHOD_DATA, type Counted } from './methods';
import type { Answer, CartridgeRun } from './run';
import { afterMasses, headMasses, lastCheck, massBefore, massOf, massStart, tankMasses } from './answers';
import { dosesOf } from './dosesOf';
import { planOf } from './planOf';
import { chamberDensity, pouredDensity } from './pouredDensity';
import type { RunEnv } from './runEnv';
import { syringeU } from './syringeU';
import type { Part, StepId } from './step';

/** Relative standard uncertainty of a line seen through a wall. */
const LINE_U = 0.06;

/** The weighing that a step just took, as a fact: written at once, so that an abandoned run keeps what was measured. */
export function weighingFact(
  run: CartridgeRun,
  stepId: StepId,
  purpose: 'before' | 'after' | 'rested',
  { massG, headG, at }: Extract<Answer, { kind: 'mass' }>,
): FactDraft {
  return {
    kind: 'weighed',
    what: 'cartridge',
    subjectId: run.cartridgeId,
    massG,
    ...(headG ? { headG } : {}),
    purpose,
    at,
    run: run.id,
    ...(run.scaleId ? { scaleId: run.scaleId } : {}),
    note: `step ${stepId}`,
  };
}

export interface FillAmount {
  readonly chamber: number;
  readonly bottleId: string;
  readonly ml: Uncertain;
  readonly by: 'mass' | 'syringe' | 'line' | Counted;
  /** 0: the fill itself; i: the drops after the i-th weighing. */
  readonly correction: number;
  /** Which body of a two-part cartridge it went into, where they were weighed each by itself. */
  readonly part?: Part;
}

/**
 * What really went in, by chamber: the mass difference where both weighings were taken (shared over the chambers by
 * their doses), otherwise the syringe, the count or the line with their larger u. What was primed or drawn out
 * between the two weighings is added back: the balance is of ink poured, not of ink kept.
 */
export function amountsOf(run: CartridgeRun, env: RunEnv): FillAmount[] {
  if (tankMasses(run).length > 0) return partAmounts(run, env);
  const { chambers } = env.body.type;
  const doses = dosesOf(run, env, planOf(run, env));
  const byChamber = Array.from({ length: chambers }, () => 0);
  doses.forEach((dose, part) => (byChamber[dose.chamber]! += loaded(run, `load-${part}-`)));
  const total = byChamber.reduce((sum, ml) => sum + ml, 0);
  const { dosed } = METHOD_DATA[run.method];
  const counted = countedIn(run.method);
  const by = dosed === 'line' ? 'line' : (counted ?? 'syringe');
  const readU = (ml: number): number =>
    counted && run.squeezeMl
      ? countedU(ml, run.method, run.squeezeMl, env.tools)
      : Math.hypot(dosed === 'line' ? LINE_U * ml : 0, syringeU(ml, env));
  const masses = [massStart(run), ...afterMasses(run)];
  const amounts: FillAmount[] = [];
  const weighed = rise(masses[0], masses[1], pouredDensity(env, byChamber));
  const hand = handDrawn(run);
  const all = weighed && { value: Math.max(0, weighed.value + hand.ml), u: Math.hypot(weighed.u, hand.u) };
  byChamber.forEach((ml, chamber) => {
    const bottleId = run.bottleIds[chamber] ?? run.bottleIds[0];
    if (!bottleId || ml <= 0) return;
    amounts.push(
      all && total > 0
        ? {
            chamber,
            bottleId,
            correction: 0,
            by: 'mass',
            ml: {
              value: (all.value * ml) / total,
              u: (all.u * ml) / total + (chambers > 1 ? readU(ml) : 0),
            },
          }
        : { chamber, bottleId, correction: 0, by, ml: { value: ml, u: readU(ml) } },
    );
  });
  for (let i = 1; run.answers[`top-off-${i}`]; i++) {
    const ml = loaded(run, `top-off-${i}`);
    const bottleId = run.bottleIds[0];
    if (ml <= 0 || !bottleId) continue;
    const drops = rise(masses[i], masses[i + 1], chamberDensity(env, 0));
    amounts.push({
      chamber: 0,
      bottleId,
      correction: i,
      by: drops ? 'mass' : by,
      ml: drops && drops.value > 0 ? drops : { value: ml, u: readU(ml) },
    });
  }
  return amounts;
}

/** Head and tank each by its own masses; by the syringe where one of them was not weighed after its fill. */
function partAmounts(run: CartridgeRun, env: RunEnv): FillAmount[] {
  const bottleId = run.bottleIds[0];
  if (!bottleId) return [];
  const rho = chamberDensity(env, 0);
  const amounts: FillAmount[] = [];
  const one = (part: Part, masses: readonly Uncertain[], dose: string, topOff: string): void => {
    for (let i = 0; i === 0 || run.answers[`${topOff}${i}`]; i++) {
      const read = loaded(run, i === 0 ? dose : `${topOff}${i}`);
      if (read <= 0) continue;
      const weighed = rise(masses[i], masses[i + 1], rho);
      const spilt = part === 'tank' && i === 0 ? run.spiltMl : 0;
      amounts.push({
        chamber: 0,
        bottleId,
        correction: i,
        part,
        by: weighed ? 'mass' : 'syringe',
        ml: weighed
          ? { value: Math.max(0, weighed.value + spilt), u: Math.hypot(weighed.u, 0.3 * spilt) }
          : { value: read, u: syringeU(read, env) },
      });
    }
  };
  one('head', headMasses(run), 'load-0-', 'head-top-off-');
  one('tank', tankMasses(run), 'load-1-', 'top-off-');
  return amounts;
}

function loaded(run: CartridgeRun, prefix: string): number {
  return Object.entries(run.answers).reduce(
    (sum, [id, answer]) => sum + (answer.kind === 'load' && id.startsWith(prefix) ? answer.ml : 0),
    0,
  );
}

function rise(
  from: Uncertain | null | undefined,
  to: Uncertain | null | undefined,
  rho: Uncertain,
): Uncertain | null {
  if (!from || !to) return null;
  const value = (to.value - from.value) / rho.value;
  return { value, u: Math.hypot(Math.hypot(from.u, to.u) / rho.value, (value * rho.u) / rho.value) };
}

/** Taken out by hand, or spilt, between the first weighing and the first one after. */
function handDrawn(run: CartridgeRun): { ml: number; u: number } {
  let ml = run.spiltMl;
  let variance = (0.3 * run.spiltMl) ** 2;
  // What was drawn out before a weighing of its own is in that mass already.
  const drawn = massOf(run, 'weigh-drawn') ? [] : ['draw-out'];
  for (const id of [...drawn, 'prime', 'prime-head']) {
    const answer = run.answers[id];
    if (answer?.kind !== 'volume' || answer.fate === 'cartridge') continue;
    ml += answer.ml.value;
    variance += answer.ml.u ** 2;
  }
  return { ml, u: Math.sqrt(variance) };
}

/**
 * The facts that a run leaves when it ends, whether finished or abandoned: what was really done and nothing else. The
 * weighings were written when they were taken.
 *
 * @param run finished or abandoned
 * @param env as for its steps
 * @param at when it ended, UTC
 */
export function runFacts(run: CartridgeRun, env: RunEnv, at: string): FactDraft[] {
  const facts: FactDraft[] = [];
  const { cartridgeId } = run;
  const common = { run: run.id };
  const confirmed = run.confirmed?.length ? { confirmed: [...run.confirmed] } : {};
  const pourAt = timeBefore(run, at);
  /** Just after the i-th weighing of the full cartridge. */
  const justAfter = (id: StepId): string => {
    const answer = run.answers[id];
    return answer?.kind === 'mass' ? new Date(Date.parse(answer.at) + 1).toISOString() : pourAt;
  };
  const afterWeighing = (i: number): string => justAfter(`weigh-after-${i}`);
  const afterHead = (i: number): string => justAfter(`head-weigh-after-${i}`);
  const volume = (id: string): { ml: Uncertain; fate: Fate } | null => {
    const answer = run.answers[id];
    return answer?.kind === 'volume' && answer.ml.value > 0 ? answer : null;
  };
  const out = (id: string, when: string, ml = volume(id)?.ml): void => {
    const answer = volume(id);
    if (!answer || !ml) return;
    const kind = id.includes('prime') ? ('primed' as const) : ('drawnOut' as const);
    const part = { cartridgeId, ml, fate: answer.fate, at: when, ...withBottle(run, answer.fate), ...common };
    facts.push(kind === 'primed' ? { kind, ...part } : { kind, chamber: 0, ...part });
  };
  const [before, drawn] = [massBefore(run), massOf(run, 'weigh-drawn')];
  // The scale knows better than the syringe how much came out.
  const fellBy = rise(drawn, before, env.densityInside);
  out('draw-out', drawnAt(run, pourAt), fellBy && fellBy.value > 0 ? fellBy : undefined);
  const left = volume('leftover');
  amountsOf(run, env).forEach((amount, i) => {
    const { chamber, bottleId, ml, by, correction, part } = amount;
    facts.push({
      kind: 'filled',
      cartridgeId,
      chamber,
      bottleId,
      ml,
      by,
      ...(part ? { part } : {}),
      method: run.method,
      occasion: run.occasion,
      ...confirmed,
      at: correction === 0 ? pourAt : part === 'head' ? afterHead(correction) : afterWeighing(correction),
      ...(left && i === 0 && left.fate !== 'cartridge'
        ? { leftover: { ml: left.ml.value, fate: left.fate } }
        : {}),
      ...common,
    });
  });
  out('prime', pourAt);
  out('prime-head', pourAt, fellAtPrime(run, env));
  const heads = headMasses(run);
  heads.forEach((mass, i) => {
    const fell = i > 0 ? rise(heads[i + 1], mass, pouredDensity(env)) : null;
    if (i > 0) out(`head-draw-back-${i}`, afterHead(i), fell && fell.value > 0 ? fell : undefined);
  });
  const masses = afterMasses(run);
  masses.forEach((mass, i) => {
    const fell = rise(masses[i + 1], mass, pouredDensity(env));
    out(`draw-back-${i + 1}`, afterWeighing(i + 1), fell && fell.value > 0 ? fell : undefined);
  });
  // Drawn, or primed anew, after a look that was not well: after the last weighing of the fill.
  const afterAll = masses.length > 0 ? afterWeighing(masses.length) : at;
  for (const id of Object.keys(run.answers)) if (/^(drip|look|tissue|flow)-\d+-/.test(id)) out(id, afterAll);
  if (run.spiltMl > 0)
    facts.push({
      kind: 'spilt',
      from: 'cartridge',
      subjectId: cartridgeId,
      ml: { value: run.spiltMl, u: 0.3 * run.spiltMl },
      at: pourAt,
      ...common,
    });
  // A leftover that goes in after the last weighing is a small fill of its own.
  const bottleId = run.bottleIds[0];
  if (left?.fate === 'cartridge' && bottleId)
    facts.push({
      kind: 'filled',
      cartridgeId,
      chamber: 0,
      bottleId,
      ml: left.ml,
      by: 'syringe',
      method: run.method,
      occasion: run.occasion,
      ...confirmed,
      at,
      ...common,
    });
  const reset = lastCheck(run, 'reset');
  if (reset === 'took' || reset === 'noLight')
    facts.push({ kind: 'chipReset', cartridgeId, worked: reset === 'took', at, ...common });
  const chip = env.body.cartridge.chip;
  const fresh = run.answers['new-chip'];
  if (fresh?.kind === 'choice' && fresh.choice !== 'no')
    facts.push({
      kind: 'chipReplaced',
      cartridgeId,
      volumeMl: chip?.volumeMl ?? null,
      original: fresh.choice === 'original',
      at,
      ...common,
    });
  const itself = run.answers['self-reset'];
  if (itself?.kind === 'choice' && itself.choice === 'yes')
    facts.push({ kind: 'chipReset', cartridgeId, worked: true, at, ...common });
  if (Object.keys(run.ports).length > 0)
    facts.push({ kind: 'portChanged', cartridgeId, ports: portsOf(run), at, ...common });
  return facts;
}

/** What the head's prime took out, where it was weighed before and after. */
function fellAtPrime(run: CartridgeRun, env: RunEnv): Uncertain | undefined {
  const heads = headMasses(run);
  const fell = heads.length > 1 ? rise(massOf(run, 'weigh-primed'), heads.at(-1), pouredDensity(env)) : null;
  return fell && fell.value > 0 ? fell : undefined;
}

/** Ports as the run left them: the printer pierced the seal of what went in, and ink through the outlet broke it before. */
const portsOf = (run: CartridgeRun): Ports =>
  run.ports.seal === 'intact' && (run.done.includes('install') || METHOD_DATA[run.method].throughOutlet)
    ? { ...run.ports, seal: 'pierced' }
    : run.ports;

/** The ink goes in between the first weighing and the first one after: facts fold by time. */
function timeBefore(run: CartridgeRun, at: string): string {
  const after = run.answers['weigh-after-1'];
  const before = run.answers['weigh-drawn'] ?? run.answers['weigh-before'];
  if (after?.kind !== 'mass') return at;
  const start = before?.kind === 'mass' ? Date.parse(before.at) : 0;
  return new Date(Math.max(start + 1, Date.parse(after.at) - 1)).toISOString();
}

/** What was left came out before it was weighed empty. */
function drawnAt(run: CartridgeRun, pourAt: string): string {
  const drawn = run.answers['weigh-drawn'];
  return drawn?.kind === 'mass' ? new Date(Date.parse(drawn.at) - 1).toISOString() : pourAt;
}

const withBottle = (run: CartridgeRun, fate: Fate): { bottleId?: string } =>
  fate === 'bottle' && run.bottleIds[0] ? { bottleId: run.bottleIds[0] } : {};
