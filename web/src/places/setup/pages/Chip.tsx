import { CHIP_STRATEGIES, type Printer } from '@hiraeth/core/workbook';
import { STRATEGY_NAMES } from '@hiraeth/core/words';
import { GAUGES, optionsOf, Pick, QuantityField } from '../../../parts/fields';
import { Tick } from '../../../parts/Tick';
import type { PageProps } from '../readAnswers';

export function Chip({ draft, put }: PageProps) {
  return (
    <>
      <div className="form">
        <Pick<Printer['gauge']['display']>
          label="What does the printer show of its ink?"
          value={draft.display}
          options={GAUGES}
          onPick={(display) => put({ display })}
        />
        <Pick
          label="And the chip, at a refill?"
          value={draft.chip}
          options={optionsOf(CHIP_STRATEGIES, STRATEGY_NAMES)}
          onPick={(chip) => put({ chip })}
        />
        {draft.chip === 'switchedOff' && (
          <Pick
            label="Is it switched off?"
            value={draft.off}
            options={[
              { value: 'already', label: 'already: the printer no longer counts' },
              { value: 'planned', label: 'planned: when the printer offers it' },
            ]}
            onPick={(off) => put({ off })}
          />
        )}
        <QuantityField
          label="It counts from, ml"
          kind="volume"
          value={draft.chipMl}
          onText={(chipMl) => put({ chipMl })}
          helperText="The volume it was made for; not known yet: empty"
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
        label="Beside that a prism sees when the free ink is gone"
        checked={draft.prism}
        onTick={(prism) => put({ prism })}
      />
    </>
  );
}
