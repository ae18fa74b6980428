import type { PageProps } from '../readAnswers';
import { Tiles } from '../Tiles';

export function Sets({ draft, put }: PageProps) {
  return (
    <Tiles<'1' | '2' | 'waiting'>
      label="Sets"
      value={draft.sets}
      options={[
        { value: '1', label: 'one: each cartridge is refilled when it needs it' },
        { value: '2', label: 'two, A and B: one prints while the other is refilled' },
        {
          value: 'waiting',
          label: 'originals print on; new, dry refillables wait on the shelf, and go in one by one',
        },
      ]}
      onPick={(sets) => put({ sets })}
    />
  );
}
