import type { Uncertain } from '../quantity';
import type { FactDraft, Fate, Ports } from '../workbook';
import { measuredOf, SPILT_U, type Measured } from './amountsOf';
import { lastCheck } from './answers';
import { CONSTRUCTION_DATA, METHOD_DATA } from './methods';
import type { CartridgeRun } from './run';
import type { RunEnv } from './env';
import { saidFacts } from './saidFacts';
import { weighingFact } from './weighingFact';

/**
 * The facts of a run so far that are not in the log yet: what was really done and nothing else, in the order in which it was
 * done. The fork of a run is the log with these; recording writes them, leaving the run off does too.
 *
 * @param run as far as it has come
 * @param env as for its steps
 * @param at UTC instant: of whatever the run noted no time for
 * @returns drafts, each a moment after the one before
 */
export function runFacts(run: CartridgeRun, env: RunEnv, at: string): FactDraft[] {
  const drafts: { readonly at: string | null; readonly draft: FactDraft }[] = [];
  const left = leftoverOf(run);
  let first = true;
  for (const one of measuredOf(run, env)) {
    const isFill = one.type === 'filled';
    for (const draft of factsOf(run, env, one, isFill && first ? left : null))
      drafts.push({ at: timeOf(one), draft });
    if (isFill) first = false;
  }
  for (const draft of closingFacts(run, env)) drafts.push({ at: null, draft });
  return inOrder(run, drafts, at);
}

const timeOf = (one: Measured): string | null => one.entry.at;

/** Each a moment after the one before: facts fold by time. */
function inOrder(
  run: CartridgeRun,
  drafts: readonly { readonly at: string | null; readonly draft: FactDraft }[],
  at: string,
): FactDraft[] {
  // What comes after all that was timed happens when it is asked for; what stands between, just after what came before it.
  const lastTimed = drafts.findLastIndex((one) => one.at !== null);
  let last = Date.parse(lastWritten(run) ?? run.startedAt);
  return drafts.map(({ at: own, draft }, i) => {
    const wanted = own ? Date.parse(own) : i > lastTimed ? Date.parse(at) : last + 1;
    last = Math.max(last + 1, wanted);
    return { ...draft, at: new Date(last).toISOString() };
  });
}

/** When the last weighing of this run was written that is in the log by itself. */
function lastWritten(run: CartridgeRun): string | null {
  let last: string | null = null;
  for (const entry of run.written) {
    const answer = run.answers[entry.slice(0, entry.indexOf(':'))];
    if (answer?.kind === 'mass' && (last === null || answer.at > last)) last = answer.at;
  }
  return last;
}

/** Is it in the log by itself already? */
export const isWritten = (run: CartridgeRun, stepId: string): boolean =>
  run.written.some((entry) => entry.startsWith(`${stepId}:`));

function factsOf(
  run: CartridgeRun,
  env: RunEnv,
  one: Measured,
  left: { readonly ml: Uncertain; readonly fate: Fate } | null,
): FactDraft[] {
  const { cartridgeId } = run;
  const common = { run: run.id };
  if (one.type === 'filled') {
    const { chamber, bottleId, ml, by, part, beside } = one.amount;
    return [
      {
        kind: 'filled',
        cartridgeId,
        chamber,
        bottleId,
        ml,
        by,
        ...(beside ? { beside } : {}),
        ...(part ? { part } : {}),
        method: run.method,
        occasion: run.occasion,
        ...confirmedIn(run, one.entry.id),
        ...(left && left.fate !== 'cartridge' ? { leftover: { ml: left.ml.value, fate: left.fate } } : {}),
        ...common,
      },
      // Poured to its line, it stands at the line, whatever was in it before.
      ...(by === 'line' ? [atTheLine(run, env)] : []),
    ];
  }
  if (one.type === 'out') {
    const { kind, fate, id } = one.entry;
    if (!(one.entry.ml.value > 0)) return [];
    const part = {
      cartridgeId,
      ml: one.ml,
      fate,
      ...withBottle(run, fate),
      ...confirmedIn(run, id),
      ...common,
    };
    const drawn: FactDraft = kind === 'primed' ? { kind, ...part } : { kind, chamber: 0, ...part };
    // All that could be drawn is out: what stays is what a needle leaves in such a body, whatever was in it before.
    if (id === 'draw-out' && choiceAt(run, 'contents') === 'draw') {
      const { value: fraction, u } = CONSTRUCTION_DATA[env.body.type.construction].leftByNeedle;
      return [drawn, { kind: 'levelSeen', cartridgeId, fraction, u, because: 'notLogged', ...common }];
    }
    return [drawn];
  }
  const { entry } = one;
  switch (entry.type) {
    case 'mass':
      return entry.taken && !isWritten(run, entry.id)
        ? [
            {
              ...weighingFact(run, entry.id, entry.taken.purpose, {
                ...entry.taken.answer,
                at: entry.at ?? '',
              }),
              // The bench itself said how much to draw back.
              ...(entry.massG.value > env.body.maxG ? { confirmed: ['heavierThanMax'] } : {}),
            },
          ]
        : [];
    case 'spilt':
      return [
        {
          kind: 'spilt',
          from: 'cartridge',
          subjectId: cartridgeId,
          ml: { value: entry.ml, u: SPILT_U * entry.ml },
          ...common,
        },
      ];
    case 'said':
      return saidFacts(run, entry.id, entry.choice);
    default:
      return [];
  }
}

/** One u of where it then stands, as a share of what the body holds: of the level, not of what was poured. */
const AT_LINE_U = 0.03;

function atTheLine(run: CartridgeRun, env: RunEnv): FactDraft {
  const { fullG, capacityMl } = env.body.type;
  const full = (fullG - env.body.emptyG.value) / env.densityInside.value;
  return {
    kind: 'levelSeen',
    cartridgeId: run.cartridgeId,
    fraction: Math.min(1, full / capacityMl),
    u: AT_LINE_U,
    line: 'max',
    because: 'notLogged',
    run: run.id,
  };
}

/** Questions that the person answered with yes: at the chooser, for the whole run, or at this entry. */
function confirmedIn(run: CartridgeRun, stepId: string): { confirmed?: string[] } {
  const codes = [...(run.confirmed ?? []), ...(run.answered?.[stepId] ?? [])];
  return codes.length > 0 ? { confirmed: [...new Set(codes)] } : {};
}

function leftoverOf(run: CartridgeRun): { readonly ml: Uncertain; readonly fate: Fate } | null {
  const answer = run.answers.leftover;
  return answer?.kind === 'volume' && answer.ml.value > 0 ? answer : null;
}

/** What stands at the end of a run: the leftover that went in, the chip, the ports. */
function closingFacts(run: CartridgeRun, env: RunEnv): FactDraft[] {
  const { cartridgeId } = run;
  const common = { run: run.id };
  const facts: FactDraft[] = [];
  const left = leftoverOf(run);
  const [bottleId] = run.bottleIds;
  // A leftover that goes in after the last weighing is a small fill of its own.
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
      ...confirmedIn(run, 'leftover'),
      ...common,
    });
  const reset = lastCheck(run, 'reset');
  if (reset === 'took' || reset === 'noLight')
    facts.push({ kind: 'chipReset', cartridgeId, worked: reset === 'took', ...common });
  const fresh = choiceAt(run, 'new-chip');
  if (fresh !== null && fresh !== 'no')
    facts.push({
      kind: 'chipReplaced',
      cartridgeId,
      volumeMl: env.body.cartridge.chip?.volumeMl ?? null,
      original: fresh === 'original',
      ...common,
    });
  if (choiceAt(run, 'self-reset') === 'yes')
    facts.push({ kind: 'chipReset', cartridgeId, worked: true, ...common });
  if (Object.keys(run.ports).length > 0)
    facts.push({ kind: 'portChanged', cartridgeId, ports: portsOf(run), ...common });
  return facts;
}

function choiceAt(run: CartridgeRun, id: string): string | null {
  const answer = run.answers[id];
  return answer?.kind === 'choice' ? answer.choice : null;
}

/** Ports as the run left them: the printer pierced the seal of what went in, and ink through the outlet broke it before. */
const portsOf = (run: CartridgeRun): Ports =>
  run.ports.seal === 'intact' && (run.done.includes('install') || METHOD_DATA[run.method].throughOutlet)
    ? { ...run.ports, seal: 'pierced' }
    : run.ports;

const withBottle = (run: CartridgeRun, fate: Fate): { bottleId?: string } =>
  fate === 'bottle' && run.bottleIds[0] ? { bottleId: run.bottleIds[0] } : {};
