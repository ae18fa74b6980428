import Button from '@mui/material/Button';
import { useState } from 'react';
import type { FactDraft, Printer, Signal } from '@hiraeth/core/workbook';
import type { Advice, SlotView } from '@hiraeth/core/advice';
import { useRecord } from '../../state/hooks';
import { Pick } from '../../parts/fields';

const SIGNALS: readonly { readonly value: Signal; readonly label: string }[] = [
  { value: 'low', label: 'it says low' },
  { value: 'veryLow', label: 'it says very low' },
  { value: 'asks', label: 'it asks whether to go on' },
  { value: 'stops', label: 'it stops' },
  { value: 'promptClosed', label: 'I closed its prompt' },
  { value: 'notRecognised', label: 'it does not recognise it' },
  { value: 'recognised', label: 'it recognises it again' },
  { value: 'seesLow', label: 'its prism sees the free ink gone' },
];

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
  const record = useRecord();
  const [choice, setChoice] = useState('');
  const { slot } = view;
  const { cartridge } = view.cartridge!.body;
  const chip = view.cartridge!.state.chip;
  const acts = new Set(advice.options.map((option) => option.act));
  const options = [
    ...SIGNALS.filter(({ value }) => value !== 'seesLow' || printer.gauge.prism === true),
    ...(acts.has('reset') || acts.has('bridge')
      ? [
          { value: 'reset', label: 'I reset its chip' },
          { value: 'resetFailed', label: 'its chip would not reset' },
        ]
      : []),
    ...(acts.has('reseat') ? [{ value: 'reset', label: 'out and in again: it counts from full' }] : []),
    { value: 'newChip', label: 'I put a new chip on' },
    ...(acts.has('switchOff') ? [{ value: 'off', label: 'I switched its gauge off' }] : []),
    { value: 'ranDry', label: 'it ran dry' },
  ];
  const draftOf = (value: string): FactDraft => {
    switch (value) {
      case 'reset':
        return { kind: 'chipReset', cartridgeId: cartridge.id, worked: true };
      case 'resetFailed':
        return { kind: 'chipReset', cartridgeId: cartridge.id, worked: false };
      case 'newChip':
        return {
          kind: 'chipReplaced',
          cartridgeId: cartridge.id,
          volumeMl: chip.volumeMl ?? cartridge.chip?.volumeMl ?? null,
          original: false,
        };
      case 'off':
        return { kind: 'gaugeSwitchedOff', printerId: printer.id, slotId: slot.id };
      case 'ranDry':
        return { kind: 'fadedOrRanDry', cartridgeId: cartridge.id, ranDry: true };
      default:
        return { kind: 'chipSignalled', printerId: printer.id, slotId: slot.id, signal: value as Signal };
    }
  };
  // Choosing is not writing: a button writes.
  const write = (): void => {
    const words = options.find((option) => option.value === choice)?.label ?? choice;
    void record([draftOf(choice)], `Saved for ${slot.name}: ${words}.`).then(
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
