import { Link, useSearchParams } from 'react-router';
import {
  beginProblemWords,
  CAUTION_WORDS,
  OCCASION_NAMES,
  stepAnswerWords,
  stepWords,
} from '@hiraeth/core/words';
import { METHOD_NAMES } from '@hiraeth/core/definition';
import { find } from '@hiraeth/core/ledger';
import { layOut, numberOf, suggestChoice, type LaidStep, type RunChoice } from '@hiraeth/core/bench';
import { METHODS, OCCASIONS } from '@hiraeth/core/workbook';
import { useLedger, useNow } from '../../state/hooks';
import { HoleTemplate } from './HoleTemplate';
import { PrintSheet } from '../../parts/PrintSheet';

/** A run on paper: every step as it will come, with room for what is measured. */
export default function Paper() {
  const ledger = useLedger();
  const now = useNow();
  const [params] = useSearchParams();
  const id = params.get('cartridge') ?? '';
  const cartridge = find(ledger.context, 'cartridge', id);
  const choice = suggestChoice(ledger, id, now, askedFor(params));
  if (!cartridge || !choice)
    return (
      <div className="stack">
        <h1>No such cartridge</h1>
        <p>
          Choose one on the <Link to="/bench">Bench</Link>, and ask for its steps there.
        </p>
      </div>
    );
  const { steps, problems } = layOut(ledger, choice, now);
  const type = find(ledger.context, 'cartridgeType', cartridge.typeId)!;
  return (
    <PrintSheet back={{ to: `/bench?cartridge=${id}`, words: 'Back to the Bench' }} print="Print these steps">
      <h1>
        {cartridge.label}: {METHOD_NAMES[choice.method]}
      </h1>
      <p className="soft">
        {OCCASION_NAMES[choice.occasion]}; amounts by the log’s estimate of {now.slice(0, 10)}: the scale
        decides.
      </p>
      {problems.map((problem, i) => (
        <p key={i} className="bad">
          {beginProblemWords(problem)}
        </p>
      ))}
      <ol className="paper-steps">
        {steps.map((laid) => (
          <PaperStep key={laid.step.id} laid={laid} steps={steps} />
        ))}
      </ol>
      {type.holeAt && <HoleTemplate at={type.holeAt} name={type.name} />}
    </PrintSheet>
  );
}

function PaperStep({ laid, steps }: { readonly laid: LaidStep; readonly steps: readonly LaidStep[] }) {
  const { step, answers } = laid;
  const words = stepWords(step);
  const number = numberOf(step);
  const place = (to: string | null): string => {
    const at = steps.findIndex((other) => other.step.id === to);
    return at < 0 ? '' : `, then ${at + 1}`;
  };
  return (
    <li>
      <strong>{words.title}</strong>
      {number && (
        <strong>
          {' '}
          {number.value.toFixed(number.unit === 'g' ? 2 : 1)} {number.unit}
        </strong>
      )}
      {step.kind === 'load' && step.scaleG !== null && ` (scale: ${step.scaleG.toFixed(2)} g)`}
      <span> {words.text}</span>
      {words.stop && <span> Stop when: {words.stop}</span>}
      {words.never && <span className="bad"> {words.never}</span>}
      {step.kind === 'weigh' && <span> ________ g</span>}
      {(step.kind === 'check' || step.kind === 'decide') && (
        <span className="small">
          {' '}
          {answers
            .map(({ code, leadsTo }) => `□ ${stepAnswerWords(step, code).label}${place(leadsTo)}`)
            .join('   ')}
        </span>
      )}
      {step.cautions.length > 0 && (
        <span className="small soft">
          {' '}
          Mind: {step.cautions.map((code) => CAUTION_WORDS[code]).join(' ')}
        </span>
      )}
    </li>
  );
}

/** What the address asks for, as far as it makes sense. */
function askedFor(params: URLSearchParams): Partial<RunChoice> {
  const method = METHODS.find((one) => one === params.get('method'));
  const occasion = OCCASIONS.find((one) => one === params.get('occasion'));
  const bottles = params.get('bottles')?.split(',').filter(Boolean) ?? [];
  const scale = params.get('scale');
  return {
    ...(method ? { method } : {}),
    ...(occasion ? { occasion } : {}),
    ...(bottles.length > 0 ? { bottleIds: bottles } : {}),
    ...(scale === 'none' ? { byScale: false } : scale ? { byScale: true, scaleId: scale } : {}),
  };
}
