import { useId } from 'react';
import { useLedger, useNow } from '../state/hooks';
import { COVERAGE } from '@hiraeth/core/numeric';
import { formatUncertain } from '@hiraeth/core/quantity';
import { emptyAt, type CartridgeView } from '@hiraeth/core/advice';
import { isGaugeOff } from '@hiraeth/core/ledger';
import { shadeColour } from './shade';

/** Where the gauge would put the ink: its claim of the chip's volume, on the same axis. */
export function claimMl(view: CartridgeView): number | null {
  const { state, body } = view;
  const fraction = state?.gauge?.fraction;
  if (isGaugeOff(state) || fraction === null || fraction === undefined) return null;
  return fraction * (state?.chip.volumeMl ?? body.cartridge.chip?.volumeMl ?? body.type.capacityMl);
}

/**
 * The one glyph for a cartridge: an axis from empty to its maximum, the measured ink as a bar whose end blurs over its
 * interval, the reserve hatched, the target a tall tick, the gauge's claim an open mark under the axis.
 */
export function Strip({ view, height = 38 }: { readonly view: CartridgeView; readonly height?: number }) {
  const id = useId();
  const ledger = useLedger();
  const now = useNow();
  const { ink, maxMl, reserveMl, targetMl, body } = view;
  const claim = claimMl(view);
  const empty = claim === null ? null : emptyAt(ledger, body.cartridge.id, now);
  const chipMl = view.state?.chip.volumeMl ?? 0;
  const span = Math.max(maxMl, targetMl, claim ?? 0, (ink?.value ?? 0) + 2 * (ink?.u ?? 0)) * 1.02;
  const x = (ml: number): string => `${((100 * Math.max(0, ml)) / span).toFixed(2)}%`;
  const w = (from: number, to: number): string =>
    `${((100 * Math.max(0, to - Math.max(0, from))) / span).toFixed(2)}%`;
  const wide = ink ? COVERAGE * ink.u : 0;
  const { shades } = body.cartridge;
  const band = 18 / shades.length;
  const words = ink
    ? `${body.cartridge.label}: ${formatUncertain(ink, 'ml')} inside, reserve ${reserveMl.toFixed(1)} ml, target ${targetMl.toFixed(1)} ml${claim === null ? '' : `, the printer claims ${claim.toFixed(0)} ml`}`
    : `${body.cartridge.label}: not weighed yet`;
  return (
    <svg className="strip" role="img" aria-label={words} style={{ height }}>
      <defs>
        {shades.map((shade, i) => (
          <linearGradient key={shade} id={`${id}f${i}`}>
            <stop offset="0" stopColor={shadeColour(shade)} stopOpacity="1" />
            <stop offset="1" stopColor={shadeColour(shade)} stopOpacity="0.05" />
          </linearGradient>
        ))}
        <pattern
          id={`${id}h`}
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width="6" height="6" fill="var(--sheet)" />
          <line x1="0" y1="0" x2="0" y2="6" stroke="var(--madder)" strokeWidth="2.4" />
        </pattern>
      </defs>
      <rect x="0" y="6" width={x(maxMl)} height="18" fill="var(--sheet)" stroke="var(--line)" />
      {ink &&
        shades.map((shade, i) => (
          <g key={shade}>
            <rect
              x="0"
              y={6 + i * band}
              width={w(0, ink.value - wide)}
              height={band}
              fill={shadeColour(shade)}
              stroke="var(--soft)"
              strokeWidth="0.75"
            />
            <rect
              x={x(ink.value - wide)}
              y={6 + i * band}
              width={w(ink.value - wide, ink.value + wide)}
              height={band}
              fill={`url(#${id}f${i})`}
            />
          </g>
        ))}
      <rect
        x="0"
        y="6"
        width={x(reserveMl)}
        height="18"
        fill={`url(#${id}h)`}
        stroke="var(--madder)"
        strokeWidth="0.75"
      />
      <line x1={x(targetMl)} x2={x(targetMl)} y1="0" y2="26" stroke="var(--text)" strokeWidth="2.5" />
      <line x1="0" x2="100%" y1="24.5" y2="24.5" stroke="var(--text)" strokeWidth="1" />
      {empty && empty.reading.value > 0 && (
        <line
          x1={x(empty.reading.value * chipMl)}
          x2={x(empty.reading.value * chipMl)}
          y1="27"
          y2="36"
          stroke="var(--madder)"
          strokeWidth="2"
        />
      )}
      {claim !== null && (
        <circle cx={x(claim)} cy="31.5" r="4" fill="none" stroke="var(--text)" strokeWidth="1.6" />
      )}
    </svg>
  );
}

/** What the marks of a strip mean, once per page. */
export function StripKey() {
  return (
    <div>
      <h2>Reading a strip</h2>
      <p>
        The bar is the ink really inside; its end blurs over the doubt. Hatched: the reserve, never to be
        used. Tall tick: the target of a fill. The small ring under the line: what the printer’s gauge claims;
        when it comes to the short red mark, the cartridge is really empty.
      </p>
    </div>
  );
}
