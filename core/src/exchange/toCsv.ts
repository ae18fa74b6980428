import { csvText } from './csvText';
import { find, type Snapshot } from '../ledger';
import { livesOf } from '../report';
import { lotName } from '../words';

export type CsvTable = 'fills' | 'weighings' | 'prints';
type Cell = string | number;

/**
 * A table for a spreadsheet: UTF-8 with byte order mark, CRLF, quoted where needed; text that begins with = + - @ gets an
 * apostrophe in front, so that no cell is taken for a formula.
 *
 * @param ledger whose facts, voided ones left out
 * @param table which
 * @returns CSV text with a header row; numbers with a decimal point, times in UTC
 */
export function toCsv(ledger: Snapshot, table: CsvTable): string {
  const { fields, data } = TABLES[table](ledger);
  return csvText(fields, data);
}

const labelOf = (ledger: Snapshot, id: string): string => find(ledger.context, 'cartridge', id)?.label ?? id;
const round = (value: number, digits: number): number => Number(value.toFixed(digits));

const TABLES: Record<CsvTable, (ledger: Snapshot) => { fields: string[]; data: Cell[][] }> = {
  fills: (ledger) => ({
    fields: [
      'time (UTC)',
      'cartridge',
      'bottle',
      'added (ml)',
      'u (ml)',
      'known by',
      'method',
      'occasion',
      'leftover (ml)',
      'leftover went to',
      'note',
    ],
    data: ledger.facts.flatMap((fact) =>
      fact.kind === 'filled'
        ? [
            [
              fact.at,
              labelOf(ledger, fact.cartridgeId),
              lotName(ledger, fact.bottleId),
              round(fact.ml.value, 3),
              round(fact.ml.u, 3),
              fact.by,
              fact.method,
              fact.occasion,
              fact.leftover ? round(fact.leftover.ml, 3) : '',
              fact.leftover?.fate ?? '',
              fact.note ?? '',
            ],
          ]
        : [],
    ),
  }),
  weighings: (ledger) => {
    const life = new Map(
      [...livesOf(ledger, ledger.facts.at(-1)?.at ?? '')].flatMap(([, entries]) =>
        entries.map((entry) => [entry.factId, entry] as const),
      ),
    );
    return {
      fields: [
        'time (UTC)',
        'what',
        'name',
        'purpose',
        'mass (g)',
        'u (g)',
        'ink (ml)',
        'u ink (ml)',
        'used since (ml)',
        'note',
      ],
      data: ledger.facts.flatMap((fact) => {
        if (fact.kind !== 'weighed') return [];
        const entry = life.get(fact.id);
        const name =
          fact.what === 'cartridge'
            ? labelOf(ledger, fact.subjectId)
            : fact.what === 'bottle'
              ? lotName(ledger, fact.subjectId)
              : fact.subjectId;
        return [
          [
            fact.at,
            fact.what,
            name,
            fact.purpose,
            round(fact.massG.value, 3),
            round(fact.massG.u, 4),
            entry ? round(entry.ml, 3) : '',
            entry ? round(entry.u, 3) : '',
            entry?.used ? round(entry.used.value, 3) : '',
            fact.note ?? '',
          ],
        ];
      }),
    };
  },
  prints: (ledger) => ({
    fields: [
      'time (UTC)',
      'printer',
      'title',
      'copies',
      'width (mm)',
      'height (mm)',
      'subject',
      'paper',
      'edition',
      'note',
    ],
    data: ledger.facts.flatMap((fact) =>
      fact.kind === 'printed'
        ? [
            [
              fact.at,
              find(ledger.context, 'printer', fact.printerId)?.name ?? fact.printerId,
              fact.title,
              fact.copies,
              fact.widthMm,
              fact.heightMm,
              find(ledger.context, 'subject', fact.subjectId)?.name ?? fact.subjectId,
              find(ledger.context, 'paper', fact.paperId)?.name ?? '',
              fact.edition ?? '',
              fact.note ?? '',
            ],
          ]
        : [],
    ),
  }),
};
