import { useMemo } from 'react';
import { Link } from 'react-router';
import { howItWent, toAdd, type CartridgeView } from '@hiraeth/core/advice';
import { dueItems } from '@hiraeth/core/due';
import { lastFill } from '@hiraeth/core/ledger';
import { formatUncertain } from '@hiraeth/core/quantity';
import { dueWords, outcomeWords } from '@hiraeth/core/words';
import { day } from '../../parts/dates';
import { useHour, useLedger } from '../../state/hooks';

const DUE_DAYS = 60;

/** What one comes to a cartridge's page for: what to add now, its last fill, its masses, what is due. */
export function Glance({ view }: { readonly view: CartridgeView }) {
  const ledger = useLedger();
  const hour = useHour();
  const { id } = view.body.cartridge;
  const filled = useMemo(() => lastFill(ledger, id), [ledger, id]);
  const went = useMemo(() => howItWent(ledger, view), [ledger, view]);
  const due = useMemo(
    () =>
      dueItems(ledger, hour, DUE_DAYS).find(
        ({ subject, cartridgeIds = [] }) =>
          (subject.kind === 'cartridge' && subject.id === id) || cartridgeIds.includes(id),
      ),
    [ledger, hour, id],
  );
  const add = toAdd(view);
  return (
    <dl className="glance">
      {add && (
        <div>
          <dt>To add now</dt>
          <dd>
            {add.ml ? (
              <Link to={`/bench?cartridge=${id}`}>
                {formatUncertain(add.ml, 'ml')}, up to {add.toG.toFixed(2)} g
              </Link>
            ) : (
              'nothing: it is full'
            )}
          </dd>
        </div>
      )}
      {filled && (
        <div>
          <dt>Last filled</dt>
          <dd>
            {day(filled.at)}, {formatUncertain(filled.ml, 'ml')}
            {filled.lots.length > 0 ? `, lot ${filled.lots.join(', ')}` : ''}
          </dd>
        </div>
      )}
      {went && (
        <div>
          <dt>How it went</dt>
          <dd>{outcomeWords(went).join(' ')}</dd>
        </div>
      )}
      <div>
        <dt>Empty, full</dt>
        <dd>
          {view.body.emptyG.value.toFixed(2)} g{view.body.emptyIsOwn ? ' (its own)' : ' (its type’s)'},{' '}
          {view.body.type.fullG.toFixed(2)} g
        </dd>
      </div>
      {due && (
        <div>
          <dt>Due {day(due.at)}</dt>
          <dd>{dueWords(due).what}</dd>
        </div>
      )}
    </dl>
  );
}
