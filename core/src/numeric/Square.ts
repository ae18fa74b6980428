/** A small square matrix, read and changed by row and column: normal equations and the doubts that go together. */
export class Square {
  private readonly cells: Float64Array;

  /** @param cell what stands in row i, column j; zeros without it */
  constructor(
    readonly size: number,
    cell?: (i: number, j: number) => number,
  ) {
    this.cells = new Float64Array(size * size);
    if (cell) for (let i = 0; i < size; i++) for (let j = 0; j < size; j++) this.set(i, j, cell(i, j));
  }

  /** NaN outside. */
  get(i: number, j: number): number {
    return this.cells[i * this.size + j] ?? NaN;
  }

  set(i: number, j: number, value: number): void {
    this.cells[i * this.size + j] = value;
  }

  /** xᵀ·M·x: the variance of a sum whose terms are known by this matrix. */
  along(x: readonly number[]): number {
    let sum = 0;
    x.forEach((xi, i) => x.forEach((xj, j) => (sum += xi * xj * this.get(i, j))));
    return sum;
  }

  /** The inverse of a symmetric one by Gauss and Jordan with pivoting; null when it has none. */
  inverse(): Square | null {
    const n = this.size;
    // Scaled, since quantities of different kinds differ by orders of magnitude.
    const scale = Array.from({ length: n }, (_, i) => Math.sqrt(this.get(i, i)) || 1);
    const a = scale.map((si, i) => [
      ...scale.map((sj, j) => this.get(i, j) / (si * sj)),
      ...scale.map((_, j) => (i === j ? 1 : 0)),
    ]);
    for (let k = 0; k < n; k++) {
      const below = a.slice(k).map((row) => Math.abs(row[k] ?? 0));
      const pivot = k + below.indexOf(Math.max(...below));
      const [row] = a.splice(pivot, 1);
      const lead = row?.[k] ?? 0;
      if (!row || Math.abs(lead) < 1e-12) return null;
      const unit = row.map((value) => value / lead);
      a.splice(k, 0, unit);
      a.forEach((other, i) => {
        const factor = other[k] ?? 0;
        if (i !== k) a[i] = other.map((value, j) => value - factor * (unit[j] ?? 0));
      });
    }
    return new Square(n, (i, j) => (a[i]?.[n + j] ?? NaN) / ((scale[i] ?? NaN) * (scale[j] ?? NaN)));
  }
}
