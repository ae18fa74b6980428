import { fillTo } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { judgeRest, type CartridgeRun, type RunEnv } from '@hiraeth/core/bench';
import { useAct } from '../../state/hooks';

/** After the rest: the honest full mass, or a leak with what to do about it. */
export function RestedVerdict({ run, env }: { readonly run: CartridgeRun; readonly env: RunEnv }) {
  const act = useAct();
  const [done, setDone] = useState(false);
  const verdict = judgeRest(run, env);
  if (!verdict) return null;
  const { cartridge } = env.body;
  const keep = (as: 'target' | 'max', g: number): void =>
    void act(fillTo(env.book, cartridge.id, as, g)).then((saved) => saved && setDone(true));
  const rested = Number(verdict.restedG.toFixed(2));
  if (verdict.state === 'sound')
    return (
      <>
        <p>It kept its weight: {verdict.restedG.toFixed(2)} g is its honest full mass.</p>
        {verdict.isOwn && (
          <div>
            <Button variant="outlined" disabled={done} onClick={() => keep('target', rested)}>
              Aim at {rested.toFixed(2)} g with this body from now on
            </Button>
          </div>
        )}
      </>
    );
  return (
    <div role="alert" className="stack">
      <p className="bad">
        It lost {verdict.lostMl.toFixed(1)} ml while it rested: a plug not flush, a vent, or too full.
      </p>
      <p>
        Look at the plug and the towel first. If they are tight, it was too full for this body: then its own
        maximum is lower.
      </p>
      <div>
        <Button variant="outlined" disabled={done} onClick={() => keep('max', rested)}>
          Fill it to {verdict.restedG.toFixed(2)} g at most from now on
        </Button>
      </div>
    </div>
  );
}
