/** Sheet sizes ready to choose; any other is typed. */
export const SIZES = [
  { value: '297x420', label: 'A3, 297 × 420 mm' },
  { value: '420x594', label: 'A2, 420 × 594 mm' },
  { value: '210x297', label: 'A4, 210 × 297 mm' },
  { value: '148x210', label: 'A5, 148 × 210 mm' },
  { value: '102x152', label: 'Card, 102 × 152 mm' },
  { value: '300x300', label: 'Square, 300 × 300 mm' },
  { value: 'own', label: 'another size' },
] as const;
export type SizeKey = (typeof SIZES)[number]['value'];

export function sizeOf(key: string): { widthMm: number; heightMm: number } | null {
  const [width, height] = key.split('x').map(Number);
  return width && height ? { widthMm: width, heightMm: height } : null;
}
