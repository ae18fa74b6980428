import { Link } from 'react-router';
import { all, type Book } from '@hiraeth/core/ledger';
import { CONSTRUCTION_DATA, countedIn } from '@hiraeth/core/bench';
import { OCCASION_NAMES } from '@hiraeth/core/words';
import { METHOD_NAMES } from '@hiraeth/core/definition';
import { OCCASIONS, type Method, type Occasion } from '@hiraeth/core/workbook';
import { optionsOf, Pick, QuantityField } from '../../parts/fields';
import type { Choosing } from './useChooser';
import { Tick } from '../../parts/Tick';

/** By which method and with which tools: guessed from the log, changed here. */
export function ChosenHow({ choosing }: { readonly choosing: Choosing }) {
  const { ledger, answers, answer, chosen } = choosing;
  const [first] = chosen.picked;
  const [choice] = chosen.choices;
  if (!first || !choice) return null;
  const { cartridge, type } = first.body;
  const counted = countedIn(choice.method);
  return (
    <>
      <Pick<Method>
        label="Method"
        value={choice.method}
        options={optionsOf(CONSTRUCTION_DATA[type.construction].methods, METHOD_NAMES)}
        onPick={(method) => answer({ method })}
      />
      <Pick<Occasion>
        label="Occasion"
        value={choice.occasion}
        options={optionsOf(OCCASIONS, OCCASION_NAMES)}
        onPick={(occasion) => answer({ occasion })}
      />
      {choice.occasion === 'conversion' && (
        <p className="small">
          What was inside decides how: <Link to={`/prepare/${cartridge.id}`}>compare the three ways</Link>{' '}
          first.
        </p>
      )}
      <Pick
        label="Scale"
        value={choice.scaleId ?? ''}
        options={toolsOf(ledger, 'scale', choice.scaleId)}
        onPick={(scaleId) => answer({ scaleId })}
      />
      <Pick
        label="Syringe"
        value={choice.syringeId ?? ''}
        options={toolsOf(ledger, 'syringe', choice.syringeId)}
        onPick={(syringeId) => answer({ syringeId })}
      />
      {counted && (
        <QuantityField
          label={counted === 'drops' ? 'One drop gives, ml' : 'One squeeze gives, ml'}
          kind="volume"
          value={answers.squeeze}
          onText={(squeeze) => answer({ squeeze })}
          helperText="Calibrate it in Inks by weighing"
        />
      )}
      <Tick
        label="Weigh before and after"
        checked={choice.byScale}
        onTick={(byScale) => answer({ byScale })}
      />
      {!choice.byScale && (
        <p className="small warn">
          Without the scale the volume comes from the marks: its doubt is about ten times larger.
        </p>
      )}
      <Tick
        label="Rehearse only: nothing is written"
        checked={answers.rehearsal}
        onTick={(rehearsal) => answer({ rehearsal })}
      />
      <Tick
        label="Quick gear: stop only at numbers"
        checked={answers.quick}
        onTick={(quick) => answer({ quick })}
      />
    </>
  );
}

/** What is at hand, and what is chosen already. */
const toolsOf = (ledger: Book, what: 'scale' | 'syringe', chosenId: string | null) => [
  ...all(ledger.context, what)
    .filter(({ id }) => id === chosenId || !ledger.state.toolsGone.has(id))
    .map(({ id, name }) => ({ value: id, label: name })),
  { value: '', label: 'none' },
];
