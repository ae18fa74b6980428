import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useDeferredValue, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { LogSnapshot } from '@hiraeth/core/ledger';
import { factWords } from '@hiraeth/core/words';
import type { Fact } from '@hiraeth/core/workbook';
import { useLedger } from '../../state/hooks';
import { useAppDispatch } from '../../state/store';
import { undo } from '../../state/thunks';
import { moment, toLocalField } from '../../parts/dates';
import { holdsWords } from '../../parts/holdsWords';

const PAGE = 30;

/** Every entry as it was recorded, newest first; each can be taken back, and the taking back too. */
export function Log() {
  // The rest of the page need not wait for it.
  const ledger = useDeferredValue(useLedger());
  const dispatch = useAppDispatch();
  const [shown, setShown] = useState(PAGE);
  const [params] = useSearchParams();
  const [asked, setAsked] = useState({ day: params.get('day') ?? '', text: params.get('find') ?? '' });
  const wanted = useDeferredValue(asked);
  const newestFirst = useMemo(() => [...ledger.log].sort((a, b) => (a.id < b.id ? 1 : -1)), [ledger]);
  const facts = useMemo(() => {
    const { day, text } = wanted;
    const holds = holdsWords(text);
    // Only where words are looked for: a map of all would hold the page up.
    const byId = text.trim() === '' ? null : new Map(newestFirst.map((fact) => [fact.id, fact]));
    return newestFirst.filter(
      (fact) =>
        (day === '' || toLocalField(fact.at).slice(0, 10) === day) &&
        (!byId || holds(`${wordsOf(ledger, fact, byId)} ${fact.note ?? ''}`)),
    );
  }, [ledger, newestFirst, wanted]);
  const page = useMemo(() => facts.slice(0, shown), [facts, shown]);
  /** What the entries of this page took back, wherever it stands. */
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
        <TextField
          size="small"
          type="date"
          label="Of this day"
          value={asked.day}
          onChange={(event) => setAsked({ ...asked, day: event.target.value })}
          slotProps={{ inputLabel: { shrink: true } }}
        />
        <span className="soft small" role="status">
          {facts.length < ledger.log.length ? `${facts.length} of ${ledger.log.length} entries` : ''}
        </span>
      </div>
      <table className="lines">
        <thead>
          <tr>
            <th>When</th>
            <th>What</th>
            <th>
              <span className="visually-hidden">Take back</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {page.map((fact) => (
            <Line
              key={fact.id}
              words={wordsOf(ledger, fact, taken)}
              at={fact.at}
              gone={ledger.isVoided(fact.id)}
              onBack={() => void dispatch(undo([fact.id]))}
            />
          ))}
        </tbody>
      </table>
      {shown < facts.length && (
        <Button onClick={() => setShown(shown + 10 * PAGE)}>
          Show more ({facts.length - shown} older entries)
        </Button>
      )}
    </section>
  );
}

function wordsOf(ledger: LogSnapshot, fact: Fact, byId: ReadonlyMap<string, Fact>): string {
  if (fact.kind !== 'voided') return factWords(ledger, fact);
  const other = byId.get(fact.factId);
  return other
    ? `Took back: ${other.kind === 'voided' ? 'a taking back' : factWords(ledger, other)}`
    : 'Took an entry back';
}

function Line({
  words,
  at,
  gone,
  onBack,
}: {
  readonly words: string;
  readonly at: string;
  readonly gone: boolean;
  readonly onBack: () => void;
}) {
  return (
    <tr>
      <td style={{ whiteSpace: 'nowrap' }} className="soft">
        {moment(at)}
      </td>
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
