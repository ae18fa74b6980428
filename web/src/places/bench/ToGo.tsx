import { useScale } from '../../devices/useScale';

/** While ink drips on a live scale: how much is still to go, from the reading itself. */
export function ToGo({ targetG, density }: { readonly targetG: number; readonly density: number }) {
  const { state } = useScale();
  if (state.source === 'typed' || state.massG === null) return null;
  const ml = (targetG - state.massG) / density;
  return (
    <p className={ml < -0.3 ? 'bad' : ''} role="status">
      {ml > 0.05
        ? `${ml.toFixed(1)} ml to go by the scale`
        : ml < -0.3
          ? `${(-ml).toFixed(1)} ml over: stop`
          : 'There: stop'}
    </p>
  );
}
