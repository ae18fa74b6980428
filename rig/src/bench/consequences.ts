import type { Consequence, Where } from './consequence';
export type { Consequence, Where } from './consequence';
import {
  CHECKS,
  CONSTRUCTION_DATA,
  massBefore,
  startPlan,
  type CartridgeRun,
  type CheckAnswer,
  type CheckCode,
  type Part,
  type RunEnv,
} from '@hiraeth/core/bench';
import { partsOf, type PartBody } from '@hiraeth/core/ledger';
import { IF_IGNORED } from './ifIgnored';

/** A finger's breadth of overshoot that no body minds, g. */
const GRACE_G = 0.3;

/**
 * What nature would do with a cartridge that was treated as in this run: the usual mistakes, where they would show, and why.
 *
 * @param run rehearsed so far; steps left out are in `run.skipped`
 * @param env the cartridge, its ink and its printer
 * @param inks shades in the chosen bottles, one for each chamber
 * @returns consequences in the order in which they would be noticed; none for a clean run
 */
export function consequences(
  run: CartridgeRun,
  env: RunEnv,
  inks: readonly { readonly shade: string; readonly inkClass: string }[],
): Consequence[] {
  const { body } = env;
  const { type, cartridge } = body;
  const { sponge, vent } = CONSTRUCTION_DATA[type.construction];
  const skipped = new Set(run.skipped);
  const did = (id: string): boolean => run.done.includes(id) && !skipped.has(id);
  const found: Consequence[] = [];
  const say = (where: Where, what: string, why: string): void => void found.push({ where, what, why });
  const massG = rehearsedMass(run, env);
  const loaded = Object.values(run.answers).some((answer) => answer.kind === 'load' && answer.ml > 0);
  const needs = (id: string): boolean => skipped.has(id);

  if (needs('shake') && loaded)
    say(
      'printer',
      'The colours come out weak, then too strong.',
      'Pigment had settled: the first ink out of an unshaken bottle is thin.',
    );
  if (sponge && needs('shut-outlet'))
    say(
      'hands',
      'Ink runs out of the outlet while you fill.',
      'The outlet stood open: a sponge lets go what is pushed in.',
    );
  if (run.foam)
    say(
      'printer',
      'The prints start well, then show stripes.',
      'Foam went in with the plunger’s air: bubbles sit over the outlet.',
    );
  if (loaded && massG > body.maxG + GRACE_G)
    say(
      'hands',
      `It drips: about ${((massG - body.maxG) / (env.bottleDensity[0] ?? env.densityInside).value).toFixed(1)} ml too much is in.`,
      'Above its maximum there is no air gap left. Draw it back, or let it stand on a towel.',
    );
  if (type.construction === 'bag' && massG > body.maxG)
    say('printer', 'Ink feeds under pressure and floods the head.', 'An over-full bag presses on its ink.');
  if (did('open') && type.port !== 'outlet' && needs('plug'))
    say(
      'rest',
      'It weighs less after its rest, and the towel is wet.',
      'The fill plug was not flush: air comes in, ink goes out.',
    );
  inks.forEach((ink, chamber) => {
    const shade = cartridge.shades[chamber] ?? cartridge.shades[0]!;
    if (loaded && ink.shade !== shade && run.occasion !== 'conversion')
      say(
        'printer',
        `What should print ${shade} prints ${ink.shade} mixed in.`,
        'The wrong bottle. Read both labels twice.',
      );
    if (loaded && ink.inkClass !== cartridge.inkClass && ink.inkClass !== 'flushFluid')
      say(
        'printer',
        'The nozzles of this channel clog.',
        `A ${ink.inkClass} ink met ${cartridge.inkClass} ink in the same sponge or line.`,
      );
  });
  if (
    sponge &&
    run.occasion === 'conversion' &&
    env.inkNow &&
    env.inkNow.value < 0.5 &&
    env.inkNow.value > 0.05
  )
    say(
      'hands',
      'The ink will not wick in.',
      'The sponge is still wet with rinse water: dry it to its dry mass first.',
    );
  const dry = sponge && run.occasion === 'first' && run.method === 'topSyringe' && needs('drink');
  if (dry)
    say(
      'rest',
      'It shows a dry patch against the light.',
      'The sponge had no time to drink: ink sits beside it, not in it.',
    );
  const prime = run.answers['prime-decide'];
  const unprimed =
    loaded &&
    run.done.includes('prime-decide') &&
    prime?.kind === 'choice' &&
    prime.choice === 'skip' &&
    run.occasion !== 'topUp';
  if (unprimed || needs('prime') || needs('prime-head'))
    say(
      'printer',
      'The first sheet is blank in this channel.',
      'Air, not ink, met the printer: the outlet was not primed.',
    );
  if (vent && (needs('vent') || needs('vent-open') || needs('untape-vent') || run.ports.vent === 'shut'))
    say('printer', 'It prints a few sheets, then fades.', 'The vent is shut: a vacuum holds the ink back.');
  const look = (check: string): string | null => {
    const answer = run.answers[`${check}-1`];
    return answer?.kind === 'choice' ? answer.choice : null;
  };
  if (look('recognised') === 'recognised' && skipped.has('chip-on'))
    say('printer', 'The printer does not see it.', 'Its old chip is used up, and no new one is on.');
  if (did('keeper-back') && needs('keeper-last'))
    say('printer', 'It prints nothing in this channel.', 'The outlet keeper is still on.');
  if (needs('deburr'))
    say('printer', 'A channel clogs after some sheets.', 'Swarf from the drilled hole lies in the ink.');
  if (loaded && massG > body.maxG + GRACE_G && look('drip') === 'dry')
    say('printer', 'It drips into the bay.', 'It was too full, and the look for drips was not really made.');
  if (needs('clean'))
    say(
      'hands',
      'Tomorrow the needle is clogged, and the next colour is tainted.',
      'Ink dried in the syringe and needle.',
    );
  if (needs('take-out') && env.printer?.exchangeState)
    say(
      'printer',
      'The printer has lost track of this cartridge.',
      'It was pulled out while the printer thought its door was shut.',
    );
  // A good look afterwards took it out of the world.
  for (const check of Object.keys(CHECKS) as CheckCode[]) {
    const last = lastAnswer(run, check);
    const ignored = last === null ? undefined : IF_IGNORED[check][last];
    if (ignored) say(ignored.where, `If it went in like this: ${lowered(ignored.what)}`, ignored.why);
  }
  return found;
}

/** How the last look at a check came out, if it was made. */
function lastAnswer(run: CartridgeRun, check: CheckCode): CheckAnswer | null {
  let last: CheckAnswer | null = null;
  for (let n = 1; ; n++) {
    const answer = run.answers[`${check}-${n}`];
    if (answer?.kind !== 'choice') return last;
    last = answer.choice as CheckAnswer;
  }
}

const lowered = (words: string): string => words.charAt(0).toLowerCase() + words.slice(1);

/**
 * What the rehearsed cartridge weighs now: its start, what was put in and taken out, and what it has lost at a loose plug.
 *
 * @param part the one body of a two-part cartridge that stands on the scale
 */
export function rehearsedMass(run: CartridgeRun, env: RunEnv, part?: Part): number {
  const parts = part ? partsOf(env.body) : null;
  if (parts) {
    const head = rehearsedHead(run, env, parts.head);
    return part === 'head' ? head : rehearsedMass(run, env) - head;
  }
  const rho = (env.bottleDensity[0] ?? env.densityInside).value;
  const start =
    massBefore(run)?.value ??
    startPlan({ ...run, answers: {} }, env).inkNow.value * rho + env.body.emptyG.value;
  let ml = -run.spiltMl;
  for (const [id, answer] of Object.entries(run.answers)) {
    if (answer.kind === 'load') ml += answer.ml;
    if (answer.kind === 'volume' && answer.fate !== 'cartridge' && id !== 'leftover') ml -= answer.ml.value;
  }
  // A plug left out leaks while it rests.
  if (run.skipped.includes('plug') && run.done.includes('rest')) ml -= LEAK_ML;
  return start + ml * rho;
}

/** The head by itself: it begins with its share of what is inside. */
function rehearsedHead(run: CartridgeRun, env: RunEnv, head: PartBody): number {
  const rho = (env.bottleDensity[0] ?? env.densityInside).value;
  const share = head.capacityMl / env.body.type.capacityMl;
  const before = startPlan({ ...run, answers: {} }, env).inkNow.value;
  let ml = Math.min(head.capacityMl, share * before);
  for (const [id, answer] of Object.entries(run.answers)) {
    if (answer.kind === 'load' && /^(load-0-|head-)/.test(id)) ml += answer.ml;
    if (answer.kind === 'volume' && answer.fate !== 'cartridge' && id.includes('head')) ml -= answer.ml.value;
  }
  return head.emptyG.value + ml * rho;
}

/** What a loose plug loses in a rest, ml. */
const LEAK_ML = 1.8;
