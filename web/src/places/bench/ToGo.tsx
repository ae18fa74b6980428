import { toGo } from '@hiraeth/core/bench';
import { useScale } from '../../devices/useScale';

/** While ink drips on a live scale: how much is still to go, from the reading itself. */
export function ToGo({ targetG, density }: { readonly targetG: number; readonly density: number }) {
  const { state } = useScale();
  if (state.source === 'typed' || state.massG === null) return null;
  const ml = (targetG - state.massG) / density;
  const where = toGo(ml);
  return (
    <p className={where === 'over' ? 'bad' : ''} role="status">
      {where === 'more'
        ? `${ml.toFixed(1)} ml to go by the scale`
        : where === 'over'
          ? `${(-ml).toFixed(1)} ml over: stop`
          : 'There: stop'}
    </p>
  );
}
