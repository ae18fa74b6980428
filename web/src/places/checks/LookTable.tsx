import { CHANNEL_STATE_WORDS } from '@hiraeth/core/words';
import type { HeadHealth } from '@hiraeth/core/nozzle';
import type { Printer } from '@hiraeth/core/workbook';
import { day } from '../../parts/dates';
import { Swatch } from '../../parts/Swatch';

/** So many looks fit beside each other. */
const SHOWN = 10;

/** Channels by looks: how many lines were missing, darker where more; what could not be seen is said. */
export function LookTable({ health, printer }: { readonly health: HeadHealth; readonly printer: Printer }) {
  const looks = health.checks.slice(-SHOWN);
  if (looks.length === 0)
    return <p>Nothing yet. Print the printer’s own check, and enter beside this what is missing.</p>;
  const most = printer.headLines ?? 40;
  return (
    <div style={{ overflowX: 'auto' }}>
      <table className="looks">
        <caption className="visually-hidden">Lines missing by channel and check, oldest first</caption>
        <thead>
          <tr>
            <th scope="col">Channel</th>
            {looks.map((look) => (
              <th key={look.factId} scope="col" title={day(look.at)}>
                {day(look.at).replace(/ \d{4}$/, '')}
              </th>
            ))}
            <th scope="col">Now</th>
          </tr>
        </thead>
        <tbody>
          {health.channels.map((channel) => (
            <tr key={channel.slotId}>
              <th scope="row">
                <Swatch shades={printer.slots.find(({ id }) => id === channel.slotId)!.shades} />
                {channel.name}
              </th>
              {looks.map((look) => {
                const gap = look.gaps.find(({ slotId }) => slotId === channel.slotId);
                const unseen = look.unseen.includes(channel.slotId);
                return (
                  <td
                    key={look.factId}
                    style={gap ? { background: tint(gap.nozzles / most) } : {}}
                    title={gap && gap.lines.length > 0 ? `lines ${gap.lines.join(', ')}` : ''}
                  >
                    {unseen ? <span className="soft">?</span> : (gap?.nozzles ?? '·')}
                  </td>
                );
              })}
              <td className={channel.missing > 0 ? 'warn' : 'soft'}>
                {channel.failing.length > 0
                  ? `failing: ${channel.failing.join(', ')}`
                  : CHANNEL_STATE_WORDS[channel.state]}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="small soft">
        · every line there; ? not to be seen in that light; a number: lines missing.
      </p>
    </div>
  );
}

/** More missing, more madder; the number says it too. */
const tint = (share: number): string =>
  `color-mix(in srgb, var(--madder) ${Math.round(14 + 46 * Math.min(1, share * 4))}%, transparent)`;
