import { ruleOut } from '@hiraeth/core/acts';
import type { Cause } from '@hiraeth/core/usage';
import { CAUSE_NAMES, causeWords, TELLER_WORDS } from '@hiraeth/core/words';
import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { useAct, useLedger } from '../../state/hooks';
import { useAnswers, type Asked } from './useAnswers';

const TO_PRINTS: ReadonlySet<Cause['code']> = new Set(['notPrinted', 'otherBlack', 'otherKind']);

/** Nobody is certain of a cause by weights alone. */
const likelyWords = (probability: number): string =>
  probability > 0.99 ? 'more than 99 % likely' : `${Math.round(100 * probability)} % likely`;

/** What the whole set may come of: each cause with what it would mean, one press to take it, another to rule it out. */
export function Causes({ printer, seen, masses, before, onAnswered, onCorrected }: Asked) {
  const ledger = useLedger();
  const act = useAct();
  const two = seen.causes.length > 1;
  const press = useAnswers({ printer, seen, masses, before, onAnswered, onCorrected });
  return (
    <section className="stack" aria-label="Not as foretold" role="alert" data-testid="causes">
      {two && <p className="warn">Not as foretold. Two things would explain it:</p>}
      {seen.causes.map((cause) => {
        const yes = press(cause);
        return (
          <div className="stack" key={`${cause.code} ${cause.slotId} ${cause.subjectId} ${cause.insteadId}`}>
            <p className={two ? '' : 'warn'}>
              {causeWords(ledger, printer.id, cause)}{' '}
              <span className="soft small">{likelyWords(cause.probability)}</span>
            </p>
            <div className="row">
              {yes && (
                <Button variant="outlined" onClick={yes.onPress}>
                  {yes.label}
                </Button>
              )}
              {TO_PRINTS.has(cause.code) && <Link to="/prints/log">The prints of these days</Link>}
              {cause.code !== 'wasZeroed' && (
                <Button
                  aria-label={`Not ${CAUSE_NAMES[cause.code]}`}
                  // What is likeliest without it is said next.
                  onClick={() => void act(ruleOut(printer.id, cause.code, cause.cartridgeId))}
                >
                  No, that is not it
                </Button>
              )}
            </div>
          </div>
        );
      })}
      {seen.teller && <p className="small">{TELLER_WORDS[seen.teller]}</p>}
    </section>
  );
}
