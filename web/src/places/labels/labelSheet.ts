/** A sheet of labels: how many, how large, and where they stand, mm. */
export interface LabelSheet {
  readonly width: number;
  readonly height: number;
  readonly columns: number;
  readonly rows: number;
  readonly left: number;
  readonly top: number;
  /** From one label's left edge to the next one's; downwards labels touch. */
  readonly pitch: number;
}

/** Papers that labels come on, mm. */
export const LABEL_PAPERS = {
  A4: { width: 210, height: 297 },
  Letter: { width: 215.9, height: 279.4 },
} as const;
export type LabelPaper = keyof typeof LABEL_PAPERS;

/** The usual sheets of each size, by the layout printed on their packs. */
const USUAL: ReadonlyMap<string, LabelSheet> = new Map([
  ['63.5x38.1', { width: 63.5, height: 38.1, columns: 3, rows: 7, left: 7.2, top: 15.1, pitch: 66 }],
  ['70x36', { width: 70, height: 36, columns: 3, rows: 8, left: 0, top: 4.5, pitch: 70 }],
  ['48.5x25.4', { width: 48.5, height: 25.4, columns: 4, rows: 11, left: 8, top: 8.8, pitch: 48.5 }],
  ['99.1x38.1', { width: 99.1, height: 38.1, columns: 2, rows: 7, left: 4.7, top: 15.1, pitch: 101.6 }],
  ['66.7x25.4', { width: 66.7, height: 25.4, columns: 3, rows: 10, left: 4.75, top: 12.7, pitch: 69.85 }],
  ['101.6x33.9', { width: 101.6, height: 33.9, columns: 2, rows: 7, left: 4, top: 21.1, pitch: 106.3 }],
]);

/** Sizes of label that each paper's packs have, the most usual first. */
export const USUAL_ON: Readonly<Record<LabelPaper, readonly string[]>> = {
  A4: ['63.5x38.1', '70x36', '48.5x25.4', '99.1x38.1'],
  Letter: ['66.7x25.4', '101.6x33.9'],
};

/**
 * The sheet for a size of label: the usual one, else as many as stand side by side in the middle of the paper.
 *
 * @param width and height of one label, mm
 * @param paper of the sheet
 */
export function labelSheet(width: number, height: number, paper: LabelPaper = 'A4'): LabelSheet {
  const whole = LABEL_PAPERS[paper];
  const usual = USUAL.get(`${width}x${height}`);
  if (usual && USUAL_ON[paper].includes(`${width}x${height}`)) return usual;
  const columns = Math.max(1, Math.floor(whole.width / width));
  const rows = Math.max(1, Math.floor(whole.height / height));
  const middle = (side: number, taken: number): number => Math.max(0, (side - taken) / 2);
  return {
    width,
    height,
    columns,
    rows,
    left: middle(whole.width, columns * width),
    top: middle(whole.height, rows * height),
    pitch: width,
  };
}

/**
 * Labels on their sheets, left to right and downwards.
 *
 * @param first the first label of the first sheet that is still there, from 1
 * @returns for each sheet its labels with their left and top edges, mm
 */
export function labelPages<T>(
  { columns, rows, left, top, pitch, height }: LabelSheet,
  labels: readonly T[],
  first: number,
): { readonly label: T; readonly left: number; readonly top: number }[][] {
  const pages: { label: T; left: number; top: number }[][] = [];
  labels.forEach((label, i) => {
    const place = i + first - 1;
    const page = Math.floor(place / (columns * rows));
    const at = place % (columns * rows);
    (pages[page] ??= []).push({
      label,
      left: left + pitch * (at % columns),
      top: top + height * Math.floor(at / columns),
    });
  });
  return pages;
}
