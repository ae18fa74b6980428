import { paperTakes } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { find } from '@hiraeth/core/ledger';
import { hasBothBlacks, type Paper } from '@hiraeth/core/workbook';
import { useLedger, useAct } from '../../state/hooks';

/** Asked once for each paper, where the printer has two blacks: prints then draw on the right one alone. */
export function WhichBlack({ printerId, paperId }: { readonly printerId: string; readonly paperId: string }) {
  const { context } = useLedger();
  const act = useAct();
  const paper = find(context, 'paper', paperId);
  const slots = find(context, 'printer', printerId)?.slots ?? [];
  if (!paper || paper.black || !hasBothBlacks(slots)) return null;
  const say = (black: NonNullable<Paper['black']>): void => void act(paperTakes(paper, black));
  return (
    <div className="row" role="group" aria-label="Which black the paper takes">
      <span>
        Which black does <strong>{paper.name}</strong> take? The other is then left alone.
      </span>
      <Button variant="outlined" onClick={() => say('photo')}>
        Photo black
      </Button>
      <Button variant="outlined" onClick={() => say('matte')}>
        Matte black
      </Button>
      <Button onClick={() => say('both')}>Either or both</Button>
    </div>
  );
}
