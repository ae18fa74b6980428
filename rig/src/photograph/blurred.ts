// Looked up once: these stand in loops over every pixel.
const { exp, max, min } = Math;

/** A Gaussian blur, one side after the other. */
export function blurred(source: Float32Array, width: number, height: number, sd: number): Float32Array {
  const reach = Math.ceil(2.5 * sd);
  const weights = Array.from({ length: 2 * reach + 1 }, (_, k) => exp(-((k - reach) ** 2) / (2 * sd * sd)));
  const sum = weights.reduce((a, b) => a + b, 0);
  const pass = (from: Float32Array, stepX: number, stepY: number): Float32Array => {
    const to = new Float32Array(from.length);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        let value = 0;
        for (let k = -reach; k <= reach; k++) {
          const u = min(width - 1, max(0, x + k * stepX));
          const v = min(height - 1, max(0, y + k * stepY));
          value += weights[k + reach]! * from[v * width + u]!;
        }
        to[y * width + x] = value / sum;
      }
    return to;
  };
  return pass(pass(source, 1, 0), 0, 1);
}
