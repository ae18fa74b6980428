import type { CartridgeView } from '@hiraeth/core/advice';
import type { Preparation } from '@hiraeth/core/prepare';

/** The mixture over the next fills. */
export function Mix({ view, option }: { readonly view: CartridgeView; readonly option: Preparation }) {
  return (
    <section className="section stack">
      <h2>Just mix</h2>
      <p className="warn">
        Cheapest, but colour is uncontrolled until it has changed over, and a profile made before no longer
        holds.
      </p>
      <div className="scrollx">
        <table className="lines" style={{ maxWidth: 460 }}>
          <thead>
            <tr>
              <th>After fill</th>
              <th className="n">Old ink in it</th>
            </tr>
          </thead>
          <tbody>
            {option.oldAfterFills.map((old, i) => (
              <tr key={i}>
                <td>
                  {i + 1}
                  {i === 0
                    ? ` (${option.addMl.toFixed(1)} ml on top of ${(view.ink?.value ?? 0).toFixed(1)} ml)`
                    : ''}
                </td>
                <td className="n">{(100 * old).toFixed(1)} %</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="soft small">Each fill tops up what was printed; the log keeps the mixture.</p>
    </section>
  );
}
