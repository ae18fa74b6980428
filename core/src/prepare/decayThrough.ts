/** A weighing at t minutes after the first. */
export interface Weighing {
  readonly t: number;
  readonly g: number;
}

/** For a given τ: A, and m_dry when it is free, by linear least squares. */
export function decayThrough(points: readonly Weighing[], tau: number, known: number | null) {
  const rows = points.map(({ t, g }) => ({ decay: Math.exp(-t / tau), g }));
  const sum = (of: (row: (typeof rows)[number]) => number): number =>
    rows.reduce((total, row) => total + of(row), 0);
  // A line through the means; where the dry mass is known, through that instead, at no water.
  const meanD = known === null ? sum(({ decay }) => decay) / rows.length : 0;
  const meanM = known ?? sum(({ g }) => g) / rows.length;
  const spread = sum(({ decay }) => (decay - meanD) ** 2);
  const water =
    known !== null || spread > 1e-15 ? sum(({ decay, g }) => (decay - meanD) * (g - meanM)) / spread : 0;
  const dry = meanM - water * meanD;
  return { dry, water, squares: sum(({ decay, g }) => (g - dry - water * decay) ** 2) };
}

/** The τ of least squares, minutes, by a golden-section search over log τ. */
export function leastDecay(points: readonly Weighing[], known: number | null): number {
  const span = Math.max(...points.map(({ t }) => t));
  const cost = (logTau: number): number => decayThrough(points, Math.exp(logTau), known).squares;
  return Math.exp(goldenSection(cost, Math.log(span / 60), Math.log(span * 30)));
}

function goldenSection(f: (x: number) => number, low: number, high: number): number {
  // A coarse scan first: the sum of squares may have a flat shoulder.
  let best = low;
  const step = (high - low) / 60;
  for (let x = low; x <= high; x += step) if (f(x) < f(best)) best = x;
  let a = Math.max(low, best - step);
  let b = Math.min(high, best + step);
  const ratio = (Math.sqrt(5) - 1) / 2;
  for (let i = 0; i < 80; i++) {
    const c = b - ratio * (b - a);
    const d = a + ratio * (b - a);
    if (f(c) < f(d)) b = d;
    else a = c;
  }
  return (a + b) / 2;
}
