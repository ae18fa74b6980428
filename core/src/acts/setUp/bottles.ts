import type { FactDraft } from '../../workbook';
import type { BottleInput } from './input';

/** Inks and bottles that stand on the shelf, as facts; one ink for each name and shade. */
export function bottleFacts(bottles: readonly BottleInput[], newId: (kind: string) => string): FactDraft[] {
  const inks = new Map<string, string>();
  return bottles.flatMap(({ shade, inkClass, ink, volumeMl, priceMinor }): FactDraft[] => {
    const key = `${ink}/${shade}/${inkClass}`;
    const known = inks.get(key);
    const inkId = known ?? newId('ink');
    inks.set(key, inkId);
    return [
      ...(known
        ? []
        : [
            {
              kind: 'defined' as const,
              entity: {
                entity: 'ink' as const,
                id: inkId,
                name: `${ink} ${shade}`,
                shade,
                inkClass,
                density: null,
              },
            },
          ]),
      {
        kind: 'defined',
        entity: {
          entity: 'bottle',
          id: newId('bottle'),
          inkId,
          lot: '',
          volumeMl,
          priceMinor,
          emptyG: null,
        },
      },
    ];
  });
}
