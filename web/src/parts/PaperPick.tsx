import { all, sparedSlots } from '@hiraeth/core/ledger';
import { useLedger } from '../state/hooks';
import { Pick } from './fields';

/** On which paper, where that decides which of two blacks is drawn; nothing where it makes no difference. */
export function PaperPick({
  printerId,
  value,
  onPick,
}: {
  readonly printerId: string;
  /** Paper id; empty: on any. */
  readonly value: string;
  readonly onPick: (paperId: string) => void;
}) {
  const { context } = useLedger();
  const papers = all(context, 'paper');
  if (papers.every(({ id }) => sparedSlots(context, printerId, id).length === 0)) return null;
  return (
    <Pick
      label="Paper"
      value={value}
      options={[
        { value: '', label: 'any: both blacks' },
        ...papers.map(({ id, name }) => ({ value: id, label: name })),
      ]}
      onPick={onPick}
    />
  );
}
