import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';

/** Something that is so or is not, with its words beside it. */
export function Tick({
  label,
  checked,
  onTick,
}: {
  readonly label: string;
  readonly checked: boolean;
  readonly onTick: (yes: boolean) => void;
}) {
  return (
    <FormControlLabel
      control={<Checkbox checked={checked} onChange={(event) => onTick(event.target.checked)} />}
      label={label}
    />
  );
}
