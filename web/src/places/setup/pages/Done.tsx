import { typeOfBody, type Now } from '@hiraeth/core/acts';
import { hasScale } from '@hiraeth/core/ledger';
import { howMany } from '@hiraeth/core/words';
import { CONSTRUCTION_NAMES, FEED_NAMES } from '@hiraeth/core/definition';
import { useLedger } from '../../../state/hooks';
import type { PageProps } from '../readAnswers';
import { NOW } from './now';

export function Done({ draft, read: { input, bottles } }: PageProps) {
  const inside = new Map<Now, number>();
  for (const { now } of draft.channels) inside.set(now, (inside.get(now) ?? 0) + 1);
  const ledger = useLedger();
  const isWeighed = input.scale !== null || hasScale(ledger);
  const unweighed = isWeighed && input.bodies.some(({ emptyG }) => emptyG === null);
  return (
    <ul>
      <li>
        <strong>{input.name || 'A printer without a name yet'}</strong>, {FEED_NAMES[input.feed]}
      </li>
      <li>
        {howMany(input.channels.length, 'channel', 'channels')}:{' '}
        {draft.channels.map(({ shades }) => shades).join('; ')}
      </li>
      <li>
        {input.bodies
          .map((one) => {
            const type = typeOfBody(one);
            return `${CONSTRUCTION_NAMES[one.construction]}, ${type.capacityMl} ml, ${type.emptyG.value.toFixed(1)} to ${type.fullG.toFixed(1)} g`;
          })
          .join('; ')}
        {input.sets > 1 ? '; two sets' : ''}
      </li>
      <li>
        Now:{' '}
        {[...inside]
          .map(([now, count]) => `${count} × ${NOW.find(({ value }) => value === now)?.label}`)
          .join('; ')}
      </li>
      <li>
        {bottles.length === 0
          ? 'No bottle yet'
          : `${howMany(bottles.length, 'bottle', 'bottles')} on the shelf`}
        {input.scale ? `; a scale of ${input.scale.capacityG} g` : ''}
        {input.syringeMl === null ? '' : `; a syringe of ${input.syringeMl} ml`}
      </li>
      {!isWeighed && (
        <li className="warn">
          No scale: it is asked how full each looks, and filled by line or by volume. A scale tells ten times
          better what is inside; it can be added at any time.
        </li>
      )}
      {unweighed && (
        <li className="warn">
          An empty mass is not known yet: what is in them is known to a few tenths of a ml less well until one
          is weighed empty and dry. It is asked for on Plan and Rack.
        </li>
      )}
    </ul>
  );
}
