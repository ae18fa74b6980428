import { fromUtf8, IPP_GROUP, type IppMessage, type IppValue } from './codec';
import { ippRequest } from './ippRequest';
import type { Slot } from '../workbook';

export interface Marker {
  readonly name: string;
  /** 0 to 1; null when the printer says that it does not know, or only that some is left. */
  readonly level: number | null;
  readonly lowLevel: number | null;
  readonly type: string;
  readonly colours: readonly string[];
}

export interface MarkerReport {
  readonly printer: string;
  readonly markers: readonly Marker[];
  /** Keywords such as `marker-supply-low-warning`. */
  readonly reasons: readonly string[];
  readonly message: string;
}

/** The attributes that tell of ink (RFC 8011, and the supply attributes of the Printer Working Group's 5100.13). */
export const MARKER_ATTRIBUTES = [
  'printer-make-and-model',
  'marker-names',
  'marker-levels',
  'marker-low-levels',
  'marker-high-levels',
  'marker-colors',
  'marker-types',
  'marker-message',
  'printer-supply',
  'printer-supply-description',
  'printer-state',
  'printer-state-reasons',
] as const;

/** A Get-Printer-Attributes request for what tells of ink. */
export const markersRequest = (uri: string, requestId: number): IppMessage =>
  ippRequest(0x000b, uri, requestId, MARKER_ATTRIBUTES);

/**
 * What a printer's answer says of its ink: the marker attributes, or its supply table where those are missing. Levels of −1,
 * −2 and −3 (other, unknown, some left) are no figures.
 *
 * @param message decoded answer
 * @returns markers in the printer's own order; none when it tells nothing
 */
export function markersOf(message: IppMessage): MarkerReport {
  const attributes = new Map(
    message.groups
      .filter((group) => group.tag === IPP_GROUP.printer)
      .flatMap((group) => group.attributes.map((attribute) => [attribute.name, attribute.values] as const)),
  );
  const texts = (name: string): string[] => (attributes.get(name) ?? []).flatMap(asText);
  const numbers = (name: string): (number | null)[] =>
    (attributes.get(name) ?? []).map((value) =>
      value.type === 'integer' || value.type === 'enum' ? value.value : null,
    );
  const names = texts('marker-names');
  const levels = numbers('marker-levels');
  const lows = numbers('marker-low-levels');
  const highs = numbers('marker-high-levels');
  const types = texts('marker-types');
  const colours = texts('marker-colors');
  const supplies = texts('printer-supply');
  const labels = texts('printer-supply-description');
  const byMarkers = names.map((name, i): Marker => {
    const full = Math.max(100, highs[i] ?? 100);
    return {
      name,
      level: share(levels[i] ?? null, full),
      lowLevel: share(lows[i] ?? null, full),
      type: types[i] ?? '',
      colours: (colours[i] ?? '')
        .split('#')
        .filter((part) => /^[0-9a-f]{6}/i.test(part))
        .map((part) => `#${part.slice(0, 6)}`),
    };
  });
  return {
    printer: texts('printer-make-and-model')[0] ?? '',
    markers: byMarkers.length > 0 ? byMarkers : supplies.map((supply, i) => fromSupply(supply, labels[i])),
    reasons: texts('printer-state-reasons').filter((reason) => reason !== 'none'),
    message: texts('marker-message')[0] ?? '',
  };
}

function asText(value: IppValue): string[] {
  if (value.type === 'text' || value.type === 'localized') return [value.value];
  return value.type === 'octets' ? [fromUtf8(value.value)] : [];
}

const share = (level: number | null, full: number): number | null =>
  level !== null && level >= 0 ? Math.min(1, level / full) : null;

/** One line of the supply table: `index=1;maxcapacity=100;level=62;colorantname=photoBlack;`. */
function fromSupply(supply: string, label: string | undefined): Marker {
  const fields = new Map(
    supply.split(';').flatMap((part) => {
      const [key, value] = part.split('=');
      return key && value !== undefined ? [[key.trim().toLowerCase(), value.trim()] as const] : [];
    }),
  );
  const colorant = (fields.get('colorantname') ?? '').replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase();
  const full = Number(fields.get('maxcapacity') ?? '100');
  return {
    name: label || colorant || 'supply',
    // An empty level says nothing; it is not an empty cartridge.
    level: share(Number(fields.get('level') || '-2'), full > 0 ? full : 100),
    lowLevel: null,
    type: fields.get('type') ?? '',
    colours: [],
  };
}

/** Words that printers use for one shade, after small letters and without "ink" and "cartridge". */
const ALIKE: ReadonlyMap<string, string> = new Map([
  ['gray', 'grey'],
  ['light gray', 'light grey'],
]);

/** The slot of just this shade; many call the one for photographs just black. */
const isCalled = (slots: readonly Slot[], named: string): Slot | undefined =>
  slots.find(({ shades }) => shades.includes(named)) ??
  (named === 'black' ? slots.find(({ shades }) => shades.includes('photo black')) : undefined);

/** The slot of the longest shade that stands in a name among other words: numbers and codes of cartridges. */
const saysShade = (slots: readonly Slot[], named: string): Slot | undefined =>
  slots
    .flatMap((slot) => slot.shades.map((shade) => ({ slot, shade })))
    .filter(({ shade }) => ` ${named} `.includes(` ${shade} `))
    .sort((a, b) => b.shade.length - a.shade.length)[0]?.slot;

/**
 * A sensible guess which marker stands for which slot: the same shade by name, else the marker's place among those that hold
 * ink. The person confirms it once.
 *
 * @returns slot id by marker name; a marker that fits none (a waste box) is left out
 */
export function guessMarkerMap(markers: readonly Marker[], slots: readonly Slot[]): Record<string, string> {
  const map = new Map<string, string>();
  const taken = new Set<string>();
  const inks = markers.filter((marker) => !/waste|maintenance/i.test(`${marker.type} ${marker.name}`));
  const shadeOf = (name: string): string => {
    const plain = name
      .toLowerCase()
      .replace(/\b(ink|cartridge|tank)\b/g, '')
      .replace(/[^a-z ]+/g, ' ')
      .replace(/\s+/g, ' ')
      .trim();
    return ALIKE.get(plain) ?? plain;
  };
  // Who is called just so comes first: no “light cyan” takes the place of “cyan”.
  for (const find of [isCalled, saysShade])
    for (const marker of inks) {
      if (map.has(marker.name)) continue;
      const slot = find(
        slots.filter(({ id }) => !taken.has(id)),
        shadeOf(marker.name),
      );
      if (!slot) continue;
      map.set(marker.name, slot.id);
      taken.add(slot.id);
    }
  // As many inks as slots, and the rest in order: then place decides.
  if (inks.length === slots.length)
    inks.forEach((marker, i) => {
      const slot = slots[i]!;
      if (map.has(marker.name) || taken.has(slot.id)) return;
      map.set(marker.name, slot.id);
      taken.add(slot.id);
    });
  return Object.fromEntries(map);
}
