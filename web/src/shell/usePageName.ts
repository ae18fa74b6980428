import { useEffect } from 'react';
import { leafAddress, LEAVES, PLACES } from '../parts/placeList';

/** Sheets that do not stand among the places, by how their address begins; the longer one first. */
const ASIDES: readonly (readonly [string, string])[] = [
  ['/plan/orders', 'To order'],
  ['/past/', 'The past'],
  ['/cartridge/', 'Cartridge'],
  ['/set-up', 'Set up a printer'],
  ['/rotate', 'Rotate a set'],
  ['/labels', 'Labels'],
  ['/cards', 'Quick cards'],
  ['/words', 'Words'],
  ['/slip', 'Slip'],
  ['/keys', 'Keys'],
];

/** Leaves stand under the name of their place. */
const LEAF_TITLES = new Map<string, string>(
  Object.entries(LEAVES).flatMap(([of, leaves]) =>
    leaves.slice(1).map(([to, name]) => [leafAddress(of, to), name] as const),
  ),
);

/** The tab says where one is; on a phone, where the places are one line, so does that line. */
export function usePageName(pathname: string): void {
  useEffect(() => {
    const place = PLACES.find((p) => (p.to === '/' ? pathname === '/' : pathname.startsWith(p.to)));
    const aside = ASIDES.find(([to]) => pathname.startsWith(to));
    const leaf = LEAF_TITLES.get(pathname);
    const name = aside?.[1] ?? place?.name ?? 'No such sheet';
    document.title = `${leaf && leaf !== name ? `${leaf} · ${name}` : name} · Hiraeth`;
  }, [pathname]);
  useEffect(() => {
    // On a phone the places are one line: the one where one is, is in sight.
    for (const on of document.querySelectorAll('.head nav a.active, .leaves a.active'))
      on.scrollIntoView({ inline: 'center', block: 'nearest' });
  }, [pathname]);
}
