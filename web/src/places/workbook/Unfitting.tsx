import Button from '@mui/material/Button';
import { takeBack } from '@hiraeth/core/acts';
import { explain, factWords } from '@hiraeth/core/words';
import { moment } from '../../parts/dates';
import { useAct, useLedger } from '../../state/hooks';
import { useAppDispatch } from '../../state/store';
import { keepNote, MET_NOTE } from '../../state/thunks';
import { useUnfitting } from '../../state/useUnfitting';

/** Of these at most so many are spelled out. */
const MOST = 20;

/** What two sides said that does not fit together: what holds now, and one press for the other. */
export function Unfitting() {
  const ledger = useLedger();
  const act = useAct();
  const dispatch = useAppDispatch();
  const found = useUnfitting();
  if (found.length === 0) return null;
  const settle = (ids: readonly string[], why: string): void =>
    void act({ facts: takeBack(ids, why), done: { code: 'settled' } });
  return (
    <section className="section" aria-label="Does not fit together">
      <header>
        <h2>Does not fit together</h2>
        <span className="soft small">entered on two sides that did not know of each other</span>
      </header>
      <ul className="plain">
        {found.slice(0, MOST).map((one) => {
          const back = one.withdrawals;
          const last = one.facts.at(-1)!;
          return (
            <li key={last.id} className="stack">
              <p>
                <strong>{factWords(ledger, last)}</strong>, {moment(last.at)}
                {one.facts.length > 1 && `, and ${one.facts.length - 1} more`}: {explain(one.problem)}
              </p>
              <div className="row">
                {back.length > 0 && (
                  <Button size="small" variant="outlined" onClick={() => settle(back, 'it is still used')}>
                    Put back what was taken back
                  </Button>
                )}
                <Button
                  size="small"
                  variant={back.length > 0 ? 'text' : 'outlined'}
                  onClick={() =>
                    settle(
                      one.facts.map(({ id }) => id),
                      'it does not fit with what the other side said',
                    )
                  }
                >
                  {one.facts.length === 1 ? 'Take this one back' : `Take these ${one.facts.length} back`}
                </Button>
              </div>
            </li>
          );
        })}
      </ul>
      {found.length > MOST && <p className="soft">And {found.length - MOST} more.</p>}
      <Button onClick={() => void dispatch(keepNote(MET_NOTE, undefined))}>All of it stands as it is</Button>
    </section>
  );
}
