import { weighBottle } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { useCallback, useMemo } from 'react';
import { lotName } from '@hiraeth/core/words';
import type { Bottle } from '@hiraeth/core/workbook';
import type { MassReading } from '@hiraeth/core/ledger';
import { useLedger, useAct } from '../../state/hooks';
import { useScaleTarget } from '../../devices/useScale';

/** A bottle on the scale: the rail below takes its weight. */
export function WeighBottle({ bottle, onDone }: { readonly bottle: Bottle; readonly onDone: () => void }) {
  const ledger = useLedger();
  const act = useAct();
  const name = lotName(ledger, bottle.id);
  const take = useCallback(
    (reading: MassReading) => {
      void act(weighBottle(bottle.id, reading)).then((saved) => saved && onDone());
    },
    [bottle.id, onDone, act],
  );
  useScaleTarget(useMemo(() => ({ label: name, onTake: take }), [name, take]));
  return (
    <p className="row" role="status">
      <span>
        Put {name} on the scale, closed, and take its weight below. The first weighing of an untouched bottle
        tells what the empty bottle weighs.
      </span>
      <Button onClick={onDone}>Not now</Button>
    </p>
  );
}
