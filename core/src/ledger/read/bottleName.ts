import { find, inkOfBottle, type Context } from '../define/context';

/** What a bottle is called: its ink's name and its lot; null for ink that came out of no bottle of this workbook. */
export function bottleName(context: Context, bottleId: string): string | null {
  const bottle = find(context, 'bottle', bottleId);
  const ink = inkOfBottle(context, bottleId);
  return bottle && ink ? `${ink.name}${bottle.lot ? `, lot ${bottle.lot}` : ''}` : null;
}
