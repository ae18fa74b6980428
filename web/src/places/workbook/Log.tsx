import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useDeferredValue, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { LogSnapshot } from '@hiraeth/core/ledger';
import { ENTRY_GROUP_NAMES, ENTRY_GROUPS, factWords, type EntryGroup } from '@hiraeth/core/words';
import type { Fact } from '@hiraeth/core/workbook';
import { useLedger } from '../../state/hooks';
import { useAppDispatch } from '../../state/store';
import { undo } from '../../state/thunks';
import { DayField } from '../../parts/DayField';
import { fromLocalField, moment } from '../../parts/dates';
import { Pick } from '../../parts/fields';
import { useRows } from '../../parts/useRows';
import { holdsWords } from '../../parts/holdsWords';

const ROW_PX = 44;
/** Drawn beyond what is in sight: an entry or two of any length never leave a gap. */
const BEYOND = 30;
const GROUPS = Object.entries(ENTRY_GROUP_NAMES).map(([value, label]) => ({
  value: value as EntryGroup,
  label,
}));

/**
 * Every entry as it was recorded, newest first, searched by day, kind and words; only the rows in sight drawn. Each can be taken back,
 * and the taking back too.
 */
export function Log() {
  // The rest of the page need not wait for it.
  const ledger = useDeferredValue(useLedger());
  const dispatch = useAppDispatch();
  const [params] = useSearchParams();
  const [asked, setAsked] = useState({
    day: params.get('day') ?? '',
    text: params.get('find') ?? '',
    group: '' as EntryGroup | '',
  });
  const wanted = useDeferredValue(asked);
  const newestFirst = useMemo(() => [...ledger.log].sort((a, b) => (a.id < b.id ? 1 : -1)), [ledger]);
  const facts = useMemo(() => {
    const { day, text, group } = wanted;
    const holds = holdsWords(text);
    const within = day === '' ? null : instantsOf(day);
    // Only where words are looked for: a map of all would hold the page up.
    const byId = text.trim() === '' ? null : new Map(newestFirst.map((fact) => [fact.id, fact]));
    return newestFirst.filter(
      (fact) =>
        (group === '' || ENTRY_GROUPS[fact.kind] === group) &&
        (!within || (fact.at >= within[0] && fact.at < within[1])) &&
        (!byId || holds(`${wordsOf(ledger, fact, byId)} ${fact.note ?? ''}`)),
    );
  }, [ledger, newestFirst, wanted]);
  const { window, drawn, above, below, measure } = useRows(facts.length, ROW_PX, BEYOND);
  const page = useMemo(
    () => facts.slice(drawn[0]?.index ?? 0, (drawn.at(-1)?.index ?? -1) + 1),
    [facts, drawn],
  );
  /** What the entries in sight took back, wherever it stands. */
  const taken = useMemo(() => {
    const ids = new Set(page.map((fact) => (fact.kind === 'voided' ? fact.factId : null)));
    return new Map(ledger.log.filter(({ id }) => ids.has(id)).map((fact) => [fact.id, fact]));
  }, [ledger, page]);
  return (
    <section className="section">
      <header>
        <h2>Every entry</h2>
        <span className="soft small">newest first; nothing is ever overwritten</span>
      </header>
      <div className="row">
        <TextField
          size="small"
          type="search"
          label="Find in the entries"
          value={asked.text}
          onChange={(event) => setAsked({ ...asked, text: event.target.value })}
        />
        <DayField label="Of this day" value={asked.day} onChange={(day) => setAsked({ ...asked, day })} />
        <Pick<EntryGroup | ''>
          label="About"
          value={asked.group}
          options={[{ value: '', label: 'everything' }, ...GROUPS]}
          onPick={(group) => setAsked({ ...asked, group })}
        />
        <span className="soft small" role="status">
          {facts.length < ledger.log.length ? `${facts.length} of ${ledger.log.length} entries` : ''}
        </span>
      </div>
      <div className="window entries" ref={window} tabIndex={0} role="region" aria-label="The entries">
        <table className="lines" aria-rowcount={facts.length + 1}>
          <thead>
            <tr aria-rowindex={1}>
              <th>When</th>
              <th>What</th>
              <th>
                <span className="visually-hidden">Take back</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {above > 0 && <tr aria-hidden="true" style={{ height: above }} />}
            {drawn.map(({ index }) => {
              const fact = facts[index]!;
              return (
                <Line
                  key={fact.id}
                  index={index}
                  measure={measure}
                  words={wordsOf(ledger, fact, taken)}
                  at={fact.at}
                  gone={ledger.isVoided(fact.id)}
                  onBack={() => void dispatch(undo([fact.id]))}
                />
              );
            })}
            {below > 0 && <tr aria-hidden="true" style={{ height: below }} />}
          </tbody>
        </table>
      </div>
    </section>
  );
}

/** The instants between which a day lies here: asked of each entry as text, a hundred thousand are no wait. */
function instantsOf(day: string): readonly [from: string, to: string] | null {
  const from = fromLocalField(`${day}T00:00`);
  if (from === null) return null;
  const next = new Date(from);
  next.setDate(next.getDate() + 1);
  return [from, next.toISOString()];
}

function wordsOf(ledger: LogSnapshot, fact: Fact, byId: ReadonlyMap<string, Fact>): string {
  if (fact.kind !== 'voided') return factWords(ledger, fact);
  const other = byId.get(fact.factId);
  return other
    ? `Took back: ${other.kind === 'voided' ? 'a taking back' : factWords(ledger, other)}`
    : 'Took an entry back';
}

function Line({
  index,
  measure,
  words,
  at,
  gone,
  onBack,
}: {
  readonly index: number;
  readonly measure: (row: HTMLTableRowElement | null) => void;
  readonly words: string;
  readonly at: string;
  readonly gone: boolean;
  readonly onBack: () => void;
}) {
  return (
    <tr ref={measure} data-index={index} aria-rowindex={index + 2}>
      <td className="when soft">{moment(at)}</td>
      <td>{gone ? <s>{words}</s> : words}</td>
      <td className="n">
        {!gone && (
          <Button size="small" onClick={onBack} aria-label={`Take back: ${words}`}>
            Take back
          </Button>
        )}
      </td>
    </tr>
  );
}
