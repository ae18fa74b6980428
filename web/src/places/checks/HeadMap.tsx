import type { HeadHealth } from '@hiraeth/core/nozzle';
import type { Printer } from '@hiraeth/core/workbook';
import { day } from '../../parts/dates';
import { Swatch } from '../../parts/Swatch';
import { Lines } from '../../parts/Lines';

const WIDTH = 560;
const ROW = 7;

/** Where on the grid lines were missing, look by look: the same place again and again is a nozzle, others come and go. */
export function HeadMap({ health, printer }: { readonly health: HeadHealth; readonly printer: Printer }) {
  const looks = health.checks;
  const rows = health.channels
    .map((channel) => ({
      channel,
      slot: printer.slots.find(({ id }) => id === channel.slotId)!,
      gone: looks.map((look) => look.gaps.find(({ slotId }) => slotId === channel.slotId)?.lines ?? []),
    }))
    .filter(({ gone }) => gone.some((lines) => lines.length > 0));
  const most = Math.max(printer.headLines ?? 0, ...rows.flatMap(({ gone }) => gone.flat()));
  if (rows.length === 0 || looks.length < 2) return null;
  const height = ROW * looks.length;
  return (
    <section className="section" aria-label="Where lines were missing">
      <header>
        <h2>Where, look by look</h2>
        <span className="soft small">
          across: line 1 to {most} of the field; down: from {day(looks[0]!.at)} to {day(looks.at(-1)!.at)}
        </span>
      </header>
      <Lines
        columns={[
          {
            head: 'Channel',
            of: ({ channel, slot }) => (
              <>
                <Swatch shades={slot.shades} /> {channel.name}
              </>
            ),
          },
          {
            head: 'Place on the grid',
            of: ({ channel, gone }) => (
              <svg
                viewBox={`0 0 ${WIDTH} ${height}`}
                width="100%"
                height={Math.min(64, height)}
                preserveAspectRatio="none"
                role="img"
                aria-label={`${channel.name}: ${oftenWords(gone)}`}
                className="head-map"
              >
                {gone.map((lines, y) =>
                  lines.map((line) => (
                    <rect
                      key={`${y} ${line}`}
                      x={((line - 1) / most) * WIDTH}
                      y={y * ROW}
                      width={Math.max(5, WIDTH / most)}
                      height={ROW - 1}
                      className={channel.failing.includes(line) ? 'map-failing' : 'map-gap'}
                    />
                  )),
                )}
              </svg>
            ),
          },
          { head: 'Most often', of: ({ gone }) => oftenWords(gone), tone: 'small' },
        ]}
        rows={rows}
        keyOf={({ channel }) => channel.slotId}
      />
    </section>
  );
}

/** The lines that were missing most often, and at how many looks. */
function oftenWords(gone: readonly (readonly number[])[]): string {
  const counts = new Map<number, number>();
  for (const lines of gone) for (const line of lines) counts.set(line, (counts.get(line) ?? 0) + 1);
  return [...counts]
    .sort((a, b) => b[1] - a[1] || a[0] - b[0])
    .slice(0, 3)
    .map(([line, count]) => `line ${line} at ${count} of ${gone.length}`)
    .join(', ');
}
