import { typeOfBody } from '@hiraeth/core/acts';
import { labelOf } from '@hiraeth/core/definition';
import { QuantityField } from '../../../parts/fields';
import type { PageProps } from '../readAnswers';

const lower = (label: string): string => label.charAt(0).toLowerCase() + label.slice(1);

export function Scale({ draft, put, read }: PageProps) {
  const heaviest = Math.max(...read.input.bodies.map((one) => typeOfBody(one).maxG));
  const carries = read.input.scale?.capacityG ?? null;
  return (
    <>
      <div className="form">
        <QuantityField
          label={`The scale ${lower(labelOf('scale', 'capacityG'))}`}
          kind="mass"
          value={draft.scaleG}
          onText={(scaleG) => put({ scaleG })}
          helperText="Empty: no scale, or one that is set up already"
        />
        <QuantityField
          label={`Its ${lower(labelOf('scale', 'resolutionG'))}`}
          kind="mass"
          value={draft.stepG}
          onText={(stepG) => put({ stepG })}
        />
        <QuantityField
          label={`The syringe ${lower(labelOf('syringe', 'capacityMl'))}`}
          kind="volume"
          value={draft.syringeMl}
          onText={(syringeMl) => put({ syringeMl })}
          helperText="Empty: none"
        />
      </div>
      {carries !== null && (
        <p role="status" className={carries < heaviest ? 'warn' : ''}>
          {carries < heaviest
            ? `The heaviest of these weighs up to ${heaviest.toFixed(0)} g: this scale carries ${carries} g. Those are filled by line or by volume, or on a larger scale.`
            : `The heaviest of these weighs up to ${heaviest.toFixed(0)} g: it carries them.`}
        </p>
      )}
    </>
  );
}
