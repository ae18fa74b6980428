import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { Lines, type Column } from '../../../parts/Lines';
import { Swatch } from '../../../parts/Swatch';
import { TOGETHER, type ChannelDraft } from '../draft';
import type { PageProps } from '../readAnswers';
import { changed } from './change';

/** What is asked of each channel in one column. */
export interface Asked {
  readonly key: 'ink' | 'bottleMl' | 'bottlePrice' | 'price' | 'nominal' | 'usable';
  readonly label: string;
}

/** A grid with a line for each channel, and one press that copies the first line down. */
export function ChannelGrid({
  draft,
  put,
  columns,
  copies,
}: PageProps & { readonly columns: readonly Asked[]; readonly copies: string }) {
  const [first] = draft.channels;
  const copy = (): void => {
    const part = Object.fromEntries(columns.map(({ key }) => [key, first?.[key] ?? '']));
    put({ channels: draft.channels.map((channel) => ({ ...channel, ...part })) });
  };
  return (
    <>
      <div className="scrollx">
        <Lines
          widest={760}
          columns={[
            {
              head: 'Channel',
              of: ({ shades }) => (
                <>
                  <Swatch shades={shades.split(TOGETHER)} /> {shades}
                </>
              ),
            },
            ...columns.map(({ key, label }): Column<ChannelDraft> => ({
              head: label,
              of: (channel, i) => (
                <TextField
                  value={channel[key]}
                  onChange={(event) => put(changed(draft, i, { [key]: event.target.value }))}
                  slotProps={{ htmlInput: { 'aria-label': `${channel.shades}: ${label}` } }}
                  sx={{ width: key === 'ink' ? 200 : 110 }}
                />
              ),
            })),
          ]}
          rows={draft.channels}
          keyOf={(_, i) => i}
        />
      </div>
      <div>
        <Button
          onClick={copy}
          disabled={draft.channels.length < 2 || columns.every(({ key }) => first?.[key] === '')}
        >
          {copies}
        </Button>
      </div>
    </>
  );
}
