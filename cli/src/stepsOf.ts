import { all, find, Ledger } from '@hiraeth/core/ledger';
import { beginProblemWords, stepAnswerWords, stepWords } from '@hiraeth/core/words';
import { factsUntil } from '@hiraeth/core/report';
import { layOut, numberOf, suggestChoice, type LaidStep } from '@hiraeth/core/bench';
import { METHODS, OCCASIONS, type Fact } from '@hiraeth/core/workbook';
import type { Done, Options } from './command';

/** Steps that a practised hand still has to measure or decide; the rest folds away. */
const QUICK = new Set(['weigh', 'load', 'draw', 'decide', 'summary']);

/** A refill laid out as the Bench would, with where every answer leads. */
export function stepsOf(facts: readonly Fact[], { at, words }: Options): Done {
  const ledger = Ledger.from(factsUntil(facts, at));
  const { context } = ledger;
  const said = words.get('--cartridge');
  const cartridge =
    find(context, 'cartridge', said) ?? all(context, 'cartridge').find((one) => one.label === said);
  if (!cartridge)
    return `Which cartridge? This workbook has ${all(context, 'cartridge')
      .map((one) => `${one.id} (${one.label})`)
      .join(', ')}.`;
  const method = words.get('--method');
  const occasion = words.get('--occasion');
  const knownMethod = METHODS.find((one) => one === method);
  const knownOccasion = OCCASIONS.find((one) => one === occasion);
  if (method !== undefined && !knownMethod) return `“${method}” is not a method: ${METHODS.join(', ')}.`;
  if (occasion !== undefined && !knownOccasion)
    return `“${occasion}” is not an occasion: ${OCCASIONS.join(', ')}.`;
  const bottles = words.get('--bottle')?.split(',');
  const choice = suggestChoice(ledger, cartridge.id, at, {
    ...(knownMethod ? { method: knownMethod } : {}),
    ...(knownOccasion ? { occasion: knownOccasion } : {}),
    ...(bottles ? { bottleIds: bottles } : {}),
  });
  if (!choice) return `The type of ${cartridge.label} is not in the workbook: define it first.`;
  const { steps, problems } = layOut(ledger, choice, at);
  const shown = words.has('--quick') ? steps.filter(({ step }) => QUICK.has(step.kind)) : steps;
  return {
    data: {
      cartridgeId: cartridge.id,
      method: choice.method,
      occasion: choice.occasion,
      bottleIds: choice.bottleIds,
      steps: shown.map(stepData),
      problems: problems.map((problem) => problem.code),
    },
    text: [
      `${cartridge.label}, ${choice.method}, ${choice.occasion}`,
      ...problems.map((problem) => `  ! ${beginProblemWords(problem)}`),
      ...shown.map((laid, i) => stepText(laid, i + 1)),
      '',
    ].join('\n'),
  };
}

function stepData({ step, answers }: LaidStep) {
  const ports = { plug: null, vent: null, seal: null, keeper: null, tape: null };
  const number = numberOf(step);
  const words = stepWords(step);
  return {
    id: step.id,
    kind: step.kind,
    title: words.title,
    text: words.text,
    requires: { ...ports, ...step.requires },
    changes: step.changes ?? {},
    doseMl: step.kind === 'load' || step.kind === 'draw' ? step.ml.value : null,
    squeezes: number?.unit === 'squeezes' ? number.value : null,
    drops: number?.unit === 'drops' ? number.value : null,
    scaleG:
      step.kind === 'load' || step.kind === 'draw'
        ? step.scaleG
        : step.kind === 'weigh'
          ? step.targetG
          : null,
    waitSeconds: step.waitSeconds ?? null,
    answers,
    cautions: step.cautions,
  };
}

function stepText({ step, answers }: LaidStep, n: number): string {
  const number = numberOf(step);
  const amount = number
    ? `  ${number.value.toFixed(number.unit === 'g' ? 2 : number.unit === 'ml' ? 1 : 0)} ${number.unit}`
    : '';
  const choices =
    step.kind === 'check' || step.kind === 'decide'
      ? answers
          .map(({ code, leadsTo }) => `\n       ${stepAnswerWords(step, code).label} → ${leadsTo ?? 'done'}`)
          .join('')
      : '';
  return `  ${String(n).padStart(2)} ${stepWords(step).title}${amount}${choices}`;
}
