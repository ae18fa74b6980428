import { fail, ok, type Result } from '../../quantity';
import { checkLayoutSchema, faultWords, type CheckLayout } from '../../workbook';

/** The first things that are wrong with it, by path. */
export interface LayoutProblem {
  readonly code: 'layoutInvalid';
  readonly problems: readonly string[];
}

/**
 * Reads a layout from a file.
 *
 * @param text JSON, format `hiraeth-check-layout`
 */
export function parseCheckLayout(text: string): Result<CheckLayout, LayoutProblem> {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return fail({ code: 'layoutInvalid', problems: ['it is no JSON'] });
  }
  const read = checkLayoutSchema.safeParse(value);
  if (!read.success)
    return fail({
      code: 'layoutInvalid',
      problems: read.error.issues
        .slice(0, 5)
        .map((issue) => `${issue.path.join('.') || 'it'} ${faultWords(issue, value)}`),
    });
  const outside = read.data.fields.find(
    (field) => field.x + field.width > 1.0001 || field.y + field.height > 1.0001,
  );
  if (outside)
    return fail({
      code: 'layoutInvalid',
      problems: [`${outside.slotId}: its field reaches out of the frame`],
    });
  const twice = read.data.fields.find(
    ({ slotId }, i, fields) => fields.findIndex((field) => field.slotId === slotId) < i,
  );
  return twice
    ? fail({
        code: 'layoutInvalid',
        problems: [`${twice.slotId}: it has two fields, and each channel has one`],
      })
    : ok(read.data);
}
