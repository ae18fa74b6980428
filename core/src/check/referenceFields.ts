import { factSchema, type FactKind } from '../workbook';

/** Fields that name things of one kind, one or a list, whatever the entry they stand in. */
const NAMING = new Map([
  ['cartridgeId', 'cartridge'],
  ['printerId', 'printer'],
  ['bottleId', 'bottle'],
  ['inkId', 'ink'],
  ['cartridgeIds', 'cartridge'],
]);

export interface ReferenceField {
  readonly field: string;
  readonly what: string;
}

const byKind = new Map<string, readonly ReferenceField[]>(
  factSchema.options.map(({ shape }) => {
    const kind = shape.kind.value;
    return [
      kind,
      Object.keys(shape).flatMap((field) => {
        const what = NAMING.get(field);
        // A purchase may name a bottle before it is defined.
        return what === undefined || (kind === 'purchased' && field === 'bottleId') ? [] : [{ field, what }];
      }),
    ];
  }),
);

/** The fields by which entries of a kind name a cartridge, printer, bottle or ink: read from the schema, once. */
export const referenceFields = (kind: FactKind): readonly ReferenceField[] => byKind.get(kind) ?? [];
