import type { PlainDoing } from '../plainDoing';
import { checked } from '../answers';
import type { Caution } from '../cautions';
import { CHECKS, type CheckAnswer, type CheckCode, type Remedy } from '../checks';
import { forkOf } from '../forkOf';
import { isMixed } from '../isMixed';
import { CONSTRUCTION_DATA } from '../methods';
import { planOf } from '../planOf';
import { pouredDensity } from '../pouredDensity';
import type { CartridgeRun } from '../run';
import type { RunEnv } from '../env';
import type { Lay, StepId, StepOf } from '../step';
import { closesHole } from './closureOf';

type Extra = Partial<Pick<StepOf<'check'>, 'requires' | 'changes' | 'waitSeconds' | 'cautions' | 'pairs'>>;

/** Drawn back by hand where a body is too full and nothing was weighed, ml. */
const DRAIN_ML = 1;

/**
 * A check with its answers: an answer that is not the good one lays its consequence, and the look again.
 *
 * @returns false when it was given up: the cartridge is put aside
 */
export function checkSteps(
  check: CheckCode,
  run: CartridgeRun,
  env: RunEnv,
  add: Lay,
  extra: Extra = {},
): boolean {
  const data = CHECKS[check];
  const chambers = env.body.type.chambers > 1 ? env.body.cartridge.shades : [];
  const answers = data.answers.filter((answer) => applies(answer, chambers.length, env));
  for (let n = 1; ; n++) {
    add({ id: `${check}-${n}`, kind: 'check', check, answers, chambers, pairs: [], ...extra });
    const answer = checked(run, check, n);
    if (answer === null || answer === answers[0]) return true;
    const remedies = data.remedies[answer];
    if (remedies === undefined || remedies.length === 0) return true;
    if (n === data.tries) {
      if (data.giveUp === 'set-aside')
        add({ id: 'set-aside', kind: 'do', doing: { code: 'set-aside', because: check } });
      return data.giveUp === 'goOn';
    }
    for (const remedy of remedies) remedySteps(`${check}-${n}`, remedy, answer, run, env, add);
  }
}

/**
 * One look of many of a kind, each with its own number.
 *
 * @returns true while its answer is the good one
 */
export function checkOnce(id: `${CheckCode}-${number}`, run: CartridgeRun, env: RunEnv, add: Lay): boolean {
  const check = id.slice(0, id.lastIndexOf('-')) as CheckCode;
  const { answers } = CHECKS[check];
  add({
    id,
    kind: 'check',
    check,
    answers,
    chambers: env.body.type.chambers > 1 ? env.body.cartridge.shades : [],
    pairs: [],
  });
  const answer = run.answers[id];
  return answer?.kind === 'choice' && answer.choice === answers[0];
}

/** Chambers that it has; a vent where there is one. */
function applies(answer: CheckAnswer, chambers: number, env: RunEnv): boolean {
  switch (answer) {
    case 'missing0':
      return true;
    case 'missing1':
      return chambers > 1;
    case 'missing2':
      return chambers > 2;
    case 'ventWet':
      return CONSTRUCTION_DATA[env.body.type.construction].vent;
    default:
      return true;
  }
}

const CAUTIONS_OF: Partial<Record<Remedy, readonly Caution[]>> = {
  'plug-again': ['gloves'],
  contacts: ['chip', 'unplug'],
};
const STAND_SECONDS = 3600;
const WAITS: Partial<Record<PlainDoing, number>> = { 'drink-again': 300 };
const CHANGES: Partial<Record<PlainDoing, { plug?: 'in'; vent?: 'open' }>> = {
  'plug-again': { plug: 'in' },
  'vent-again': { vent: 'open' },
};

function remedySteps(
  of: `${CheckCode}-${number}`,
  remedy: Remedy,
  answer: CheckAnswer,
  run: CartridgeRun,
  env: RunEnv,
  add: Lay,
): void {
  const id = (what: string): StepId => `${of}-${what}`;
  const { construction, chambers, port } = env.body.type;
  switch (remedy) {
    case 'drain': {
      const { sponge } = CONSTRUCTION_DATA[construction];
      // Free ink is drawn back by what the fork says is too much, through the hole that it went in by.
      const overMl = (forkOf(run, env).massG.value - planOf(run, env).targetG) / pouredDensity(env).value;
      const throughHole = !sponge && closesHole(run, env);
      const drain = run.answers[id('drain')];
      const ml = drain?.kind === 'volume' ? drain.ml.value : Math.max(DRAIN_ML, sponge ? 0 : overMl);
      if (throughHole) add({ id: id('hole-open'), kind: 'do', doing: { code: 'hole-open' } });
      add({
        id: id('drain'),
        kind: 'draw',
        draw: 'drain',
        construction,
        chamber: 0,
        part: '',
        ml: { value: ml, u: 0.1 },
        scaleG: null,
        fates: ['bin', 'bottle'],
        suggested: 'bin',
        mixed: isMixed(run, env),
        cautions: ['needle', 'waste'],
      });
      if (throughHole) add({ id: id('hole-shut'), kind: 'do', doing: { code: 'hole-shut' } });
      if (run.byScale)
        add({
          id: id('weigh'),
          kind: 'weigh',
          purpose: 'after',
          again: true,
          targetG: null,
          toleranceG: null,
        });
      return;
    }
    case 'stand':
      // A sponge gives back what is too much; free ink runs until it is empty.
      if (!CONSTRUCTION_DATA[construction].sponge) return;
      add({ id: id('stand'), kind: 'do', doing: { code: 'stand' }, waitSeconds: STAND_SECONDS });
      return;
    case 'prime': {
      const chamber = answer === 'missing1' ? 1 : answer === 'missing2' ? 2 : 0;
      add({
        id: id('prime'),
        kind: 'draw',
        draw: 'prime-chamber',
        construction,
        chamber,
        part: chambers > 1 ? (env.body.cartridge.shades[chamber] ?? '') : '',
        ml: { value: CONSTRUCTION_DATA[construction].primeMl || 0.5, u: 0.1 },
        scaleG: null,
        fates: ['bin', 'bottle'],
        suggested: 'bin',
        mixed: isMixed(run, env),
        cautions: ['vacuum', 'waste'],
        changes: { primed: true },
      });
      return;
    }
    case 'lower-max': {
      const mass = run.answers[id('weigh')];
      // Only what was weighed can be a maximum.
      if (mass?.kind !== 'mass') return;
      add({
        id: id('lower-max'),
        kind: 'decide',
        deciding: { code: 'lower-max', massG: Number(mass.massG.value.toFixed(2)) },
        options: ['lower', 'keep'],
        suggested: 'lower',
      });
      return;
    }
    default: {
      // A hole that was left open has no plug to be pressed home.
      const changes = remedy === 'plug-again' && port === 'outlet' ? undefined : CHANGES[remedy];
      add({
        id: id(remedy),
        kind: 'do',
        doing: { code: remedy },
        ...(changes && !(remedy === 'plug-again' && run.ports.plug === 'none') ? { changes } : {}),
        ...(WAITS[remedy] !== undefined ? { waitSeconds: WAITS[remedy] } : {}),
        cautions: CAUTIONS_OF[remedy] ?? [],
      });
    }
  }
}
