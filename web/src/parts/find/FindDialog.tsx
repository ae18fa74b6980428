import Autocomplete from '@mui/material/Autocomplete';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import MiniSearch from 'minisearch';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { useLedger, useNow } from '../../state/hooks';
import { day } from '../dates';
import { dayAsked } from '../dayAsked';
import { findables, type Findable } from './findables';
import { useLeaving } from '../useLeaving';

const MOST = 12;

/** Finds whatever has a name, what can be done, and the entries of a day; Enter goes there. */
export default function FindDialog({ onClose }: { readonly onClose: () => void }) {
  const ledger = useLedger();
  const now = useNow();
  const navigate = useNavigate();
  const [text, setText] = useState('');
  useLeaving(true, onClose);
  const { byId, index } = useMemo(() => {
    const list = findables(ledger);
    const index = new MiniSearch<Findable>({
      fields: ['name', 'what', 'also'],
      searchOptions: {
        boost: { name: 4 },
        // What one comes to do stands before what only bears the word.
        boostDocument: (_id, _term, stored) => (stored?.what === 'word' ? 0.5 : 1),
        prefix: true,
        fuzzy: (term) => (term.length > 3 ? 0.3 : false),
        combineWith: 'AND',
      },
      storeFields: ['what'],
    });
    index.addAll(list);
    return { byId: new Map(list.map((one) => [one.id, one])), index };
  }, [ledger]);
  const found = useMemo((): Findable[] => {
    const asked = dayAsked(text, new Date(now));
    const entries: Findable[] = asked
      ? [
          {
            id: `day ${asked}`,
            name: `Entries of ${day(`${asked}T12:00:00.000Z`)}`,
            what: 'day',
            also: '',
            to: `/workbook/log?day=${asked}`,
          },
        ]
      : [];
    const named = index.search(text).slice(0, MOST);
    return [...entries, ...named.flatMap(({ id }) => byId.get(id as string) ?? [])];
  }, [index, byId, text, now]);
  return (
    <Dialog
      open
      onClose={onClose}
      fullWidth
      maxWidth="sm"
      aria-labelledby="find-title"
      sx={{ '& .MuiDialog-container': { alignItems: 'flex-start' } }}
      slotProps={{ paper: { sx: { overflow: 'visible' } } }}
    >
      <DialogTitle id="find-title" className="visually-hidden">
        Find
      </DialogTitle>
      <DialogContent sx={{ '&&': { minHeight: 120, pt: 3, overflow: 'visible' } }}>
        <Autocomplete<Findable>
          disablePortal
          open={text.trim() !== ''}
          options={found}
          filterOptions={(options) => options}
          getOptionLabel={(one) => one.name}
          getOptionKey={(one) => one.id}
          isOptionEqualToValue={(a, b) => a.id === b.id}
          value={null}
          inputValue={text}
          onInputChange={(_event, value, reason) => reason !== 'reset' && setText(value)}
          onChange={(_event, one) => {
            if (!one) return;
            onClose();
            void navigate(one.to);
          }}
          autoHighlight
          forcePopupIcon={false}
          noOptionsText="Nothing bears that name. Try a cartridge, a lot, a print, a place, a word, or a day."
          renderOption={({ key, ...props }, one) => (
            <li key={key} {...props}>
              <span>{one.name}</span>
              <span className="soft small" style={{ marginLeft: 'auto', paddingLeft: 16 }}>
                {one.what}
              </span>
            </li>
          )}
          renderInput={(params) => (
            <TextField
              {...params}
              autoFocus
              label="Find"
              helperText="A cartridge, lot, print, place or word; a day, as 2 March; or what you want to do, as weigh cyan."
            />
          )}
        />
      </DialogContent>
    </Dialog>
  );
}
