import { adviceTitle, agoWords, howFarWords, insideWords, reasonWords } from '@hiraeth/core/words';
import { slotView, type CartridgeView } from '@hiraeth/core/advice';
import { find } from '@hiraeth/core/ledger';
import { howFar } from '@hiraeth/core/plan';
import { formatUncertain } from '@hiraeth/core/quantity';
import { Big } from '../../parts/Big';
import { clock } from '../../parts/dates';
import { Swatch } from '../../parts/Swatch';
import { useHour, useLedger, useNow } from '../../state/hooks';

/** How much is inside, where it stands, and what that means. */
export function Lead({ view }: { readonly view: CartridgeView }) {
  const ledger = useLedger();
  const now = useNow();
  const hour = useHour();
  const { cartridge } = view.body;
  const { state } = view;
  const place = state.seat;
  const slot = place ? slotView(ledger, place.printerId, place.slotId, now) : undefined;
  const far = place && howFar(ledger, place.printerId, place.slotId, hour);
  return (
    <>
      <h1>
        <Swatch shades={cartridge.shades} />
        {cartridge.label}
        <span className="soft" style={{ fontWeight: 400 }}>
          , {cartridge.shades.join(', ')}
          {state?.retired
            ? ' (retired)'
            : place
              ? `, in ${find(ledger.context, 'printer', place.printerId)?.name}`
              : ', on the shelf'}
        </span>
      </h1>
      <div className="lead" style={{ paddingTop: 14 }}>
        <Big
          text={view.ink ? formatUncertain(view.ink, 'ml') : '–'}
          of={view.ink ? 'inside' : insideWords(view)}
        />
        <div>
          {slot && (
            <p>
              <strong>{adviceTitle(slot.advice)}.</strong> {slot.advice.why.map(reasonWords).join(' ')}
            </p>
          )}
          {far && <p className="soft">{howFarWords(far)}</p>}
          {!slot && view.restUntil && (
            <p>It rests until {clock(view.restUntil)}: then its weight is the honest full mass.</p>
          )}
          {view.weighedDaysAgo !== null && (
            <p className="soft small">
              {view.ink?.source}; last weighed {agoWords(view.weighedDaysAgo)}:{' '}
              {formatUncertain(state.lastWeighed!.massG, 'g')}
            </p>
          )}
        </div>
      </div>
    </>
  );
}
