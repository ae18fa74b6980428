import { typePreset } from '@hiraeth/core/workbook';
import { QuantityField } from '../../../parts/fields';
import { BODY_FIELDS, BODY_KEYS, isAsked, type BodyDraft } from '../draft';
import type { PageProps } from '../readAnswers';
import { bodyChanged, ofBody } from './change';

export function Masses({ draft, put }: PageProps) {
  return (
    <>
      <p>
        Leave empty what is not known: bodies of this kind weigh about what stands below, and the workbook
        asks for one to be weighed when it matters.
      </p>
      {draft.bodies.map((one, i) => (
        <div className="form" key={i}>
          {BODY_KEYS.filter((key) => isAsked(one, key)).map((key) => (
            <QuantityField
              key={key}
              label={ofBody(draft, i, BODY_FIELDS[key].label)}
              kind={BODY_FIELDS[key].kind}
              value={one[key]}
              onText={(text) => put(bodyChanged(draft, i, { [key]: text }))}
              helperText={usualOf(one)[key] ?? 'Measured outside, instead of weighing one full'}
            />
          ))}
        </div>
      ))}
    </>
  );
}

/** What stands for a field that is not known yet. */
function usualOf({ construction, variant }: BodyDraft): Readonly<Record<string, string>> {
  const { emptyG, fullG, maxG, capacityMl } = typePreset(
    construction,
    variant === 'own' ? 'standard' : variant,
  );
  return {
    emptyG: `not known yet: about ${emptyG.value.toFixed(1)} g`,
    fullG: `not known yet: about ${fullG.toFixed(1)} g`,
    maxG: `not known yet: about ${maxG.toFixed(1)} g; above it, it leaks`,
    capacityMl: `not known yet: about ${capacityMl} ml`,
  };
}
