import { bodyOf, cartridgeOf, find, inkOfBottle, toolsInUse, type Book } from '../ledger';
import { DRY_ML } from '../workbook';
import type { RunChoice } from './beginRun';
import { calibrated } from './calibrated';
import { CONSTRUCTION_DATA, countedIn, METHOD_DATA, type Counted } from './methods';
import { mismatchesOf } from './mismatchesOf';
import type { Mismatch } from './step';

/** Why a run cannot begin as it was chosen; `ask` may be meant so, `stop` may not. */
export type BeginProblem = { readonly severity: 'stop' | 'ask' } & (
  | { readonly code: 'noCartridge' }
  | { readonly code: 'retired' }
  | { readonly code: 'noBottle'; readonly shade: string }
  | { readonly code: 'bottleGone'; readonly bottle: string }
  | { readonly code: 'mismatch'; readonly bottle: string; readonly differs: Mismatch }
  | { readonly code: 'noScale' }
  | { readonly code: 'noSyringe' }
  | { readonly code: 'noSqueeze'; readonly counted: Counted }
  | { readonly code: 'method' }
  | { readonly code: 'noMasses' }
  | { readonly code: 'wet'; readonly waterMl: number }
);

/**
 * What stands in the way of a run, before anything is opened: the wrong bottle is asked about here, not when its ink is in.
 *
 * @returns nothing when it may begin; those to stop for first
 */
export function beginProblems(book: Book, choice: RunChoice): BeginProblem[] {
  const { context } = book;
  const body = bodyOf(context, choice.cartridgeId);
  const state = cartridgeOf(book, choice.cartridgeId);
  if (!body || !state) return [{ severity: 'stop', code: 'noCartridge' }];
  const { cartridge, type } = body;
  const found: BeginProblem[] = [];
  if (state.retired) found.push({ severity: 'stop', code: 'retired' });
  if (!CONSTRUCTION_DATA[type.construction].methods.includes(choice.method))
    found.push({ severity: 'stop', code: 'method' });
  for (let chamber = 0; chamber < type.chambers; chamber++) {
    const bottleId = choice.bottleIds[chamber] ?? '';
    const bottle = find(context, 'bottle', bottleId);
    const ink = bottle && inkOfBottle(context, bottleId);
    if (bottleId === '')
      found.push({ severity: 'stop', code: 'noBottle', shade: cartridge.shades[chamber] ?? '' });
    else if (!ink) found.push({ severity: 'stop', code: 'bottleGone', bottle: bottleId });
    else
      for (const differs of mismatchesOf(ink, bottle.lot, cartridge, chamber))
        found.push({ severity: 'ask', code: 'mismatch', bottle: ink.name, differs });
  }
  const { dosed } = METHOD_DATA[choice.method];
  if (choice.byScale && !find(context, 'scale', choice.scaleId ?? undefined))
    found.push({ severity: 'stop', code: 'noScale' });
  // By scale alone a syringe's marks are not needed; the tool check names it all the same.
  if (dosed === 'syringe' && !choice.byScale && !find(context, 'syringe', choice.syringeId ?? undefined))
    found.push({ severity: 'ask', code: 'noSyringe' });
  const counted = countedIn(choice.method);
  if (
    counted &&
    !choice.byScale &&
    choice.squeezeMl === null &&
    !calibrated(toolsInUse(book, 'tool'), choice.method)
  )
    found.push({ severity: 'ask', code: 'noSqueeze', counted });
  if (choice.byScale && !(body.maxG > body.emptyG.value)) found.push({ severity: 'stop', code: 'noMasses' });
  if ((state.wetMl ?? 0) > DRY_ML) found.push({ severity: 'ask', code: 'wet', waterMl: state.wetMl! });
  return found.sort((a, b) => Number(a.severity === 'ask') - Number(b.severity === 'ask'));
}
