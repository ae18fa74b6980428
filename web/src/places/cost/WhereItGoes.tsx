import { Link } from 'react-router';
import { CAUSE_WORDS } from '@hiraeth/core/words';
import { find } from '@hiraeth/core/ledger';
import type { CauseCost, PrinterCost } from '@hiraeth/core/cost';
import { useLedger, useMoney } from '../../state/hooks';
import { Swatch } from '../../parts/Swatch';
import { Lines } from '../../parts/Lines';

const WIDTH = 300;
const ROW = 16;

interface Bar {
  readonly key: string;
  readonly name: string;
  readonly shades: readonly string[] | null;
  /** On paper, in the printer, by hand; minor units. */
  readonly parts: readonly [paper: number, printer: number, hand: number];
}

/** Where the money for ink goes: by channel, each split into what reached paper and what did not. */
export function WhereItGoes({
  cost,
  causes,
}: {
  readonly cost: PrinterCost;
  readonly causes: readonly CauseCost[];
}) {
  const ledger = useLedger();
  const money = useMoney();
  const printer = find(ledger.context, 'printer', cost.printerId)!;
  const bars: Bar[] = cost.channels.flatMap((channel, i) =>
    !channel.inkKnown ||
    channel.drawnMinor === null ||
    channel.printedMinor === null ||
    channel.lostMinor === null
      ? []
      : [
          {
            key: channel.slotId,
            name: channel.name,
            shades: printer.slots[i]!.shades,
            parts: [
              channel.printedMinor,
              Math.max(0, channel.drawnMinor - channel.printedMinor),
              Math.max(0, channel.lostMinor),
            ],
          },
        ],
  );
  const most = Math.max(1, ...bars.map(({ parts }) => parts[0] + parts[1] + parts[2]));
  const total = (k: 0 | 1 | 2): number => bars.reduce((sum, bar) => sum + bar.parts[k], 0);
  const known = causes.filter(({ minor }) => minor !== null).length > 0;
  if (bars.length === 0 || !known) return null;
  return (
    <section className="section" aria-label="Where the money for ink goes">
      <header>
        <h2>Where the money for ink goes</h2>
        <span className="soft small">
          {money(total(0))} on paper, {money(total(1))} {CAUSE_WORDS.cleaned.toLowerCase()}, changes and idle
          days, {money(total(2))} lost by hand
        </span>
      </header>
      <Lines
        columns={[
          {
            head: 'Channel',
            of: (bar) => (
              <>
                {bar.shades && <Swatch shades={bar.shades} />} {bar.name}
              </>
            ),
          },
          {
            head: (
              <>
                <span className="where-key paper" /> on paper <span className="where-key printer" /> in the
                printer <span className="where-key hand" /> by hand
              </>
            ),
            of: (bar) => (
              <svg
                viewBox={`0 0 ${WIDTH} ${ROW}`}
                width="100%"
                height={ROW}
                preserveAspectRatio="none"
                role="img"
                aria-label={`${money(bar.parts[0])} on paper, ${money(bar.parts[1])} not on paper, ${money(bar.parts[2])} by hand`}
              >
                {(['paper', 'printer', 'hand'] as const).map((name, k) => {
                  const before = bar.parts.slice(0, k).reduce((sum, part) => sum + part, 0);
                  return (
                    <rect
                      key={name}
                      x={(WIDTH * before) / most}
                      y={2}
                      width={(WIDTH * bar.parts[k]!) / most}
                      height={ROW - 4}
                      className={`where-${name}`}
                    />
                  );
                })}
              </svg>
            ),
          },
          { head: 'In all', n: true, of: (bar) => money(sumOf(bar)) },
        ]}
        rows={[...bars].sort((a, b) => sumOf(b) - sumOf(a))}
        keyOf={(bar) => bar.key}
      />
      <p className="soft small">
        Of it in <Link to="/checks">cleanings</Link>:{' '}
        {money(causes.reduce((sum, cause) => sum + (cause.cause === 'cleaned' ? (cause.minor ?? 0) : 0), 0))};
        in cartridge changes:{' '}
        {money(causes.reduce((sum, cause) => sum + (cause.cause === 'change' ? (cause.minor ?? 0) : 0), 0))}.
      </p>
    </section>
  );
}

const sumOf = (bar: Bar): number => bar.parts[0] + bar.parts[1] + bar.parts[2];
