import { tellChip, type ChipDoing } from '@hiraeth/core/acts';
import { CHIP_DOING_WORDS } from '@hiraeth/core/words';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Printer, Signal } from '@hiraeth/core/workbook';
import type { Advice, SlotView } from '@hiraeth/core/advice';
import { useAct, useLedger } from '../../state/hooks';
import { Pick } from '../../parts/fields';

/** What a printer signals by itself, in the order in which it does. */
const SIGNALS: readonly Signal[] = [
  'low',
  'veryLow',
  'asks',
  'stops',
  'promptClosed',
  'notRecognised',
  'recognised',
  'seesLow',
];
const option = (value: ChipDoing) => ({ value, label: CHIP_DOING_WORDS[value] });

/** What the printer signalled, or what was done about the chip. */
export function Signals({
  printer,
  view,
  advice,
}: {
  readonly printer: Printer;
  readonly view: SlotView;
  readonly advice: Advice;
}) {
  const act = useAct();
  const ledger = useLedger();
  const [choice, setChoice] = useState<ChipDoing | ''>('');
  const { slot } = view;
  const { cartridge } = view.cartridge!.body;
  const acts = new Set(advice.options.map((option) => option.act));
  const options: readonly { readonly value: ChipDoing; readonly label: string }[] = [
    ...SIGNALS.filter((signal) => signal !== 'seesLow' || printer.gauge.prism === true).map(option),
    ...(acts.has('reset') || acts.has('bridge') ? [option('reset'), option('resetFailed')] : []),
    ...(acts.has('reseat')
      ? [{ value: 'reset' as const, label: 'out and in again: it counts from full' }]
      : []),
    option('newChip'),
    ...(acts.has('switchOff') ? [option('off')] : []),
    option('ranDry'),
  ];
  // Choosing is not writing: a button writes.
  const write = (): void => {
    if (choice === '') return;
    void act(tellChip(ledger, printer.id, slot, cartridge.id, choice)).then(
      (saved) => saved && setChoice(''),
    );
  };
  return (
    <div className="row">
      <Pick label={`Note for ${slot.name}`} value={choice} options={options} onPick={setChoice} />
      <Button
        variant="outlined"
        disabled={choice === ''}
        onClick={write}
        aria-label={`Save the note for ${slot.name}`}
      >
        Save it
      </Button>
    </div>
  );
}
