import { z } from 'zod';
import { all, find, modelOf, slotFor, type Book } from '../ledger';
import { fail, ok, type Result } from '../quantity';
import { taughtDraws } from '../usage';
import { entitySchema, faultWords, type Entity, type Printer } from '../workbook';

const FORMAT = 'hiraeth-printer';
const VERSION = 1;
/** What belongs to a set-up: bottles, scales and what was measured stay with their owner. */
const SHARED = new Set<Entity['entity']>(['printer', 'cartridgeType', 'cartridge', 'ink']);
const MOST_BYTES = 2_000_000;

const file = z.strictObject({
  format: z.literal(FORMAT),
  version: z.literal(VERSION),
  entities: z.array(entitySchema).min(1).max(500),
});

/**
 * A printer's set-up without its log, to share: the printer, its types, cartridges and inks, without what is this one's own
 * (weighed masses, prices, switch points, the address that it answers at, a way that was chosen).
 *
 * @param taught with what its weigh-ins taught of its channels, so that another begins from there
 * @returns a file's text; null when there is no such printer
 */
export function describePrinter(book: Book, printerId: string, taught = false): string | null {
  const printer = find(book.context, 'printer', printerId);
  if (!printer) return null;
  const { policy: _policy, doseEveryDays: _dose, sensors: _sensors, ...shared } = printer;
  const cartridges = all(book.context, 'cartridge').filter(
    (cartridge) =>
      slotFor(book.context, cartridge)?.printer.id === printerId &&
      !book.state.cartridges.get(cartridge.id)?.retired,
  );
  const types = new Set(cartridges.map(({ typeId }) => typeId));
  const entities: Entity[] = [
    // Prices are in its owner's money and time: they stay there.
    {
      ...shared,
      draws: drawsToShare(book, shared, taught),
      bridge: null,
      slots: printer.slots.map((slot) => ({ ...slot, original: null })),
    },
    ...all(book.context, 'cartridgeType').filter(({ id }) => types.has(id)),
    ...cartridges.map((cartridge) => ({
      ...cartridge,
      // Said outright: elsewhere another printer may take the same shades.
      printerId,
      emptyG: null,
      maxG: null,
      targetG: null,
      initial: 'unknown' as const,
    })),
    ...all(book.context, 'ink').filter((ink) =>
      printer.slots.some((slot) => slot.shades.includes(ink.shade) && slot.inkClass === ink.inkClass),
    ),
  ];
  return `${JSON.stringify({ format: FORMAT, version: VERSION, entities }, null, 1)}\n`;
}

/**
 * What a printer draws as its owner guessed it, and where that is wished, as its own weigh-ins taught. What it was begun with by
 * another's description is of that other printer: it goes on only where weighing here has confirmed or changed it.
 */
function drawsToShare(
  book: Book,
  { id, draws }: Pick<Printer, 'id' | 'draws'>,
  taught: boolean,
): Printer['draws'] {
  const { channels: _begunWith, ...guessed } = draws;
  const model = taught ? modelOf(book, id) : undefined;
  const channels = model ? taughtDraws(model) : [];
  return channels.length > 0 ? { ...guessed, channels } : guessed;
}

export type DescriptionProblem =
  | { readonly code: 'notADescription' }
  | { readonly code: 'newerDescription'; readonly version: number }
  | { readonly code: 'brokenDescription'; readonly path: string; readonly message: string };

/**
 * A shared set-up as definitions for this workbook: everything gets an id of its own here, so that nothing that is there is
 * changed.
 *
 * @param content the file's text
 * @param newId an id that nothing has yet
 */
export function readDescription(
  content: string,
  newId: (kind: string) => string,
): Result<readonly Entity[], DescriptionProblem> {
  let raw: unknown;
  try {
    raw = content.length <= MOST_BYTES ? JSON.parse(content) : null;
  } catch {
    return fail({ code: 'notADescription' });
  }
  if (typeof raw !== 'object' || raw === null || !('format' in raw) || raw.format !== FORMAT)
    return fail({ code: 'notADescription' });
  if ('version' in raw && typeof raw.version === 'number' && raw.version > VERSION)
    return fail({ code: 'newerDescription', version: raw.version });
  const parsed = file.safeParse(raw);
  if (!parsed.success) {
    const [issue] = parsed.error.issues;
    return fail({
      code: 'brokenDescription',
      path: issue?.path.join('.') ?? '',
      message: issue ? faultWords(issue, raw) : '',
    });
  }
  const entities = parsed.data.entities.filter(({ entity }) => SHARED.has(entity));
  if (!entities.some(({ entity }) => entity === 'printer')) return fail({ code: 'notADescription' });
  const ids = new Map(entities.map(({ entity, id }) => [`${entity}/${id}`, newId(entity)]));
  const moved = (kind: Entity['entity'], id: string): string | undefined => ids.get(`${kind}/${id}`);
  return ok(
    entities.flatMap((entity): Entity[] => {
      const id = moved(entity.entity, entity.id)!;
      if (entity.entity === 'printer') return [{ ...entity, id, bridge: null }];
      if (entity.entity !== 'cartridge') return [{ ...entity, id } as Entity];
      const typeId = moved('cartridgeType', entity.typeId);
      // A cartridge without its type is none.
      if (typeId === undefined) return [];
      const printerId = entity.printerId === null ? null : (moved('printer', entity.printerId) ?? null);
      return [{ ...entity, id, typeId, printerId }];
    }),
  );
}
