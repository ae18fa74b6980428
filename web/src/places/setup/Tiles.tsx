import { useId, type ReactNode } from 'react';

/** One of a few, each with its picture where it has one; by arrow keys as the platform's own. */
export function Tiles<T extends string>({
  label,
  value,
  options,
  onPick,
}: {
  readonly label: string;
  readonly value: T;
  readonly options: readonly { readonly value: T; readonly label: string; readonly picture?: ReactNode }[];
  readonly onPick: (value: T) => void;
}) {
  const name = useId();
  return (
    <fieldset className="tiles">
      <legend>{label}</legend>
      {options.map((option) => (
        <label key={option.value} className={option.value === value ? 'tile chosen' : 'tile'}>
          {option.picture && <span aria-hidden="true">{option.picture}</span>}
          <span>
            <input
              type="radio"
              name={name}
              value={option.value}
              checked={option.value === value}
              onChange={() => onPick(option.value)}
            />{' '}
            {option.label}
          </span>
        </label>
      ))}
    </fieldset>
  );
}
