import type { Fact } from '@hiraeth/core/workbook';

export type TabNews =
  | { readonly type: 'added'; readonly facts: readonly Fact[]; readonly format: number }
  | { readonly type: 'replaced' }
  /** Another workbook goes on in place of this one. */
  | { readonly type: 'moved'; readonly to: string }
  | { readonly type: 'away'; readonly away: boolean }
  | { readonly type: 'noted'; readonly key: string; readonly value: unknown };

export interface Tabs {
  readonly tell: (news: TabNews) => void;
  /** Takes the pen from another tab, which then follows. */
  readonly takeOver: () => void;
  readonly close: () => void;
}

/** Tells the tabs of a workbook that is not open here. */
export function tellTabs(name: string, news: TabNews): void {
  if (typeof BroadcastChannel === 'undefined') return;
  const channel = new BroadcastChannel(`hiraeth-${name}`);
  channel.postMessage(news);
  channel.close();
}

/**
 * One tab holds the pen (a web lock) and writes; the others follow what it tells them, and get the pen when it closes.
 *
 * @param name of the workbook
 * @param on news from the writing tab, and whether this tab may write
 */
export function joinTabs(
  name: string,
  on: { readonly news: (news: TabNews) => void; readonly pen: (mine: boolean) => void },
): Tabs {
  if (typeof BroadcastChannel === 'undefined' || !('locks' in navigator)) {
    on.pen(true);
    return { tell: () => undefined, takeOver: () => undefined, close: () => undefined };
  }
  const channel = new BroadcastChannel(`hiraeth-${name}`);
  channel.onmessage = (event: MessageEvent<TabNews>) => on.news(event.data);
  let letGo: () => void = () => undefined;
  let closed = false;
  const hold = (lock: Lock | null): Promise<void> | undefined => {
    if (!lock || closed) return undefined;
    on.pen(true);
    return new Promise<void>((resolve) => (letGo = resolve));
  };
  const lost = (): void => {
    if (closed) return;
    on.pen(false);
    wait();
  };
  const wait = (): void => void navigator.locks.request(`hiraeth-${name}`, hold).catch(lost);
  void navigator.locks
    .request(`hiraeth-${name}`, { ifAvailable: true }, (lock) => {
      if (!lock) {
        on.pen(false);
        wait();
      }
      return hold(lock);
    })
    .catch(lost);
  return {
    tell: (news) => channel.postMessage(news),
    takeOver: () => void navigator.locks.request(`hiraeth-${name}`, { steal: true }, hold).catch(lost),
    close: () => {
      closed = true;
      letGo();
      channel.close();
    },
  };
}
