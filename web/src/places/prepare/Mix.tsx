import type { CartridgeView } from '@hiraeth/core/advice';
import type { Preparation } from '@hiraeth/core/prepare';
import { Lines } from '../../parts/Lines';

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
        <Lines
          columns={[
            {
              head: 'After fill',
              of: (_, i) => (
                <>
                  {i + 1}
                  {i === 0
                    ? ` (${option.addMl.toFixed(1)} ml on top of ${(view.ink?.value ?? 0).toFixed(1)} ml)`
                    : ''}
                </>
              ),
            },
            { head: 'Old ink in it', n: true, of: (old) => `${(100 * old).toFixed(1)} %` },
          ]}
          rows={option.oldAfterFills}
          keyOf={(_, i) => i}
          widest={460}
        />
      </div>
      <p className="soft small">Each fill tops up what was printed; the log keeps the mixture.</p>
    </section>
  );
}
