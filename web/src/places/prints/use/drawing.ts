/** What a chart offers to draw a mark of one's own with. */
export interface Drawing {
  readonly coord: (at: readonly [number, number]) => readonly [number, number];
  readonly size: (of: readonly [number, number]) => readonly [number, number];
  readonly value: (of: number) => number;
}
