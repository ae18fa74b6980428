import { shelfState, cartridgeViews, type CartridgeView } from '@hiraeth/core/advice';
import { insideWords, LOOK_WORDS } from '@hiraeth/core/words';
import { putSetIn } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { Fragment } from 'react';
import { Link } from 'react-router';
import { isFitToGoIn } from '@hiraeth/core/bench';
import { slotFor } from '@hiraeth/core/ledger';
import type { Printer } from '@hiraeth/core/workbook';
import { useLedger, useNow, useAct } from '../../state/hooks';
import { clock } from '../../parts/dates';
import { Strip } from '../../parts/Strip';
import { Swatch } from '../../parts/Swatch';

/**
 * Cartridges outside the printers, by set: what rests, what is ready, and putting a whole set in with one routine; then those
 * whose type is gone.
 */
export function Shelf() {
  const ledger = useLedger();
  const now = useNow();
  const act = useAct();
  const { views: inUse, withoutType } = cartridgeViews(ledger, now);
  const untyped = withoutType.filter(({ seated }) => !seated);
  const views = inUse.filter(({ state }) => !state.seat);
  if (views.length === 0 && untyped.length === 0) return null;
  const groups = new Map<
    string,
    { printer: Printer | null; set: string; views: CartridgeView[]; fit: CartridgeView[] }
  >();
  for (const view of views) {
    const printer = slotFor(ledger.context, view.body.cartridge)?.printer ?? null;
    const key = `${printer?.id ?? ''}/${view.body.cartridge.set}`;
    const group = groups.get(key) ?? { printer, set: view.body.cartridge.set, views: [], fit: [] };
    group.views.push(view);
    // What would bring air, water or a leak into the printer is not offered to go in.
    if (isFitToGoIn(ledger, view.body.cartridge.id, now)) group.fit.push(view);
    groups.set(key, group);
  }
  return (
    <>
      {[...groups].map(([key, group]) => (
        <section key={key} className="section">
          <header>
            <h2>
              On the shelf{group.printer ? `: ${group.printer.name}` : ''}
              {group.set ? `, set ${group.set}` : ''}
            </h2>
            {group.printer && group.views.length > 1 && (
              <Link to={`/rotate?printer=${group.printer.id}`}>Rotate, one at a time</Link>
            )}
            {group.printer && group.fit.length > 0 && (
              <Button
                size="small"
                onClick={() =>
                  void act(
                    putSetIn(
                      ledger,
                      group.printer!.id,
                      group.fit.map(({ body }) => body.cartridge.id),
                    ),
                  )
                }
              >
                {group.views.length === 1
                  ? 'Put it in'
                  : group.fit.length === group.views.length
                    ? 'Put the whole set in'
                    : `Put ${group.fit.length} of them in`}
              </Button>
            )}
          </header>
          {group.views.map((view) => (
            <div className="rackrow" key={view.body.cartridge.id}>
              <div className="name">
                <Swatch shades={view.body.cartridge.shades} />
                <Link to={`/cartridge/${view.body.cartridge.id}`}>{view.body.cartridge.label}</Link>
              </div>
              <div className="strip">
                <Strip view={view} />
              </div>
              <div className="ink">{insideWords(view)}</div>
              <div className="act">
                <Waits view={view} />
              </div>
            </div>
          ))}
        </section>
      ))}
      {untyped.length > 0 && (
        <section className="section">
          <header>
            <h2>On the shelf, without a type</h2>
          </header>
          <p>
            Their type is not in the workbook any more, so nothing can be said of them:{' '}
            {untyped.map(({ cartridge: { id, label } }, i) => (
              <Fragment key={id}>
                {i > 0 && ', '}
                <Link to={`/cartridge/${id}`}>{label}</Link>
              </Fragment>
            ))}
            .
          </p>
        </section>
      )}
    </>
  );
}

/** What it waits for. */
function Waits({ view }: { readonly view: CartridgeView }) {
  const state = shelfState(useLedger(), view);
  const { id } = view.body.cartridge;
  switch (state) {
    case 'rejected':
      return <Link to={`/cartridge/${id}`}>{LOOK_WORDS[view.state.rejected!.found]}</Link>;
    case 'rests':
      return `Rests until ${clock(view.restUntil!)}`;
    case 'ready':
      return 'Ready to go in';
    case 'wet':
      return <Link to={`/prepare/${id}`}>Wet: dry it before it is filled</Link>;
    case 'dry':
      return <Link to={`/bench?cartridge=${id}`}>Dry: fill it when its turn comes</Link>;
    case 'fill':
      return <Link to={`/bench?cartridge=${id}`}>Fill it on the Bench</Link>;
  }
}
