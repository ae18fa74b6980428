import type { Printer } from '@hiraeth/core/workbook';
import { CHIP_OFF_NAMES, fieldAt, GAUGE_NAMES, labelOf, STRATEGY_NAMES } from '@hiraeth/core/definition';
import { choicesOf, Pick, QuantityField } from '../../../parts/fields';
import { Tick } from '../../../parts/Tick';
import type { PageProps } from '../readAnswers';

export function Chip({ draft, put }: PageProps) {
  return (
    <>
      <div className="form">
        <Pick<Printer['gauge']['display']>
          label="What does the printer show of its ink?"
          value={draft.display}
          options={choicesOf(GAUGE_NAMES)}
          onPick={(display) => put({ display })}
        />
        <Pick
          label="And the chip, at a refill?"
          value={draft.chip}
          options={choicesOf(STRATEGY_NAMES)}
          onPick={(chip) => put({ chip })}
        />
        {draft.chip === 'switchedOff' && (
          <Pick
            label="Is it switched off?"
            value={draft.off}
            options={choicesOf(CHIP_OFF_NAMES)}
            onPick={(off) => put({ off })}
          />
        )}
        <QuantityField
          label={labelOf('cartridge', 'chip.volumeMl')}
          kind="volume"
          value={draft.chipMl}
          onText={(chipMl) => put({ chipMl })}
          helperText={fieldAt('cartridge', 'chip.volumeMl')?.help}
        />
        <Pick
          label="Can it be told to print on without counting?"
          value={draft.switchOff}
          options={[
            { value: 'unknown', label: 'not known yet' },
            { value: 'yes', label: 'yes: it offers that' },
            { value: 'no', label: 'no' },
          ]}
          onPick={(switchOff) => put({ switchOff })}
        />
      </div>
      <Tick
        label={labelOf('printer', 'gauge.prism')}
        checked={draft.prism}
        onTick={(prism) => put({ prism })}
      />
    </>
  );
}
