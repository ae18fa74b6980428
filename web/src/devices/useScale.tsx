import {
  createContext,
  useContext,
  useEffect,
  useSyncExternalStore,
  useState,
  useMemo,
  type Context,
  type ReactNode,
} from 'react';
import type { MassReading } from '@hiraeth/core/ledger';
import { ScaleHub, type ScaleState } from './scaleHub';

export type { ScaleSource, ScaleState } from './scaleHub';

/** What a weight will be written to when it is taken. */
export interface ScaleTarget {
  readonly label: string;
  /** The scale that is used, where somebody chose it. */
  readonly scaleId?: string | null;
  /** What is asked for weighs so much, g: within it a weight may be taken by itself. */
  readonly range?: readonly [least: number, most: number];
  readonly onTake: (reading: MassReading) => void;
}

interface Held {
  readonly hub: ScaleHub;
  readonly target: ScaleTarget | null;
}

const ScaleContext = createContext<Held | null>(null);
/** Apart from what it sets: a place that names its target anew at each of its renders must not render because of that. */
const SetTargetContext = createContext<((target: ScaleTarget | null) => void) | null>(null);

export function ScaleProvider({ children }: { readonly children: ReactNode }) {
  const [hub] = useState(() => new ScaleHub());
  const [target, setTarget] = useState<ScaleTarget | null>(null);
  const held = useMemo(() => ({ hub, target }), [hub, target]);
  return (
    <SetTargetContext value={setTarget}>
      <ScaleContext value={held}>{children}</ScaleContext>
    </SetTargetContext>
  );
}

function useHeld<T>(context: Context<T | null>): T {
  const held = useContext(context);
  if (held === null) throw new Error('No scale above this component.');
  return held;
}

export function useScale(): { hub: ScaleHub; state: ScaleState; target: ScaleTarget | null } {
  const { hub, target } = useHeld(ScaleContext);
  return { hub, target, state: useSyncExternalStore(hub.subscribe, hub.snapshot) };
}

/** While this component stands, weights go to this target; null leaves the rail to its own choice. */
export function useScaleTarget(target: ScaleTarget | null): void {
  const setTarget = useHeld(SetTargetContext);
  useEffect(() => {
    setTarget(target);
    return () => setTarget(null);
  }, [target, setTarget]);
}
