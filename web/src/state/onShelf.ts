import { settingsOf } from '@hiraeth/core/ledger';
import type { Shelved } from '../storage';
import { DEMO, type Services, type Which } from './services';
import type { WorkbookState } from './workbookSlice';

/** What the shelf says of a workbook; undefined: nothing, or the shelf cannot be read. */
export const onShelf = async (services: Services, which: Which): Promise<Shelved | undefined> =>
  (await services.shelf.list().catch(() => [])).find(({ id }) => id === which);

/**
 * Notes on the shelf what the open workbook is called and how much is in it, so that it can be found again; the demo stands on
 * none. A shelf that cannot be written keeps nobody from a workbook.
 *
 * @param now it was opened just now
 */
export async function noteOnShelf(
  services: Services,
  { which, whole }: Pick<WorkbookState, 'which' | 'whole'>,
  now = false,
): Promise<void> {
  if (which === DEMO || !whole || !services.store) return;
  const at = new Date(services.clock.now()).toISOString();
  const before = await onShelf(services, which);
  const { ledger } = services;
  await services.shelf
    .put({
      state: 'inUse',
      since: at,
      ...before,
      id: which,
      name: settingsOf(ledger.snapshot().context).name,
      entries: ledger.recorded.size,
      opened: now || !before ? at : before.opened,
    })
    .catch(() => undefined);
}
