import { useEffect, useRef, useState } from 'react';
import type { PlanBasis, PolicyResult } from '@hiraeth/core/plan';
import { useServices } from '../../state/services';
import type { Simulated } from './simulated';

/** The ways of changing tried on this basis, aside from the page: with how far it is, and a way to stop it. */
export function useSimulated(basis: PlanBasis | undefined): Simulated {
  const { simulate } = useServices();
  const [found, setFound] = useState<{
    readonly of: PlanBasis;
    readonly state: Simulated['state'];
    readonly results: readonly PolicyResult[];
    readonly share: number;
  } | null>(null);
  const [round, setRound] = useState(0);
  const ending = useRef<AbortController | null>(null);
  useEffect(() => {
    if (!basis?.input) return;
    const mine = new AbortController();
    ending.current = mine;
    const say = (state: Simulated['state'], results: readonly PolicyResult[], share: number): void => {
      if (!mine.signal.aborted) setFound({ of: basis, state, results, share });
    };
    simulate(basis.input, (share) => say('busy', [], share), mine.signal).then(
      (results) => say('done', results, 1),
      () => say('failed', [], 0),
    );
    return () => mine.abort();
  }, [basis, simulate, round]);
  const mine = found !== null && found.of === basis ? found : null;
  return {
    state: mine?.state ?? 'busy',
    results: mine?.results ?? [],
    share: mine?.share ?? 0,
    stop: () => {
      ending.current?.abort();
      if (basis) setFound({ of: basis, state: 'stopped', results: [], share: 0 });
    },
    again: () => {
      setFound(null);
      setRound((n) => n + 1);
    },
  };
}
