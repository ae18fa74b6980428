import Button from '@mui/material/Button';
import type { Corners } from '@hiraeth/core/image';
import type { CheckPhoto } from '../../workers/readCheckPhoto';
import { Pixels } from './Pixels';

/** The grid as it would look from each side that explains it alike: a person says which is right. */
export function WhichWayUp({
  ways,
  onSay,
}: {
  readonly ways: CheckPhoto['ways'];
  readonly onSay: (corners: Corners) => void;
}) {
  return (
    <div className="row" role="group" aria-label="Which way up?">
      {ways.map(({ corners, view }, i) => (
        <Button
          key={i}
          variant="outlined"
          sx={{ flexDirection: 'column', gap: 1, padding: 1 }}
          onClick={() => onSay(corners)}
        >
          <Pixels {...view} label={`Way ${i + 1}`} />
          This way up
        </Button>
      ))}
    </div>
  );
}
