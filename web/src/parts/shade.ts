/** Colour of a shade's swatch; the name always stands beside it. */
const COLOURS: Record<string, string> = {
  black: '#1a1a1b',
  'photo black': '#15171c',
  'matte black': '#33312e',
  grey: '#74767a',
  'light grey': '#b9bbbd',
  cyan: '#1583b0',
  'light cyan': '#93c9df',
  magenta: '#b02a6e',
  'light magenta': '#dfa0c0',
  yellow: '#e6c52c',
  red: '#b8352c',
  orange: '#d9752b',
  green: '#3c8a4f',
  blue: '#2f4f9e',
  violet: '#6a4594',
  'clear coat': '#f2f2ee',
  'flush fluid': '#dfeaea',
};

export const shadeColour = (shade: string): string =>
  (Object.hasOwn(COLOURS, shade) ? COLOURS[shade] : undefined) ?? '#a29a8a';
