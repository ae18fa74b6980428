import { create } from 'qrcode';

/** White around a code that readers need, squares. */
const QUIET = 4;

/** A code's squares, the white around it counted. */
export interface QrModules {
  readonly squares: number;
  readonly isBlack: (x: number, y: number) => boolean;
}

/** Made once: a page of labels asks for each code again and again. */
const made = new Map<string, QrModules>();
const MOST_MADE = 500;

/** The squares of a QR code with its white around. */
export function qrModules(text: string): QrModules {
  const known = made.get(text);
  if (known) return known;
  if (made.size >= MOST_MADE) made.clear();
  const found = makeModules(text);
  made.set(text, found);
  return found;
}

function makeModules(text: string): QrModules {
  const { modules } = create(text, { errorCorrectionLevel: 'M' });
  const within = (at: number): boolean => at >= QUIET && at < modules.size + QUIET;
  return {
    squares: modules.size + 2 * QUIET,
    isBlack: (x, y) => within(x) && within(y) && Boolean(modules.get(y - QUIET, x - QUIET)),
  };
}
