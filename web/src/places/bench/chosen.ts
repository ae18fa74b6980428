import { all, bottleRemaining, find, routineDraw, type Book } from '@hiraeth/core/ledger';
import {
  beginProblems,
  dosedParts,
  suggestChoice,
  type BeginProblem,
  type RunChoice,
} from '@hiraeth/core/bench';
import { beginProblemWords, lotName } from '@hiraeth/core/words';
import type { CartridgeView } from '@hiraeth/core/advice';
import type { Method, Occasion } from '@hiraeth/core/workbook';
import { readTyped } from '../../parts/fields';

/** What somebody chose by hand before a run; all else follows from each cartridge of the queue for itself. */
export interface Answers {
  readonly chosenIds: readonly string[];
  /** By cartridge and chamber, `id/0`. */
  readonly bottleIds: Readonly<Record<string, string>>;
  readonly method: Method | '';
  readonly occasion: Occasion | '';
  readonly scaleId: string | null;
  readonly syringeId: string | null;
  /** By the printer's school: weight is the truth, unless its owner fills to a line or a volume. */
  readonly byScale: boolean | null;
  readonly rehearsal: boolean;
  readonly quick: boolean;
  readonly oneDoor: boolean;
  /** As typed, ml. */
  readonly squeeze: string;
  /** As typed, by cartridge and part, `id/0`, ml. */
  readonly doses: Readonly<Record<string, string>>;
  /** What was asked when the person said yes: another question asks anew. */
  readonly meant: string | null;
}

/** What was chosen comes to. */
export interface Chosen {
  /** Cartridges of the queue, in order: one that is asked for by its address may be gone. */
  readonly picked: readonly CartridgeView[];
  readonly choices: readonly RunChoice[];
  /** Chambers to be given a bottle. */
  readonly chambers: readonly {
    readonly key: string;
    readonly label: string;
    readonly shade: string;
    readonly bottleId: string;
  }[];
  /** Parts of bodies that each take a dose of their own. */
  readonly parts: readonly { readonly key: string; readonly label: string }[];
  readonly questions: readonly string[];
  /** All of them, as the person says yes to them. */
  readonly said: string;
  readonly sure: boolean;
  /** Why it cannot begin, in words. */
  readonly stops: readonly string[];
  readonly needsNoMore: boolean;
}

/** A dose as typed. */
export const doseOf = ({ doses }: Answers, key: string) => readTyped(doses[key] ?? '', 'volume');

/** What follows from the answers for each cartridge that was picked, and what stands against it. */
export function chosenOf(
  ledger: Book,
  now: string,
  views: readonly CartridgeView[],
  answers: Answers,
): Chosen {
  const picked = answers.chosenIds.flatMap((id) => views.find((view) => view.body.cartridge.id === id) ?? []);
  const choices = picked.map((view) => choiceFor(ledger, now, view, answers));
  const problems = choices.flatMap((choice) =>
    beginProblems(ledger, choice).map((problem) => ({
      problem,
      label: find(ledger.context, 'cartridge', choice.cartridgeId)?.label ?? choice.cartridgeId,
    })),
  );
  const asked = problems.filter(({ problem }) => problem.severity === 'ask');
  const said = asked.map(({ problem }) => beginProblemWords(problem)).join();
  const sure = asked.length === 0 || answers.meant === said;
  const parts = picked.flatMap(partsOf);
  const readable =
    parts.every(({ key }) => doseOf(answers, key).error === null) &&
    readTyped(answers.squeeze, 'volume').error === null;
  return {
    picked,
    choices,
    chambers: picked.flatMap((view, i) => chambersOf(view, choices[i]!)),
    parts,
    questions: asked.map(
      ({ problem, label }) => `${choices.length > 1 ? `${label}: ` : ''}${beginProblemWords(problem)}`,
    ),
    said,
    sure,
    stops: [
      ...(picked.length === 0 ? ['Choose a cartridge.'] : []),
      ...problems.flatMap(({ problem }) => (problem.severity === 'stop' ? [beginProblemWords(problem)] : [])),
      ...(sure ? [] : ['Say first whether what is asked above is meant so.']),
      ...(readable ? [] : ['One of the amounts cannot be read: write it as 1.5 ml.']),
    ],
    needsNoMore: problems.every(({ problem }) => problem.severity === 'ask'),
  };
}

function choiceFor(ledger: Book, now: string, { body }: CartridgeView, answers: Answers): RunChoice {
  const { cartridge, type } = body;
  const { method, occasion, bottleIds, scaleId, syringeId, byScale, squeeze } = answers;
  return suggestChoice(ledger, cartridge.id, now, {
    ...(method ? { method } : {}),
    ...(occasion ? { occasion } : {}),
    bottleIds: Array.from({ length: type.chambers }, (_, i) => bottleIds[`${cartridge.id}/${i}`]!),
    ...(scaleId !== null ? { scaleId: scaleId || null } : {}),
    ...(syringeId !== null ? { syringeId: syringeId || null } : {}),
    ...(byScale !== null ? { byScale } : {}),
    squeezeMl: readTyped(squeeze, 'volume').value,
  })!;
}

const chambersOf = ({ body: { cartridge, type } }: CartridgeView, choice: RunChoice): Chosen['chambers'] =>
  Array.from({ length: type.chambers }, (_, chamber) => {
    const shade = cartridge.shades[chamber] ?? cartridge.shades[0]!;
    return {
      key: `${cartridge.id}/${chamber}`,
      label: `Bottle for ${cartridge.label}${type.chambers > 1 ? `: ${shade}` : ''}`,
      shade,
      bottleId: choice.bottleIds[chamber] ?? '',
    };
  });

/** A body in several parts takes a dose for each; one that is left open gets its share of the room. */
function partsOf({ body: { cartridge, type } }: CartridgeView): Chosen['parts'] {
  const count = dosedParts(type);
  return count === 1
    ? []
    : Array.from({ length: count }, (_, part) => ({
        key: `${cartridge.id}/${part}`,
        label: `Dose for ${cartridge.label}: ${type.chambers > 1 ? cartridge.shades[part] : ['head', 'tank'][part]}, ml`,
      }));
}

/** Several that stand in one printer: what their changes draw; null: they do not. */
export function seatedTogether(ledger: Book, ids: readonly string[]) {
  const seatOf = (id: string) => ledger.state.cartridges.get(id)?.seat ?? null;
  const [first] = ids.flatMap((id) => seatOf(id) ?? []);
  const together = first ? ids.filter((id) => seatOf(id)?.printerId === first.printerId) : [];
  const each = first && routineDraw(ledger, first.printerId, 'change');
  const printer = find(ledger.context, 'printer', first?.printerId);
  return together.length > 1 && each && printer
    ? { ids: together, count: together.length, each, minutes: printer.openMinutes }
    : null;
}
export type Seated = NonNullable<ReturnType<typeof seatedTogether>>;

/** Under these names the fill itself is confirmed, when it comes to the log. */
export const confirmedCodes = (problem: BeginProblem): string[] =>
  problem.code !== 'mismatch'
    ? []
    : problem.differs.code === 'shade'
      ? ['otherShade']
      : problem.differs.code === 'inkClass'
        ? ['otherClass']
        : [];

/** Bottles to choose from, those of the shade first. */
export const bottleOptions = (ledger: Book, shade: string) =>
  all(ledger.context, 'bottle')
    .filter((bottle) => !ledger.state.bottles.get(bottle.id)?.retired)
    .map((bottle) => ({ bottle, ink: find(ledger.context, 'ink', bottle.inkId) }))
    .sort((a, b) => Number(b.ink?.shade === shade) - Number(a.ink?.shade === shade))
    .map(({ bottle }) => ({ value: bottle.id, label: bottleLabel(ledger, bottle.id) }));

export const bottleLabel = (ledger: Book, id: string): string =>
  `${lotName(ledger, id)} (${bottleRemaining(ledger, id)!.now.value.toFixed(0)} ml)`;
