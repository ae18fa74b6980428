import type { Book } from '../../ledger';
import type { FactDraft } from '../../workbook';
import type { Act } from '../act';
import { bottleFacts } from './bottles';
import { contentsFacts } from './contents';
import { setUpEntities } from './entities';
import type { BottleInput, Now, SetUpInput } from './input';

/** What lies on the shelf as the workbook begins: dry, wet, or with cleaning fluid in it. */
const ON_SHELF: ReadonlySet<Now> = new Set(['dry', 'wet', 'fluid']);
/** A printer that stands there already is as it is: what is in it is not asked about again. */
const CONFIRMED = ['neverFilled', 'sealMissing'];

/** What was told beside the printer itself. */
export interface SetUpTold {
  readonly bottles: readonly BottleInput[];
  /** Do its cartridges stand in it already? */
  readonly seated: boolean;
}

/**
 * A printer with all that it brings: definitions, bottles on the shelf, what stands in it, and what was told of the ink inside as
 * evidence.
 *
 * @param newId a new id for a kind of thing
 */
export function setUp(
  book: Book,
  input: SetUpInput,
  { bottles, seated }: SetUpTold,
  newId: (kind: string) => string,
): Act {
  const entities = setUpEntities(input, book, newId);
  const printer = entities.find((entity) => entity.entity === 'printer')!;
  const own = entities.flatMap((entity) => (entity.entity === 'cartridge' ? [entity] : []));
  const capacityOf = (typeId: string): number =>
    entities.flatMap((entity) =>
      entity.entity === 'cartridgeType' && entity.id === typeId ? [entity.capacityMl] : [],
    )[0] ?? 0;
  // Originals that print on are all in; of what is told here, what is dry or wet lies on the shelf.
  const isIn = input.channels.map(
    ({ now }) => seated && (input.waiting === true || now === undefined || !ON_SHELF.has(now)),
  );
  const seats = printer.slots.flatMap((slot, i) => {
    const [cartridge, channel] = [own[i], input.channels[i]];
    return cartridge && channel ? [{ slot, cartridge, channel, isIn: isIn[i] ?? false }] : [];
  });
  const into = seats.flatMap(({ slot, cartridge, isIn }) =>
    isIn ? [{ slotId: slot.id, cartridgeId: cartridge.id }] : [],
  );
  return {
    facts: [
      ...entities.map((entity): FactDraft => ({ kind: 'defined', entity })),
      ...bottleFacts(bottles, newId),
      ...(into.length > 0
        ? [{ kind: 'installed' as const, printerId: printer.id, into, confirmed: CONFIRMED }]
        : []),
      ...seats.flatMap(({ slot, cartridge, channel, isIn }) =>
        contentsFacts(
          channel,
          cartridge.id,
          capacityOf(cartridge.typeId),
          isIn ? { printerId: printer.id, slotId: slot.id } : null,
        ),
      ),
    ],
    done: { code: 'setUp', name: input.name, channels: input.channels.length },
  };
}
