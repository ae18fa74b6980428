import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { all, find } from '@hiraeth/core/ledger';
import { CAUTION_WORDS, MATTERS, stepWords } from '@hiraeth/core/words';
import { CONSTRUCTION_NAMES, METHOD_NAMES } from '@hiraeth/core/definition';
import { CONSTRUCTIONS, typePreset, type CartridgeType } from '@hiraeth/core/workbook';
import { numberOf, quickCard, type Caution, type LaidStep } from '@hiraeth/core/bench';
import { useLedger } from '../../state/hooks';
import { CartridgeDrawing } from '../../parts/drawing/CartridgeDrawing';
import { Pick } from '../../parts/fields';
import { HelpNav } from './HelpNav';
import { PrintSheet } from '../../parts/PrintSheet';

/** What is done, measured or looked at; the talk between is left to the Bench. */
const ON_CARD = new Set(['do', 'weigh', 'load', 'draw', 'check', 'rest']);

/** A top-up on one page for the wall above the bench: of a type in this workbook, or of a construction. */
export default function Cards() {
  const ledger = useLedger();
  const [params, setParams] = useSearchParams();
  const types = all(ledger.context, 'cartridgeType');
  const asked = params.get('of') ?? types[0]?.id ?? CONSTRUCTIONS[0];
  const type = find(ledger.context, 'cartridgeType', asked) ?? generic(asked);
  const own = types.some(({ id }) => id === type.id);
  const card = useMemo(() => quickCard(type), [type]);
  return (
    <PrintSheet
      back={{ to: '/bench', words: 'To the Bench' }}
      print="Print this card"
      beside={
        <Pick
          label="Card of"
          value={type.id}
          options={[
            ...types.map(({ id, name }) => ({ value: id, label: name })),
            ...CONSTRUCTIONS.map((id) => ({ value: id, label: `any: ${CONSTRUCTION_NAMES[id]}` })),
          ]}
          onPick={(of) => setParams({ of })}
        />
      }
    >
      <HelpNav />
      <h1>{own ? type.name : CONSTRUCTION_NAMES[type.construction]}</h1>
      <div className="cardhead">
        <CartridgeDrawing
          construction={type.construction}
          shades={['cyan', 'magenta', 'yellow'].slice(0, type.chambers)}
          fill={{ share: 0.9, u: 0.02 }}
          width={220}
        />
        <div>
          <p>
            <strong>{MATTERS[type.construction]}</strong>
          </p>
          {own ? (
            <p>
              Empty {type.emptyG.value.toFixed(1)} g, full {type.fullG.toFixed(1)} g, never above{' '}
              {type.maxG.toFixed(1)} g. Holds {type.capacityMl} ml; {type.reserveMl} ml stay in it.
            </p>
          ) : (
            <p>Empty ______ g, full ______ g, never above ______ g.</p>
          )}
        </div>
      </div>
      {card && (
        <>
          <h2>A top-up: {METHOD_NAMES[card.method]}</h2>
          <ol className="paper-steps">
            {card.steps
              .filter(({ step }) => ON_CARD.has(step.kind))
              .map((laid, i, all) => {
                // Each caution stands where it first matters.
                const said = new Set(all.slice(0, i).flatMap(({ step }) => step.cautions));
                return (
                  <CardStep
                    key={laid.step.id}
                    laid={laid}
                    own={own}
                    cautions={laid.step.cautions.filter((code) => !said.has(code))}
                  />
                );
              })}
          </ol>
        </>
      )}
    </PrintSheet>
  );
}

function CardStep({
  laid: { step },
  own,
  cautions,
}: {
  readonly laid: LaidStep;
  readonly own: boolean;
  readonly cautions: readonly Caution[];
}) {
  const words = stepWords(step);
  const number = own ? numberOf(step) : null;
  return (
    <li>
      <strong>{words.title}</strong>
      {/* The amount depends on what is in it; only masses of the type stand on a card. */}
      {number?.unit === 'g' && step.kind !== 'weigh' && (
        <strong>
          {' '}
          {number.value.toFixed(1)} {number.unit}
        </strong>
      )}
      {step.kind === 'weigh' && <span> ________ g</span>}
      {words.stop && <span> Stop when: {words.stop}</span>}
      {words.never && <span className="bad"> {words.never}</span>}
      {cautions.length > 0 && (
        <span className="small soft"> Mind: {cautions.map((code) => CAUTION_WORDS[code]).join(' ')}</span>
      )}
    </li>
  );
}

function generic(asked: string): CartridgeType {
  const construction = CONSTRUCTIONS.find((one) => one === asked) ?? CONSTRUCTIONS[0];
  return {
    entity: 'cartridgeType',
    id: construction,
    name: CONSTRUCTION_NAMES[construction],
    ...typePreset(construction, 'standard'),
  };
}
