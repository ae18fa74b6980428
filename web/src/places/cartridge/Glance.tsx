import { useMemo } from 'react';
import { Link } from 'react-router';
import type { CartridgeView } from '@hiraeth/core/advice';
import { dueItems } from '@hiraeth/core/due';
import { factsAbout, find } from '@hiraeth/core/ledger';
import { formatUncertain } from '@hiraeth/core/quantity';
import { dueWords } from '@hiraeth/core/words';
import { day } from '../../parts/dates';
import { useHour, useLedger } from '../../state/hooks';

/** Less than this is no top-up, ml. */
const LEAST_ML = 0.5;
const DUE_DAYS = 60;

/** What one comes to a cartridge's page for: what to add now, its last fill, its masses, what is due. */
export function Glance({ view }: { readonly view: CartridgeView }) {
  const ledger = useLedger();
  const hour = useHour();
  const { id } = view.body.cartridge;
  const filled = useMemo(() => factsAbout(ledger, id).find((fact) => fact.kind === 'filled'), [ledger, id]);
  const due = useMemo(
    () =>
      dueItems(ledger, hour, DUE_DAYS).find(
        ({ subject }) => subject.kind === 'cartridge' && subject.id === id,
      ),
    [ledger, hour, id],
  );
  const targetG = view.body.emptyG.value + view.targetMl * view.density.value;
  const add = view.ink && view.targetMl - view.ink.value;
  const lot = filled?.kind === 'filled' ? find(ledger.context, 'bottle', filled.bottleId)?.lot : undefined;
  return (
    <dl className="glance">
      {view.ink && add !== null && (
        <div>
          <dt>To add now</dt>
          <dd>
            {add < LEAST_ML ? (
              'nothing: it is full'
            ) : (
              <Link to={`/bench?cartridge=${id}`}>
                {formatUncertain({ value: add, u: view.ink.u }, 'ml')}, up to {targetG.toFixed(2)} g
              </Link>
            )}
          </dd>
        </div>
      )}
      {filled?.kind === 'filled' && (
        <div>
          <dt>Last filled</dt>
          <dd>
            {day(filled.at)}, {formatUncertain(filled.ml, 'ml')}
            {lot ? `, lot ${lot}` : ''}
          </dd>
        </div>
      )}
      <div>
        <dt>Empty, full</dt>
        <dd>
          {view.body.emptyG.value.toFixed(2)} g{view.body.emptyIsOwn ? ' (its own)' : ' (its type’s)'},{' '}
          {targetG.toFixed(2)} g
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
