import Button from '@mui/material/Button';
import { useState } from 'react';
import { BuyKit } from './BuyKit';

/** What was bought beside ink, entered where its cost is asked for. */
export function Kit() {
  const [buying, setBuying] = useState(false);
  return buying ? (
    <BuyKit onDone={() => setBuying(false)} />
  ) : (
    <div>
      <Button variant="outlined" onClick={() => setBuying(true)}>
        Enter a kit, chips or other costs
      </Button>
    </div>
  );
}
