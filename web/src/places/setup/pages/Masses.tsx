import { typePreset } from '@hiraeth/core/workbook';
import { QuantityField } from '../../../parts/fields';
import { BODY_FIELDS, type BodyDraft, type PageProps } from '../draft';
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
          {BODY_FIELDS.filter(({ ownOnly }) => !ownOnly || one.variant === 'own').map(
            ({ key, label, kind, ownOnly }) => (
              <QuantityField
                key={key}
                label={ofBody(draft, i, label)}
                kind={kind}
                value={one[key]}
                onText={(text) => put(bodyChanged(draft, i, { [key]: text }))}
                helperText={ownOnly ? 'Measured outside, instead of weighing one full' : usualOf(one)[key]}
              />
            ),
          )}
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
