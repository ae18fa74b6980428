import type { Now } from '@hiraeth/core/acts';
import { Fragment } from 'react';
import { Pick, QuantityField } from '../../../parts/fields';
import { Tick } from '../../../parts/Tick';
import type { PageProps } from '../readAnswers';
import { Tiles } from '../Tiles';
import { changed } from './change';
import { NOW } from './now';

export function NowInside({ draft, put }: PageProps) {
  const [first] = draft.channels;
  const alike = draft.channels.every(({ now }) => now === first?.now);
  return (
    <>
      <Tiles<Now | 'each'>
        label="All of them"
        value={alike ? (first?.now ?? 'refilled') : 'each'}
        options={alike ? NOW : [...NOW, { value: 'each', label: 'each its own, as below' }]}
        onPick={(now) =>
          now !== 'each' && put({ channels: draft.channels.map((channel) => ({ ...channel, now })) })
        }
      />
      <div className="form">
        {draft.channels.map((channel, i) => (
          <Fragment key={i}>
            <Pick<Now>
              label={channel.shades}
              value={channel.now}
              options={NOW}
              onPick={(now) => put(changed(draft, i, { now }))}
            />
            {channel.now === 'partUsed' && (
              <QuantityField
                label={`${channel.shades}: how full, %`}
                kind="percent"
                value={channel.level}
                onText={(level) => put(changed(draft, i, { level }))}
                helperText="Not known: leave it empty"
              />
            )}
          </Fragment>
        ))}
      </div>
      <Tick
        label="They stand in the printer; what is dry, wet or for cleaning lies on the shelf"
        checked={draft.installed}
        onTick={(installed) => put({ installed })}
      />
    </>
  );
}
