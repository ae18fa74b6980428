import type { LayoutField } from '../workbook';
import type { CheckGap, GapKind, ReadCheck, UnreadKind } from '../image';

/** Why a photograph of a check was not read, and what to do. */
export const REFUSED_CHECK_WORDS: Readonly<Record<NonNullable<ReadCheck['refused']>, string>> = {
  noCorners:
    'The four dark marks at the corners of the grid were not found. Photograph the whole sheet from above with a little of what it lies on all around, or mark the corners by hand.',
  notThisGrid:
    'Between the marks that were found, the lines are not where this printer’s check has them: is it the right printer, and the whole sheet? Mark the corners by hand, or photograph it again, sharp and in even light.',
  whichWayUp:
    'It cannot be told which side of this picture is up: the grid looks alike from both, and there is no colour to go by. Say which.',
};

/** A line that is there, but not as it should be: what that is, and what to do of it. */
export const ODD_LINE_WORDS: Readonly<Record<Exclude<GapKind, 'missing'>, { is: string; then: string }>> = {
  part: { is: 'broken off', then: 'A part of it is missing: it counts as missing.' },
  faint: {
    is: 'faint',
    then: 'Less than half of its ink reaches the paper: look at its ink and vent first, let it rest, and check again before any cleaning.',
  },
  deflected: {
    is: 'beside its place',
    then: 'The drop is thrown aside by ink that dried beside its nozzle: check again after some prints, and clean lightly only where its ink allows it; where a whole row is off, align the head instead.',
  },
};

const KINDS: readonly GapKind[] = ['missing', 'part', 'faint', 'deflected'];

/**
 * What a photograph says of a channel's lines.
 *
 * @example "2 missing: 7 (100 %), 100 (98 %); 1 faint: 48 (93 %)"
 */
export function gapsWords(gaps: readonly CheckGap[]): string {
  return KINDS.flatMap((kind) => {
    const some = gaps.filter((gap) => gap.kind === kind);
    const is = kind === 'missing' ? 'missing' : ODD_LINE_WORDS[kind].is;
    return some.length > 0 ? [`${some.length} ${is}: ${some.map(lineWords).join(', ')}`] : [];
  }).join('; ');
}

const lineWords = ({ line, kind, from, to, confidence }: CheckGap): string =>
  `${line} (${kind === 'part' ? `${Math.round(100 * from)} to ${Math.round(100 * to)} % of its length, ` : ''}${Math.round(100 * confidence)} %)`;

/** A picture of a kind that is not read, and how to come by one that is. */
export const UNREAD_PICTURE_WORDS: Readonly<Record<UnreadKind, string>> = {
  heic: 'This is a HEIC picture, as some telephones keep them. Share or export it as JPEG, or set the camera to the most compatible format, and choose that file.',
  tiff: 'This is a TIFF picture. Save it as PNG or JPEG, and choose that file.',
  webp: 'This is a WebP picture. Save it as PNG or JPEG, and choose that file.',
  avif: 'This is an AVIF picture. Save it as PNG or JPEG, and choose that file.',
  pdf: 'This is a PDF. Scan to a picture instead, PNG or JPEG, or save the page as one.',
  raw: 'This is a camera’s raw picture. Develop it to JPEG or PNG, and choose that file.',
};

/** The light in which a channel's lines are looked for. */
export const FIELD_LIGHT_WORDS: Readonly<Record<LayoutField['light'], string>> = {
  red: 'in red light',
  green: 'in green light',
  blue: 'in blue light',
  white: 'in white light',
  none: 'not in a picture: by gloss or torch',
};
