import {
  buy,
  cleanHead,
  logFill,
  logPrint,
  resetChips,
  seeLevel,
  weighCartridge,
  type Act,
} from '@hiraeth/core/acts';
import { readyFacts, withReason } from '@hiraeth/core/check';
import { all, bottleName, find, Ledger, readTypedMass, settingsOf, type Context } from '@hiraeth/core/ledger';
import {
  parseMoney,
  parseQuantity,
  type MoneyProblem,
  type QuantityKind,
  type QuantityProblem,
} from '@hiraeth/core/quantity';
import { doneWords, explain } from '@hiraeth/core/words';
import {
  BECAUSE,
  CLEANING_LEVELS,
  makeStamp,
  PURCHASES,
  serializeWorkbook,
  type EntityKind,
  type EntityOf,
  type Fact,
  type MassReason,
} from '@hiraeth/core/workbook';
import type { Done, Options } from './command';
import { EXIT } from './exit';

const DOINGS = ['weigh', 'level', 'fill', 'print', 'clean', 'buy', 'reset'] as const;

/** What was wrong with the question, said where it is asked. */
class Unclear extends Error {}

/** One entry from a script or another device: the same acts, and the same checks, as the app's. */
export function logOf(facts: readonly Fact[], { words, at, now }: Options): Done {
  const doing = DOINGS.find((one) => one === words.get('--do'));
  if (!doing) return `What was done? --do ${DOINGS.join('|')}.`;
  const out = words.get('--out');
  if (out === undefined) return 'Where to? Name the file by --out OUT; it may be the same one.';
  const ledger = Ledger.from(facts);
  // A whole day that is today's ends now: it has not come further.
  const when = at.endsWith(END_OF_DAY) && at.slice(0, 10) === isoOf(now).slice(0, 10) ? isoOf(now) : at;
  let act: Act;
  let because: MassReason | null;
  try {
    act = ACTS[doing](ledger, words, when);
    because = reasonOf(words.get('--because'));
  } catch (error) {
    if (error instanceof Unclear) return error.message;
    throw error;
  }
  const stamp = makeStamp({ now: () => now }, Math.random, () => ledger.recorded.greatest);
  const stamped = stamp(
    act.facts.map((fact) => ({ ...(because ? withReason(fact, because) : fact), at: fact.at ?? when })),
  );
  const first = readyFacts(ledger, stamped, now);
  // A question is answered with yes; what cannot be stays wrong.
  const confirmed =
    words.has('--sure') && !first.ok && first.problem.kind === 'facts'
      ? first.problem.problems.map(({ code }) => code)
      : null;
  const ready = confirmed
    ? readyFacts(
        ledger,
        stamped.map((fact) => ({ ...fact, confirmed })),
        now,
      )
    : first;
  if (!ready.ok) {
    const problems =
      ready.problem.kind === 'facts'
        ? ready.problem.problems.map(explain)
        : [`${ready.problem.where}: ${ready.problem.message}`];
    return {
      data: { logged: 0, problems },
      text: [
        ...problems,
        `Nothing was written. Where it is so all the same, say --sure; for a weight that does not fit rather why: --because ${REASONS.join('|')}.`,
        '',
      ].join('\n'),
      exit: EXIT.problems,
    };
  }
  return {
    data: { logged: ready.value.length, problems: [] },
    text: `${doneWords(ledger, act.done)}\n`,
    write: {
      file: out,
      text: serializeWorkbook([...facts, ...ready.value], isoOf(now)),
    },
  };
}

const END_OF_DAY = 'T23:59:59.999Z';
const isoOf = (ms: number): string => new Date(ms).toISOString();
/** What may be said of a weight that does not fit. */
const REASONS: readonly MassReason[] = [...BECAUSE, 'ownEmpty', 'wet', 'partOn'];

function reasonOf(said: string | undefined): MassReason | null {
  if (said === undefined) return null;
  const reason = REASONS.find((one) => one === said);
  if (!reason) throw new Unclear(`Why? --because ${REASONS.join('|')}.`);
  return reason;
}

type Words = ReadonlyMap<string, string>;

const ACTS: Readonly<Record<(typeof DOINGS)[number], (ledger: Ledger, words: Words, at: string) => Act>> = {
  weigh: (ledger, words) =>
    weighCartridge(
      named(ledger.context, 'cartridge', words.get('--cartridge')).id,
      read(readTypedMass(ledger, said(words, '--g'), thing(ledger.context, 'scale', words)?.id)),
    ),
  level: ({ context }, words) => {
    const { id } = named(context, 'cartridge', words.get('--cartridge'));
    const percent = amount(words, '--percent', 'percent');
    if (percent < 0 || percent > 100) throw new Unclear('How full does it look? --percent from 0 to 100.');
    return seeLevel(id, percent / 100);
  },
  clean: ({ context }, words) => {
    const printer = named(context, 'printer', words.get('--printer'));
    const level = CLEANING_LEVELS.find((one) => one === (words.get('--level') ?? 'light'));
    if (!level) throw new Unclear(`Which cleaning? --level ${CLEANING_LEVELS.join('|')}.`);
    const asked = (words.get('--channels') ?? '').split(',').filter((one) => one !== '');
    const slots = asked.map((one) => {
      const slot = printer.slots.find(({ id, name }) => id === one || name === one);
      if (!slot)
        throw new Unclear(
          `Which channels? ${printer.name} has ${printer.slots.map(({ name }) => name).join(', ')}.`,
        );
      return slot;
    });
    if (level === 'group' && slots.length === 0)
      throw new Unclear('Which channels did it clean? --channels NAME,NAME: the others gave no ink.');
    return cleanHead(printer.id, level, slots);
  },
  fill: (ledger, words, at) =>
    logFill(
      ledger,
      named(ledger.context, 'cartridge', words.get('--cartridge')).id,
      named(ledger.context, 'bottle', words.get('--bottle')).id,
      amount(words, '--ml', 'volume'),
      at,
    ),
  print: ({ context }, words, at) => {
    const size = /^(\d+(?:\.\d+)?)x(\d+(?:\.\d+)?)$/i.exec(words.get('--size') ?? '');
    if (!size) throw new Unclear('How large? --size WIDTHxHEIGHT in mm, such as --size 210x297.');
    const paper = thing(context, 'paper', words, '--on');
    return logPrint(
      {
        printerId: named(context, 'printer', words.get('--printer')).id,
        subjectId: named(context, 'subject', words.get('--subject')).id,
        title: words.get('--title') ?? 'Untitled',
        copies: words.has('--copies') ? whole(words, '--copies') : 1,
        widthMm: Number(size[1]),
        heightMm: Number(size[2]),
        ...(paper ? { paperId: paper.id } : {}),
      },
      { at },
    );
  },
  buy: ({ context }, words) => {
    const what = PURCHASES.find((one) => one === words.get('--what'));
    if (!what || what === 'bottle')
      throw new Unclear(
        `What was bought? --what ${PURCHASES.filter((one) => one !== 'bottle').join('|')}. A bottle is bought in the app, where its ink is.`,
      );
    const price = words.get('--price');
    return buy({
      what,
      name: words.get('--name') ?? what,
      priceMinor: price === undefined ? null : read(parseMoney(price, settingsOf(context).currency)),
    });
  },
  reset: ({ context }, words) => resetChips([named(context, 'cartridge', words.get('--cartridge')).id]),
};

/** A thing by its id or its name; whoever names none, or one of several of that name, is told which there are. */
function named<K extends EntityKind>(context: Context, kind: K, said: string | undefined): EntityOf<K> {
  const known = all(context, kind);
  const byId = find(context, kind, said);
  if (byId) return byId;
  const called = said === undefined ? [] : known.filter((one) => namesOf(context, one).includes(said));
  const [one] = called;
  if (one && called.length === 1) return one;
  const list = (things: readonly EntityOf<K>[]): string =>
    things.map((thing) => `${thing.id} (${namesOf(context, thing)[0] ?? 'without a name'})`).join(', ');
  throw new Unclear(
    called.length > 1
      ? `Which ${kind}? ${called.length} are called ${said}: ${list(called)}. Name it by its id.`
      : `Which ${kind}? This workbook has ${list(known) || 'none'}.`,
  );
}

const thing = <K extends EntityKind>(
  context: Context,
  kind: K,
  words: Words,
  flag = `--${kind}`,
): EntityOf<K> | undefined => (words.has(flag) ? named(context, kind, words.get(flag)) : undefined);

/** What it may be called; a bottle by its ink and lot, or by its lot alone. */
function namesOf(context: Context, entity: EntityOf<EntityKind>): string[] {
  const names =
    entity.entity === 'bottle'
      ? [bottleName(context, entity.id), entity.lot]
      : ['label' in entity ? entity.label : 'name' in entity ? entity.name : ''];
  return names.filter((name): name is string => name !== null && name !== '');
}

const amount = (words: Words, flag: string, kind: QuantityKind): number =>
  read(parseQuantity(said(words, flag), kind)).value;

function said(words: Words, flag: string): string {
  const text = words.get(flag);
  if (text === undefined) throw new Unclear(`How much? ${flag} and a number.`);
  return text;
}

function whole(words: Words, flag: string): number {
  const count = amount(words, flag, 'plain');
  if (!Number.isInteger(count) || count < 1) throw new Unclear(`${flag} is a whole number of at least 1.`);
  return count;
}

function read<T>(
  result:
    | { readonly ok: true; readonly value: T }
    | { readonly ok: false; readonly problem: QuantityProblem | MoneyProblem },
): T {
  if (result.ok) return result.value;
  throw new Unclear(explain(result.problem));
}
