import Button from '@mui/material/Button';
import { useDeferredValue, useMemo, useState } from 'react';
import { factWords } from '@hiraeth/core/words';
import type { Fact } from '@hiraeth/core/workbook';
import { useLedger } from '../../state/hooks';
import { useAppDispatch } from '../../state/store';
import { undo } from '../../state/thunks';
import { moment } from '../../parts/dates';

const PAGE = 30;

/** Every entry as it was recorded, newest first; each can be taken back, and the taking back too. */
export function Log() {
  // The rest of the page need not wait for it.
  const ledger = useDeferredValue(useLedger());
  const dispatch = useAppDispatch();
  const [shown, setShown] = useState(PAGE);
  const facts = useMemo(() => [...ledger.log].sort((a, b) => (a.id < b.id ? 1 : -1)), [ledger]);
  const page = useMemo(() => facts.slice(0, shown), [facts, shown]);
  /** What the entries of this page took back: a map of all would hold the page up. */
  const taken = useMemo(() => {
    const ids = new Set(page.map((fact) => (fact.kind === 'voided' ? fact.factId : null)));
    return new Map(facts.filter(({ id }) => ids.has(id)).map((fact) => [fact.id, fact]));
  }, [facts, page]);
  return (
    <section className="section">
      <header>
        <h2>Every entry</h2>
        <span className="soft small">newest first; nothing is ever overwritten</span>
      </header>
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
              words={wordsOf(fact)}
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

  function wordsOf(fact: Fact): string {
    if (fact.kind !== 'voided') return factWords(ledger, fact);
    const other = taken.get(fact.factId);
    return other
      ? `Took back: ${other.kind === 'voided' ? 'a taking back' : factWords(ledger, other)}`
      : 'Took an entry back';
  }
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
