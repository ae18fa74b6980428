/** D50 colorants of sRGB's red, green and blue. */
const COLORANTS = [
  [0.43607, 0.22249, 0.01392],
  [0.38515, 0.71687, 0.09708],
  [0.14307, 0.06061, 0.7141],
] as const;

/** L\*a\*b\* (D50) of full light in sRGB, by which of red, green and blue is on. */
const LIGHTS: Readonly<Record<string, readonly [number, number, number]>> = {
  '000': [0, 0, 0],
  '100': [54.29, 80.8, 69.89],
  '010': [87.82, -79.27, 80.99],
  '001': [29.57, 68.3, -112.03],
  '110': [97.61, -15.75, 93.39],
  '101': [60.17, 93.55, -60.5],
  '011': [90.67, -50.66, -14.96],
  '111': [100, 0, 0],
};

/**
 * A display's profile of a matrix and one curve, in which red and blue stand in each other's place: blue in the file is meant
 * red, so that a reader that passes over it is found out.
 *
 * @param gamma of all three
 * @source ICC.1:2022 7.2, 8.3.3, 10.6
 */
export function swappedMatrixProfile(name: string, gamma = 2.2): Uint8Array {
  const [red, green, blue] = COLORANTS;
  const curve = [...text('curv'), ...u32(0), ...u32(1), ...u16(Math.round(gamma * 256))];
  return profile('mntr', 'RGB ', 'XYZ ', [
    ['desc', description(name)],
    ['wtpt', xyz([0.9642, 1, 0.8249])],
    ['rXYZ', xyz(blue)],
    ['gXYZ', xyz(green)],
    ['bXYZ', xyz(red)],
    ['rTRC', curve],
    ['gTRC', curve],
    ['bTRC', curve],
  ]);
}

/** The same by a table from red, green and blue to L\*a\*b\*; what lies between its corners is not what sRGB means there. */
export function swappedTableProfile(name: string): Uint8Array {
  return profile('mntr', 'RGB ', 'Lab ', [
    ['desc', description(name)],
    ['wtpt', xyz([0.9642, 1, 0.8249])],
    ['A2B0', table(3, ([r, g, b]) => LIGHTS[`${b}${g}${r}`]!)],
  ]);
}

/** Printing inks by a table: cyan, magenta and yellow each take one light, black all. */
export function inkTableProfile(name: string): Uint8Array {
  return profile('prtr', 'CMYK', 'Lab ', [
    ['desc', description(name)],
    ['wtpt', xyz([0.9642, 1, 0.8249])],
    ['A2B0', table(4, ([c, m, y, k]) => (k ? LIGHTS['000']! : LIGHTS[`${1 - c!}${1 - m!}${1 - y!}`]!))],
  ]);
}

/** A linear grey: half of the value is half of the light. */
export function greyProfile(name: string): Uint8Array {
  return profile('mntr', 'GRAY', 'XYZ ', [
    ['desc', description(name)],
    ['wtpt', xyz([0.9642, 1, 0.8249])],
    ['kTRC', [...text('curv'), ...u32(0), ...u32(0)]],
  ]);
}

const text = (word: string): number[] => [...word].map((letter) => letter.charCodeAt(0));
const u16 = (value: number): number[] => [(value >> 8) & 255, value & 255];
const u32 = (value: number): number[] => [...u16(value >>> 16), ...u16(value & 0xffff)];
const xyz = (values: readonly number[]): number[] => [
  ...text('XYZ '),
  ...u32(0),
  ...values.flatMap((value) => u32(Math.round(value * 65_536))),
];
/** Version 2: its letters, and room for two translations that are not there. */
const description = (name: string): number[] => [
  ...text('desc'),
  ...u32(0),
  ...u32(name.length + 1),
  ...text(name),
  ...Array<number>(1 + 8 + 3 + 67).fill(0),
];

/** An 8 bit table of two steps a side: in and out as they are. */
function table(
  inputs: number,
  lab: (corner: readonly number[]) => readonly [number, number, number],
): number[] {
  const straight = Array.from({ length: 256 }, (_, i) => i);
  const corners = Array.from({ length: 2 ** inputs }, (_, at) =>
    Array.from({ length: inputs }, (_, i) => (at >> (inputs - 1 - i)) & 1),
  );
  return [
    ...text('mft1'),
    ...u32(0),
    ...[inputs, 3, 2, 0],
    ...[1, 0, 0, 0, 1, 0, 0, 0, 1].flatMap((value) => u32(value * 65_536)),
    ...Array.from({ length: inputs }, () => straight).flat(),
    ...corners.flatMap((corner) => {
      const [l, a, b] = lab(corner);
      return [Math.round((255 * l) / 100), Math.round(a + 128), Math.round(b + 128)];
    }),
    ...[straight, straight, straight].flat(),
  ];
}

function profile(
  kind: string,
  colours: string,
  pcs: string,
  tags: readonly (readonly [name: string, bytes: readonly number[]])[],
): Uint8Array {
  const bodies: number[] = [];
  const directory = tags.flatMap(([name, bytes]) => {
    while (bodies.length % 4 > 0) bodies.push(0);
    const at = 128 + 4 + 12 * tags.length + bodies.length;
    bodies.push(...bytes);
    return [...text(name), ...u32(at), ...u32(bytes.length)];
  });
  while (bodies.length % 4 > 0) bodies.push(0);
  const size = 128 + 4 + directory.length + bodies.length;
  const head = [
    ...u32(size),
    ...u32(0),
    ...u32(0x02400000),
    ...text(kind + colours + pcs),
    ...[2026, 1, 1, 0, 0, 0].flatMap(u16),
    ...text('acsp'),
    ...Array<number>(28).fill(0),
    ...xyz([0.9642, 1, 0.8249]).slice(8),
    ...Array<number>(48).fill(0),
  ];
  return Uint8Array.from([...head, ...u32(tags.length), ...directory, ...bodies]);
}
