import { Link } from 'react-router';
import { all } from '@hiraeth/core/ledger';
import { Pick, QuantityField } from '../../parts/fields';
import { bottleLabel, bottleOptions, type Seated } from './chosen';
import type { Choosing } from './useChooser';
import { Tick } from '../../parts/Tick';

/** Which bottle for each chamber, and how much into each part of a body that has several. */
export function ChosenInks({ choosing }: { readonly choosing: Choosing }) {
  const { ledger, answers, answer, chosen, draws } = choosing;
  return (
    <>
      {chosen.chambers.map(({ key, label, shade, bottleId }) => (
        <Pick
          key={key}
          label={label}
          value={bottleId}
          options={bottleOptions(ledger, shade)}
          helperText={bottleId ? bottleLabel(ledger, bottleId) : ''}
          onPick={(id) => answer({ bottleIds: { ...answers.bottleIds, [key]: id } })}
        />
      ))}
      {chosen.parts.map(({ key, label }) => (
        <QuantityField
          key={key}
          label={label}
          kind="volume"
          value={answers.doses[key] ?? ''}
          onText={(text) => answer({ doses: { ...answers.doses, [key]: text } })}
          helperText="Empty: its share of the room inside"
        />
      ))}
      {chosen.chambers.length > 0 && all(ledger.context, 'bottle').length === 0 && (
        <p>
          No bottle in the workbook: <Link to="/inks">buy and open one in Inks</Link>.
        </p>
      )}
      {draws && (
        <OneDoor draws={draws} oneDoor={answers.oneDoor} onOneDoor={(oneDoor) => answer({ oneDoor })} />
      )}
    </>
  );
}

/** Several from one printer: changed at one open door they prime once. */
function OneDoor({
  draws,
  oneDoor,
  onOneDoor,
}: {
  readonly draws: Seated;
  readonly oneDoor: boolean;
  readonly onOneDoor: (yes: boolean) => void;
}) {
  return (
    <div>
      <p>
        {draws.count} changes one by one draw about {(draws.count * draws.each.value).toFixed(0)} ml to prime;
        all at one open door about {draws.each.value.toFixed(0)} ml.
      </p>
      <Tick
        label="This printer primes once for an open door: one at a time, then close it"
        checked={oneDoor}
        onTick={onOneDoor}
      />
      {oneDoor && (
        <p className="small warn">
          It may stand open for {draws.minutes} minutes: for more, close it between parts of the queue.
        </p>
      )}
    </div>
  );
}
