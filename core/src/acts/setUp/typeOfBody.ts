import { bodyTriangle, typeFromMeasures, type CartridgeType, type Triangle } from '../../workbook';
import type { BodyInput } from './input';

/** The type as the person described it: two of its masses and what it holds give the third, its kind the rest. */
export function typeOfBody(input: BodyInput): Omit<CartridgeType, 'id' | 'name' | 'entity'> {
  const { variant, emptyG, fullG, boxMm, construction } = input;
  // One that nobody knows: by its two masses, or measured outside instead of weighed full.
  if (
    variant === 'own' &&
    emptyG !== null &&
    input.capacityMl === null &&
    ((fullG !== null && fullG > emptyG) || (fullG === null && boxMm !== null))
  ) {
    const { type } = typeFromMeasures({ construction, emptyG, fullG, boxMm });
    return { ...type, emptyG: { value: emptyG, u: 0.05 }, maxG: input.maxG ?? type.maxG };
  }
  const { type } = triangleOf(input);
  const told = [emptyG, fullG, input.capacityMl].filter((one) => one !== null).length > 1;
  return { ...type, variant: told && variant === 'own' ? 'own' : type.variant };
}

/** What was told of a body, with what does not fit in it. */
export const triangleOf = ({ variant, ...body }: BodyInput): Triangle =>
  bodyTriangle({ ...body, variant: variant === 'own' ? 'standard' : variant });
