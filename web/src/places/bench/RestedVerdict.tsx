import Button from '@mui/material/Button';
import { useState } from 'react';
import { judgeRest, type CartridgeRun, type RunEnv } from '@hiraeth/core';
import { useRecord } from '../../app/hooks';

/** After the rest: the honest full mass, or a leak with what to do about it. */
export function RestedVerdict({ run, env }: { readonly run: CartridgeRun; readonly env: RunEnv }) {
  const record = useRecord();
  const [done, setDone] = useState(false);
  const verdict = judgeRest(run, env);
  if (!verdict) return null;
  const { cartridge } = env.body;
  if (verdict.state === 'sound')
    return <p>It kept its weight: {verdict.restedG.toFixed(2)} g is its honest full mass.</p>;
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
        <Button
          variant="outlined"
          disabled={done}
          onClick={() =>
            void record(
              [{ kind: 'defined', entity: { ...cartridge, maxG: Number(verdict.restedG.toFixed(2)) } }],
              `Saved: ${cartridge.label} is filled to ${verdict.restedG.toFixed(2)} g at most from now on.`,
            ).then((saved) => saved && setDone(true))
          }
        >
          Fill it to {verdict.restedG.toFixed(2)} g at most from now on
        </Button>
      </div>
    </div>
  );
}
