import { lookAt } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { leakFound } from '@hiraeth/core/ledger';
import { LOOK_WORDS } from '@hiraeth/core/words';
import { LOOKS, type Look } from '@hiraeth/core/workbook';
import type { CartridgeView } from '@hiraeth/core/advice';
import { useAct, useLedger } from '../../state/hooks';
import { Pick } from '../../parts/fields';

const FAULTS = LOOKS.filter((look) => look !== 'sound').map((value) => ({ value, label: LOOK_WORDS[value] }));

/** What a look found wrong with it, and the later look that lets it in again. */
export function Looked({ view }: { readonly view: CartridgeView }) {
  const act = useAct();
  const [open, setOpen] = useState(false);
  const [found, setFound] = useState<Look | ''>('');
  const { id } = view.body.cartridge;
  const { rejected } = view.state;
  const leak = leakFound(useLedger(), id);
  const save = (look: Look): void =>
    void act(lookAt(id, look, leak?.mlPerDay)).then((saved) => {
      if (!saved) return;
      setOpen(false);
      setFound('');
    });
  if (rejected)
    return (
      <div className="stack" role="region" aria-label="What a look found">
        <p className="bad">
          {LOOK_WORDS[rejected.found]} It is not to go into a printer until a later look is good.
        </p>
        <div>
          <Button variant="outlined" onClick={() => save('sound')}>
            Looked at again: it is sound
          </Button>
        </div>
      </div>
    );
  if (leak && !open)
    return (
      <div className="row" role="region" aria-label="Does it leak?">
        <Button variant="outlined" onClick={() => save('leaksAtRest')}>
          It leaks: keep it out
        </Button>
        <Button onClick={() => save('sound')}>Looked at: it is dry</Button>
        <Button onClick={() => setOpen(true)}>Something else …</Button>
      </div>
    );
  if (!open) return <Button onClick={() => setOpen(true)}>Something is wrong with it …</Button>;
  return (
    <div className="row">
      <Pick<Look> label="What a look found" value={found} options={FAULTS} onPick={setFound} />
      <Button variant="outlined" disabled={found === ''} onClick={() => found !== '' && save(found)}>
        Keep it out
      </Button>
      <Button onClick={() => setOpen(false)}>Nothing</Button>
    </div>
  );
}
