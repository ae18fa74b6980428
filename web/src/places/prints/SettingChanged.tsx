import { changeSetting } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useAct } from '../../state/hooks';

/** Another setting may draw more or less from all channels: told of it, the use is learnt anew without being asked about. */
export function SettingChanged({ printerId }: { readonly printerId: string }) {
  const act = useAct();
  const [what, setWhat] = useState('');
  const said = what.trim();
  const save = async (): Promise<void> => {
    if (await act(changeSetting(printerId, said))) setWhat('');
  };
  return (
    <form
      className="row"
      onSubmit={(event) => {
        event.preventDefault();
        if (said) void save();
      }}
    >
      <TextField
        label="Setting changed"
        placeholder="driver: finest detail"
        value={what}
        onChange={(event) => setWhat(event.target.value)}
        slotProps={{ htmlInput: { maxLength: 500 } }}
      />
      <Button type="submit" disabled={!said}>
        Log the setting
      </Button>
    </form>
  );
}
