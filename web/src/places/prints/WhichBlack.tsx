import Button from '@mui/material/Button';
import { find } from '@hiraeth/core/ledger';
import { hasBothBlacks, type Paper } from '@hiraeth/core/workbook';
import { useLedger, useRecord } from '../../state/hooks';

/** Asked once for each paper, where the printer has two blacks: prints then draw on the right one alone. */
export function WhichBlack({ printerId, paperId }: { readonly printerId: string; readonly paperId: string }) {
  const { context } = useLedger();
  const record = useRecord();
  const paper = find(context, 'paper', paperId);
  const slots = find(context, 'printer', printerId)?.slots ?? [];
  if (!paper || paper.black || !hasBothBlacks(slots)) return null;
  const say = (black: Paper['black'], said: string): void =>
    void record([{ kind: 'defined', entity: { ...paper, black } }], `Saved: ${paper.name} takes ${said}.`);
  return (
    <div className="row" role="group" aria-label="Which black the paper takes">
      <span>
        Which black does <strong>{paper.name}</strong> take? The other is then left alone.
      </span>
      <Button variant="outlined" onClick={() => say('photo', 'photo black')}>
        Photo black
      </Button>
      <Button variant="outlined" onClick={() => say('matte', 'matte black')}>
        Matte black
      </Button>
      <Button onClick={() => say('both', 'either black')}>Either or both</Button>
    </div>
  );
}
