import Button from '@mui/material/Button';
import { takeBack } from '@hiraeth/core/acts';
import { factWords } from '@hiraeth/core/words';
import type { Fact } from '@hiraeth/core/workbook';
import { moment } from '../../parts/dates';
import { useAct, useLedger } from '../../state/hooks';

/** Corrections of one entry that were made apart, on two devices or in two files: which counts, and one press for the other. */
export function SaidApart() {
  const ledger = useLedger();
  const act = useAct();
  const pairs = ledger.saidApart();
  if (pairs.length === 0) return null;
  const drop = (facts: readonly Fact[]): void =>
    void act({
      facts: takeBack(
        facts.map(({ id }) => id),
        'the other one is right',
      ),
      done: { code: 'settled' },
    });
  return (
    <section className="section" aria-label="Said differently">
      <header>
        <h2>Said differently</h2>
        <span className="soft small">
          corrected apart from each other: the later one counts until you say
        </span>
      </header>
      <ul className="plain">
        {pairs.map(({ of, holds, others }) => (
          <li key={of} className="stack">
            <p>
              <strong>{factWords(ledger, holds)}</strong> counts, said {moment(holds.recorded)}.
            </p>
            {others.map((other) => (
              <div key={other.id} className="row">
                <span className="soft">
                  Said too, {moment(other.recorded)}: {factWords(ledger, other)}
                </span>
                <Button
                  size="small"
                  variant="outlined"
                  onClick={() => drop([holds, ...others.filter((one) => one !== other)])}
                >
                  This one is right
                </Button>
              </div>
            ))}
            <div>
              <Button size="small" onClick={() => drop(others)}>
                What counts is right
              </Button>
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}
