import { tookBlack } from '@hiraeth/core/acts';
import type { Black, FactOf } from '@hiraeth/core/workbook';
import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { useAct, useLedger } from '../../state/hooks';
import { useServices } from '../../state/services';

const PAPER_NAMES: Readonly<Record<Black, string>> = {
  photo: 'Paper for photo black',
  matte: 'Paper for matte black',
};

/** Prints since the last weigh-in of which nobody said which of two blacks they took: said for all of them at once, or one by one. */
export function UnsaidBlacks({ prints }: { readonly prints: readonly FactOf<'printed'>[] }) {
  const ledger = useLedger();
  const act = useAct();
  const { newId } = useServices();
  const say = (black: Black): void =>
    void act(tookBlack(ledger, prints, black, { id: newId('paper'), name: PAPER_NAMES[black] }));
  return (
    <section className="stack" aria-label="Which black the prints took">
      <p>
        {prints.length === 1 ? 'One print' : `${prints.length} prints`} since the last weigh-in{' '}
        {prints.length === 1 ? 'does' : 'do'} not say which black the paper takes: until then both are
        foretold for {prints.length === 1 ? 'it' : 'them'}.
      </p>
      <div className="row">
        <Button variant="outlined" onClick={() => say('photo')}>
          {prints.length === 1 ? 'It' : 'All'} took photo black
        </Button>
        <Button variant="outlined" onClick={() => say('matte')}>
          {prints.length === 1 ? 'It' : 'All'} took matte black
        </Button>
        <Link to="/prints/log">One by one, in the log</Link>
      </div>
    </section>
  );
}
