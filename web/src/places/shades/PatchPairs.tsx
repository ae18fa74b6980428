import { labColour, type ShadeComparison } from '@hiraeth/core/colour';

/** Patches side by side, large enough to see: the reference above, what is judged below; the worst first. */
export function PatchPairs({ found }: { readonly found: ShadeComparison }) {
  const sorted = [...found.patches].sort((a, b) => b.deltaE - a.deltaE);
  return (
    <section className="section" aria-label="Patches side by side">
      <header>
        <h2>Side by side, the worst first</h2>
        <span className="soft small">
          Above the reference, below what is judged; as well as a screen can.
        </span>
      </header>
      <ol className="patches">
        {sorted.slice(0, 24).map(({ name, from, to, deltaE }) => (
          <li key={name}>
            <span className="pair" aria-hidden>
              <span style={{ background: labColour(from) }} />
              <span style={{ background: labColour(to) }} />
            </span>
            <span>{name}</span>
            <strong>{deltaE.toFixed(1)}</strong>
          </li>
        ))}
      </ol>
    </section>
  );
}
