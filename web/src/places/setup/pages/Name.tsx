import TextField from '@mui/material/TextField';
import type { Printer } from '@hiraeth/core/workbook';
import { FEED_NAMES } from '@hiraeth/core/definition';
import { choicesOf } from '../../../parts/fields';
import type { PageProps } from '../readAnswers';
import { Tiles } from '../Tiles';

export function Name({ draft, put }: PageProps) {
  return (
    <>
      <div className="form">
        <TextField
          label="Printer’s name"
          value={draft.name}
          onChange={(event) => put({ name: event.target.value })}
          helperText="As you speak of it"
        />
      </div>
      <Tiles<Printer['feed']>
        label="Where do the cartridges sit?"
        value={draft.feed}
        options={choicesOf(FEED_NAMES)}
        onPick={(feed) => put({ feed })}
      />
    </>
  );
}
