import type { LayoutField } from '../workbook';
import type { ReadCheck } from '../image';

/** Why a photograph of a check was not read, and what to do. */
export const REFUSED_CHECK_WORDS: Readonly<Record<NonNullable<ReadCheck['refused']>, string>> = {
  noCorners:
    'The four corners of the grid were not found. Photograph the whole sheet from straight above on something darker than it, or mark the corners by hand.',
  notThisGrid:
    'The lines of this printer’s check are not in this picture, or too faint or blurred. Photograph it again, sharp and in even light, or choose the right printer.',
};

/** The light in which a channel's lines are looked for. */
export const FIELD_LIGHT_WORDS: Readonly<Record<LayoutField['light'], string>> = {
  red: 'in red light',
  green: 'in green light',
  blue: 'in blue light',
  white: 'in white light',
  none: 'not in a picture: by gloss or torch',
};
