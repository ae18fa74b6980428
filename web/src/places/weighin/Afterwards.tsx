import { settingsOf, find, type MassReading } from '@hiraeth/core/ledger';
import {
  exchangeMasses,
  explainMasses,
  logMissed,
  momentBefore,
  type Act,
  type TakenMass,
} from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { useState } from 'react';
import {
  missingPrints,
  swappedMasses,
  unsaidBlacks,
  weighInCauses,
  type WeighInCauses,
  type CartridgeView,
  type MissingPrints,
} from '@hiraeth/core/advice';
import type { Uncertain } from '@hiraeth/core/quantity';
import type { Because, Fact, Printer, Slot } from '@hiraeth/core/workbook';
import { useAct, useLedger, useNow } from '../../state/hooks';
import { InSight } from '../../parts/InSight';
import type { TakenRow } from '../../state/unfinished';
import { Causes } from './Causes';
import { UnsaidBlacks } from './UnsaidBlacks';

/** One cartridge to be weighed: in its slot, or on the shelf. */
export interface Row {
  readonly id: string;
  readonly name: string;
  readonly shades: readonly string[];
  /** Where it stands; null: on the shelf. */
  readonly slot: Slot | null;
  readonly cartridge: CartridgeView;
}

export type Taken = TakenRow;

/** A row with what was weighed and foretold of it. */
interface Weighed {
  readonly row: Row;
  readonly one: Taken;
  readonly cartridgeId: string;
  readonly expected: Uncertain;
  readonly found: Uncertain;
}
type Again = readonly { readonly row: Row; readonly reading: MassReading }[];

interface Props {
  readonly printer: Printer;
  readonly rows: readonly Row[];
  readonly taken: ReadonlyMap<string, Taken>;
  readonly onTaken: (change: ReadonlyMap<string, Taken>) => void;
}

/** What the whole set says: two entered for each other, or all that fell more than the log knows. */
export function Afterwards(props: Props) {
  const { printer } = props;
  const { says, unsaid, set, standing, before, again, answer } = useAfterwards(props);
  const blacks = unsaid.length > 0 ? <UnsaidBlacks prints={unsaid} /> : null;
  switch (says?.code) {
    case 'swapped': {
      const [a, b] = says.both;
      const parts = [
        { row: a.row, reading: b.one.reading },
        { row: b.row, reading: a.one.reading },
      ];
      return (
        <InSight>
          <Exchanged
            names={[a.row.name, b.row.name]}
            onExchange={() => void again(parts, exchangeMasses(standing(a), standing(b)))}
          />
        </InSight>
      );
    }
    case 'causes':
      return (
        <InSight>
          <Causes
            printer={printer}
            seen={says.seen}
            masses={set.map(standing)}
            before={before()}
            onAnswered={answer}
            onCorrected={(masses, done) => {
              const parts = masses.flatMap(({ cartridgeId, reading }) => {
                const one = set.find(({ row }) => row.id === cartridgeId);
                return one ? [{ row: one.row, reading }] : [];
              });
              void again(parts, done).then((ok) => ok && answer());
            }}
          />
          {blacks}
        </InSight>
      );
    case 'missing': {
      const every = set.map(({ row, one }) => ({ row, reading: one.reading }));
      return (
        <InSight>
          <Missing
            printer={printer}
            missing={says.missing}
            before={before()}
            onExplained={(because) =>
              void again(every, explainMasses(set.map(standing), because)).then((ok) => ok && answer())
            }
            onAnswered={answer}
          />
        </InSight>
      );
    }
    case undefined:
      return blacks && <InSight>{blacks}</InSight>;
  }
}

/** What the weights of one sitting say together, and how it is answered. */
function useAfterwards({ printer, rows, taken, onTaken }: Props) {
  const ledger = useLedger();
  const now = useNow();
  const act = useAct();
  const [answered, setAnswered] = useState(false);
  const set = rows.flatMap((row): Weighed[] => {
    const one = taken.get(row.id);
    return one?.expected
      ? [{ row, one, cartridgeId: row.id, expected: one.expected, found: one.reading.massG }]
      : [];
  });
  const whole = rows.filter((row) => row.slot !== null).every((row) => taken.has(row.id));
  const seated = set.flatMap(({ row, one, ...mass }) =>
    row.slot ? [{ ...mass, slotId: row.slot.id, density: one.density }] : [],
  );
  /** As it stands in the log; what it corrects is said there. */
  const standing = ({ row, one }: Weighed): TakenMass => {
    const replaces = ledger.facts.findLast(({ id }) => id === one.factId)?.replaces;
    return {
      factId: one.factId,
      ...(replaces !== undefined ? { replaces } : {}),
      cartridgeId: row.id,
      reading: one.reading,
    };
  };
  /** Takes weighings back and enters them anew: with another mass, or with why they are off. */
  const again = async (parts: Again, done: Act): Promise<boolean> => {
    const facts = await act(done);
    if (!facts) return false;
    onTaken(
      new Map(
        parts.flatMap(({ row, reading }, i) => {
          const [was, fact] = [taken.get(row.id), facts[2 * i + 1]];
          return was && fact
            ? [[row.id, { ...was, factId: fact.id, ...asEntered(was, fact, reading), tone: '' as const }]]
            : [];
        }),
      ),
    );
    return true;
  };
  return {
    says: sayOf(set, () =>
      whole && !answered
        ? {
            seen: weighInCauses(ledger, printer.id, now),
            missing: () => missingPrints(ledger, printer.id, seated, now),
          }
        : null,
    ),
    unsaid: whole && set.length > 0 ? unsaidBlacks(ledger, printer.id, now) : [],
    set,
    standing,
    before: () => momentBefore(ledger.facts, new Set([...taken.values()].map(({ factId }) => factId))),
    again,
    answer: () => setAnswered(true),
  };
}

type Says =
  | { readonly code: 'swapped'; readonly both: readonly [Weighed, Weighed] }
  | { readonly code: 'causes'; readonly seen: WeighInCauses }
  | { readonly code: 'missing'; readonly missing: MissingPrints };

/** One thing at a time: two entered for each other first, then what the set as a whole may come of. */
function sayOf(
  set: readonly Weighed[],
  lookAt: () => { readonly seen: WeighInCauses | null; readonly missing: () => MissingPrints | null } | null,
): Says | null {
  const [a, b] = (swappedMasses(set) ?? []).map(({ cartridgeId }) =>
    set.find((one) => one.cartridgeId === cartridgeId),
  );
  if (a && b) return { code: 'swapped', both: [a, b] };
  const look = set.length > 0 ? lookAt() : null;
  if (!look) return null;
  const { seen } = look;
  const missing = !seen || seen.causes[0].code === 'notLogged' ? look.missing() : null;
  if (missing) return { code: 'missing', missing };
  return seen && { code: 'causes', seen };
}

function Exchanged({
  names: [a, b],
  onExchange,
}: {
  readonly names: readonly [string, string];
  readonly onExchange: () => void;
}) {
  return (
    <div className="row" role="alert">
      <span className="warn">
        {a} and {b} look as if they were entered for each other.
      </span>
      <Button variant="outlined" onClick={onExchange}>
        Exchange them
      </Button>
    </div>
  );
}

/** Fewer prints are logged than the masses tell of. */
function Missing({
  printer,
  missing,
  before,
  onExplained,
  onAnswered,
}: {
  readonly printer: Printer;
  readonly missing: MissingPrints;
  /** UTC instant just before the weights. */
  readonly before: string;
  readonly onExplained: (because: Because) => void;
  readonly onAnswered: () => void;
}) {
  const { context } = useLedger();
  const act = useAct();
  const subject = find(context, 'subject', missing.subjectId)?.name ?? missing.subjectId;
  const { widthMm, heightMm } = settingsOf(context).standardSheet;
  return (
    <section className="stack" aria-label="Fell more than the log says" role="alert">
      <p className="warn">
        All of them together fell {missing.goneMl.toFixed(1)} ml more than the log says: {missing.sheets}{' '}
        sheets of {widthMm} × {heightMm} mm of “{subject}” would explain it
        {missing.fits ? '' : ', though not well'}.
      </p>
      <div className="row">
        <Button
          variant="outlined"
          onClick={() =>
            void act(logMissed(printer.id, missing, { widthMm, heightMm }, before)).then(
              (facts) => facts && onAnswered(),
            )
          }
        >
          Enter these prints
        </Button>
        <Button onClick={() => onExplained('notLogged')}>Something is missing: leave it out</Button>
        <Button onClick={() => onExplained('drawsMore')}>It draws more now</Button>
        <Button onClick={onAnswered}>Leave it as it is</Button>
      </div>
    </section>
  );
}

/** Entered anew, with what is inside by it: another mass is another figure. */
function asEntered(before: Taken, fact: Fact, reading: MassReading): Pick<Taken, 'reading' | 'words'> {
  const massG = fact.kind === 'weighed' ? fact.massG : reading.massG;
  return {
    reading: { ...reading, massG },
    words: massG.value === before.reading.massG.value ? before.words : 'as corrected',
  };
}
