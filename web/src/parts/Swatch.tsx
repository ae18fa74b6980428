import { shadeColour } from './shade';

/** The colour of a channel or a cartridge, beside its name; several shades share the dot. */
export function Swatch({ shades }: { readonly shades: readonly string[] }) {
  const step = 100 / shades.length;
  const parts = shades.map((shade, i) => `${shadeColour(shade)} ${i * step}% ${(i + 1) * step}%`);
  return (
    <span
      className="swatch"
      style={{
        background:
          shades.length === 1 ? shadeColour(shades[0]!) : `linear-gradient(90deg, ${parts.join(', ')})`,
      }}
    />
  );
}
