import {
  createContext,
  useContext,
  useEffect,
  useSyncExternalStore,
  useState,
  useMemo,
  type ReactNode,
} from 'react';
import type { Uncertain } from '@hiraeth/core';
import { ScaleHub, type ScaleState } from './scaleHub';

export type { ScaleSource } from './scaleHub';

/** What a weight will be written to when it is taken. */
export interface ScaleTarget {
  readonly label: string;
  readonly onTake: (massG: Uncertain) => void;
}

interface Held {
  readonly hub: ScaleHub;
  readonly target: ScaleTarget | null;
  readonly setTarget: (target: ScaleTarget | null) => void;
}

const ScaleContext = createContext<Held | null>(null);

export function ScaleProvider({ children }: { readonly children: ReactNode }) {
  const [hub] = useState(() => new ScaleHub());
  const [target, setTarget] = useState<ScaleTarget | null>(null);
  const held = useMemo(() => ({ hub, target, setTarget }), [hub, target]);
  return <ScaleContext value={held}>{children}</ScaleContext>;
}

function useHeld(): Held {
  const held = useContext(ScaleContext);
  if (!held) throw new Error('No scale above this component.');
  return held;
}

export function useScale(): { hub: ScaleHub; state: ScaleState; target: ScaleTarget | null } {
  const { hub, target } = useHeld();
  return { hub, target, state: useSyncExternalStore(hub.subscribe, hub.snapshot) };
}

/** While this component stands, weights go to this target; null leaves the rail to its own choice. */
export function useScaleTarget(target: ScaleTarget | null): void {
  const { setTarget } = useHeld();
  useEffect(() => {
    setTarget(target);
    return () => setTarget(null);
  }, [target, setTarget]);
}
