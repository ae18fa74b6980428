import { shadeRamps, type ShadeComparison, type ShadeRamp } from '@hiraeth/core/colour';

const SIDE = 130;
const PAD = 4;

/** Each ramp's lightness, step by step: the reference as a line, what is judged as dots on or off it. */
export function Ramps({ found }: { readonly found: ShadeComparison }) {
  const ramps = shadeRamps(found);
  if (ramps.length === 0) return null;
  return (
    <section className="section" aria-label="Ramps">
      <header>
        <h2>Ramps</h2>
        <span className="soft small">lightness by step; line: the reference, dots: what is judged</span>
      </header>
      <ul className="ramps">
        {ramps.slice(0, 12).map((ramp) => (
          <li key={ramp.name}>
            <Ramp ramp={ramp} />
          </li>
        ))}
      </ul>
    </section>
  );
}

function Ramp({ ramp: { name, steps } }: { readonly ramp: ShadeRamp }) {
  const [first, last] = [steps[0]!.step, steps.at(-1)!.step];
  const x = (step: number): number =>
    PAD + ((SIDE - 2 * PAD) * (step - first)) / Math.max(1e-9, last - first);
  const y = (l: number): number => SIDE - PAD - ((SIDE - 2 * PAD) * l) / 100;
  const worst = steps.reduce((a, b) => (b.deltaE > a.deltaE ? b : a));
  const shift = steps.reduce((sum, { from, to }) => sum + to.l - from.l, 0) / steps.length;
  const words = `${Math.abs(shift) < 0.3 ? 'as light' : shift > 0 ? `lighter by ${shift.toFixed(1)}` : `darker by ${(-shift).toFixed(1)}`}, most at ${worst.step}: ΔE00 ${worst.deltaE.toFixed(1)}`;
  return (
    <figure>
      <svg viewBox={`0 0 ${SIDE} ${SIDE}`} width="100%" role="img" aria-label={`${name}: ${words}`}>
        <polyline
          points={steps.map(({ step, from }) => `${x(step)},${y(from.l)}`).join(' ')}
          className="ramp-line"
        />
        {steps.map(({ step, to }) => (
          <circle key={step} cx={x(step)} cy={y(to.l)} r={3} className="ramp-dot" />
        ))}
      </svg>
      <figcaption>
        <strong>{name}</strong> <span className="soft small">{words}</span>
      </figcaption>
    </figure>
  );
}
