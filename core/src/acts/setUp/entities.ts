import { all, settingsOf, type Book, type Context } from '../../ledger';
import { changePrior, type CartridgeType, type Entity, type Printer } from '../../workbook';
import { newPaper, newScale, newSubject, newSyringe, newTool } from '../newThing';
import type { BodyInput, Channel, SetUpInput } from './input';
import { triangleOf, typeOfBody } from './typeOfBody';

const portOf = ({ port, closure }: BodyInput): Pick<Partial<CartridgeType>, 'port' | 'closure'> => ({
  ...(port ? { port } : {}),
  ...(closure ? { closure } : {}),
});

/** What a channel's ink takes of its cartridge, ml, over all channels. */
function meanOf({ channels, bodies }: SetUpInput): number {
  const sum = channels.reduce(
    (total, { body, shades }) => total + typeOfBody(bodies[body]!).capacityMl / shades.length,
    0,
  );
  return sum / Math.max(1, channels.length);
}

/**
 * Everything that a new printer brings, as definitions that are recorded together: the printer with its slots, the
 * cartridge type, a cartridge for each slot and set, and the tools that a first refill needs.
 */
export function setUpEntities(input: SetUpInput, ledger: Book, newId: (kind: string) => string): Entity[] {
  const { context } = ledger;
  const entities: Entity[] = [];
  if (!context.entities.has('settings')) entities.push(settingsOf(context));
  const printerId = newId('printer');
  // One type for each body with so many chambers.
  const types = new Map<string, { readonly id: string; readonly body: number; readonly chambers: number }>();
  const keyOf = ({ body, shades }: Channel): string => `${body}/${shades.length}`;
  for (const channel of input.channels)
    if (!types.has(keyOf(channel)))
      types.set(keyOf(channel), {
        id: newId('type'),
        body: channel.body,
        chambers: channel.shades.length,
      });
  const slots = input.channels.map((channel) => ({
    id: newId('slot'),
    name: nameOf(channel),
    shades: [...channel.shades],
    inkClass: channel.inkClass,
    original: channel.original,
  }));
  // The schema fills in the other draws, the gauge and the schools; they can be corrected afterwards.
  entities.push({
    entity: 'printer',
    id: printerId,
    name: input.name,
    feed: input.feed,
    slots,
    draws: { change: changePrior(input.feed, meanOf(input)) },
    ...(input.blacksShareLine ? { blacksShareLine: true } : {}),
    gauge: {
      display: input.gauge.display,
      ...(input.gauge.prism ? { prism: true } : {}),
      ...(input.gauge.switchOff === null ? {} : { switchOff: { offered: input.gauge.switchOff } }),
    },
  } as unknown as Printer);
  for (const { id, body, chambers } of types.values()) {
    const type = typeOfBody(input.bodies[body]!);
    entities.push({
      entity: 'cartridgeType',
      id,
      name: `${input.name} refillable, ${type.capacityMl} ml${chambers > 1 ? `, ${chambers} chambers` : ''}`,
      ...type,
      ...portOf(input.bodies[body]!),
      chambers,
    });
  }
  if (input.waiting) entities.push(...originalsOf(input, slots, printerId, newId));
  for (let set = 0; set < input.sets; set++)
    for (const channel of input.channels)
      entities.push({
        entity: 'cartridge',
        id: newId('cartridge'),
        label: input.sets > 1 ? `${nameOf(channel)} ${'ABC'[set] ?? set + 1}` : nameOf(channel),
        typeId: types.get(keyOf(channel))!.id,
        shades: [...channel.shades],
        printerId,
        inkClass: channel.now === 'fluid' && set === 0 ? 'flushFluid' : channel.inkClass,
        set: input.sets > 1 ? ('ABC'[set] ?? String(set + 1)) : '',
        emptyG: null,
        maxG: null,
        targetG: null,
        // A set that waits is new and dry; of a second one nothing was said.
        initial: input.waiting ? 'empty' : set === 0 ? channel.initial : 'unknown',
        chip:
          input.chip === 'none' && input.chipMl === null
            ? null
            : {
                strategy: input.chip,
                volumeMl: input.chipMl,
                original: set === 0 && channel.chipIsOriginal && !input.waiting,
                ...(input.chip === 'switchedOff' ? { off: input.chipOff ?? 'already' } : {}),
              },
      });
  const { scale, syringeMl } = input;
  if (scale) entities.push(newScale(`Scale ${scale.capacityG} g`, scale.capacityG, scale.resolutionG, newId));
  if (syringeMl !== null) entities.push(newSyringe(syringeMl, newId));
  return [...entities, ...usualThings(context, newId)];
}

/** What a first workbook begins with: tools, kinds of pictures and a paper, where none is there yet. */
function usualThings(context: Context, newId: (kind: string) => string): Entity[] {
  const isNone = (kind: Entity['entity']): boolean => all(context, kind).length === 0;
  return [
    ...(isNone('tool') ? TOOLS.map(([tool, name]) => newTool(tool, name, newId)) : []),
    ...(isNone('subject') ? SUBJECTS.map((name) => newSubject(name, newId)) : []),
    ...(isNone('paper') ? [newPaper('Usual paper', newId)] : []),
  ];
}
const TOOLS = [
  ['needleLong', 'Blunt needle, long'],
  ['gloves', 'Gloves'],
  ['towel', 'Lint-free towels'],
] as const;
const SUBJECTS = ['Light, high key', 'Dark', 'Warm colours', 'Cool colours', 'Monochrome'];

/** The originals that print on meanwhile: bodies of their own, of which nobody weighed one. */
function originalsOf(
  input: SetUpInput,
  slots: Printer['slots'],
  printerId: string,
  newId: (kind: string) => string,
): Entity[] {
  const types = new Map<string, string>();
  return input.channels.flatMap((channel, i): Entity[] => {
    const body = input.bodies[channel.body]!;
    const nominalMl = slots[i]!.original?.nominalMl ?? null;
    const key = `${channel.body}/${channel.shades.length}/${nominalMl ?? ''}`;
    const known = types.get(key);
    const typeId = known ?? newId('type');
    types.set(key, typeId);
    const { type } = triangleOf({ ...body, emptyG: null, fullG: null, maxG: null, capacityMl: nominalMl });
    return [
      ...(known
        ? []
        : [
            {
              entity: 'cartridgeType' as const,
              id: typeId,
              name: `${input.name} original, ${type.capacityMl} ml`,
              ...type,
              ...portOf(body),
              chambers: channel.shades.length,
            },
          ]),
      {
        entity: 'cartridge',
        id: newId('cartridge'),
        label: `${nameOf(channel)}, original`,
        typeId,
        shades: [...channel.shades],
        printerId,
        inkClass: channel.inkClass,
        set: '',
        emptyG: null,
        maxG: null,
        targetG: null,
        initial: channel.initial === 'original' ? 'original' : 'partUsed',
        chip: { strategy: 'leftAlone', volumeMl: nominalMl, original: true },
      },
    ];
  });
}

const nameOf = ({ shades: [shade, ...more] }: Channel): string =>
  more.length > 0 ? 'Colour' : shade!.charAt(0).toUpperCase() + shade!.slice(1);
