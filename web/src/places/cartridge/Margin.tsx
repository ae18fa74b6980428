import Button from '@mui/material/Button';
import { emptyAt, type CartridgeView } from '@hiraeth/core/advice';
import { bodyOf, headOf, isGaugeOff, partsOf } from '@hiraeth/core/ledger';
import { formatUncertain } from '@hiraeth/core/quantity';
import { emptyAtWords } from '@hiraeth/core/words';
import { METHOD_NAMES, STRATEGY_NAMES } from '@hiraeth/core/definition';
import { moment } from '../../parts/dates';
import { CartridgeDrawing } from '../../parts/drawing/CartridgeDrawing';
import { StripKey } from '../../parts/Strip';
import { useLedger, useNow } from '../../state/hooks';
import { MixtureList } from './MixtureList';
import { ShadeList } from './ShadeList';

/** What one cartridge is: what is in it, its shades, body, ports and chip. */
export function Margin({
  view,
  onCorrect,
}: {
  readonly view: CartridgeView;
  readonly onCorrect: () => void;
}) {
  const ledger = useLedger();
  const now = useNow();
  const { state } = view;
  const { cartridge } = view.body;
  const empty = emptyAt(ledger, cartridge.id, now);
  const counts = state?.chip.volumeMl ?? cartridge.chip?.volumeMl ?? null;
  const open = view.ink ? state.ports : null;
  return (
    <aside>
      <div>
        <h2>What is inside</h2>
        <MixtureList view={view} />
      </div>
      <ShadeList cartridgeId={cartridge.id} />
      <div>
        <h2>Body</h2>
        <p>
          {view.body.type.name}, {METHOD_NAMES[view.body.type.method]}. Empty{' '}
          {formatUncertain(view.body.emptyG, 'g')}
          {view.body.emptyIsOwn ? ' (its own)' : ' (the type’s)'}, full {view.body.type.fullG.toFixed(2)} g,
          at most {view.body.maxG.toFixed(2)} g
          {state?.restedG ? `; rested full mass ${state.restedG.toFixed(2)} g` : ''}.
          <HeadLine cartridgeId={cartridge.id} />
        </p>
        <Button size="small" onClick={onCorrect}>
          Correct
        </Button>
      </div>
      {open && (
        <div>
          <h2>Ports</h2>
          <CartridgeDrawing
            construction={view.body.type.construction}
            shades={cartridge.shades}
            fill={
              view.ink && {
                share: view.ink.value / view.body.type.capacityMl,
                u: view.ink.u / view.body.type.capacityMl,
              }
            }
            ports={state.ports}
            width="100%"
          />
          <p>
            {Object.entries(open)
              .filter(([, port]) => port !== undefined && port !== 'none')
              .map(([name, port]) =>
                typeof port === 'boolean' ? (port ? name : `not ${name}`) : `${name} ${port}`,
              )
              .join(', ') || 'nothing to close'}
          </p>
        </div>
      )}
      <div>
        <h2>Chip</h2>
        <p>
          {cartridge.chip
            ? `${STRATEGY_NAMES[cartridge.chip.strategy]}; ${counts === null ? 'from how much it counts is not known' : `counts ${counts} ml`}`
            : 'none'}
          {isGaugeOff(state) ? '; its gauge is off: the log is the gauge now' : ''}
          {state?.chip.resetAt ? `; last reset ${moment(state.chip.resetAt)}` : ''}.
          {empty ? ` ${emptyAtWords(empty)}` : ''}
        </p>
      </div>
      <StripKey />
    </aside>
  );
}

/** Of a two-part cartridge: what its head held when it was weighed by itself. */
function HeadLine({ cartridgeId }: { readonly cartridgeId: string }) {
  const ledger = useLedger();
  const head = headOf(ledger, cartridgeId);
  const body = bodyOf(ledger.context, cartridgeId);
  const parts = body && partsOf(body);
  if (!parts) return null;
  return (
    <>
      {' '}
      Its head alone: empty {formatUncertain(parts.head.emptyG, 'g')}, full {parts.head.fullG.toFixed(2)} g
      {head
        ? `; it held ${formatUncertain(head.ink, 'ml')} on ${moment(head.at)}`
        : '; not weighed by itself yet'}
      .
    </>
  );
}
