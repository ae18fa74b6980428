import { afterEach, beforeEach, expect, test } from '@jest/globals';
import type { Fact } from '@hiraeth/core/workbook';
import { joinTabs, type TabNews } from './tabs';

/** One browser's locks and channels, as the platform has them: one holder, a queue, stealing; messages to all others. */
class Lockers {
  private holders = new Map<string, { reject: (error: unknown) => void }>();
  private waiting = new Map<string, (() => void)[]>();

  request(name: string, a: unknown, b?: unknown): Promise<unknown> {
    const options = (b ? a : {}) as { ifAvailable?: boolean; steal?: boolean };
    const work = (b ?? a) as (lock: object | null) => Promise<unknown> | undefined;
    if (options.steal) {
      const old = this.holders.get(name);
      this.holders.delete(name);
      old?.reject(new DOMException('stolen', 'AbortError'));
    } else if (this.holders.has(name)) {
      if (options.ifAvailable) return Promise.resolve(work(null));
      return new Promise((resolve, reject) => {
        const queue = this.waiting.get(name) ?? [];
        queue.push(() => void this.hold(name, work).then(resolve, reject));
        this.waiting.set(name, queue);
      });
    }
    return this.hold(name, work);
  }

  private hold(name: string, work: (lock: object | null) => Promise<unknown> | undefined): Promise<unknown> {
    return new Promise((resolve, reject) => {
      const me = { reject };
      this.holders.set(name, me);
      void Promise.resolve(work({})).then((value) => {
        if (this.holders.get(name) === me) this.holders.delete(name);
        resolve(value);
        this.waiting.get(name)?.shift()?.();
      });
    });
  }
}

const channels = new Set<FakeChannel>();
class FakeChannel {
  onmessage: ((event: { data: unknown }) => void) | null = null;
  constructor(readonly name: string) {
    channels.add(this);
  }
  postMessage(data: unknown): void {
    for (const other of channels)
      if (other !== this && other.name === this.name) other.onmessage?.({ data: structuredClone(data) });
  }
  close(): void {
    channels.delete(this);
  }
}

beforeEach(() => {
  channels.clear();
  Object.defineProperty(navigator, 'locks', { value: new Lockers(), configurable: true });
  (globalThis as { BroadcastChannel?: unknown }).BroadcastChannel = FakeChannel;
});
afterEach(() => {
  delete (globalThis as { BroadcastChannel?: unknown }).BroadcastChannel;
  delete (navigator as { locks?: unknown }).locks;
});

const settle = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 5));
function tab(name = 'own') {
  const seen: { pen: boolean | null; news: TabNews[] } = { pen: null, news: [] };
  const tabs = joinTabs(name, { pen: (mine) => (seen.pen = mine), news: (news) => seen.news.push(news) });
  return { ...tabs, seen };
}

test('the first tab writes, the second follows; when the first closes the second gets the pen', async () => {
  const first = tab();
  await settle();
  const second = tab();
  await settle();
  expect([first.seen.pen, second.seen.pen]).toEqual([true, false]);
  first.tell({ type: 'added', facts: [{ kind: 'noted' } as Fact], format: 2 });
  first.tell({ type: 'noted', key: 'bench', value: { step: 2 } });
  expect(second.seen.news.map((news) => news.type)).toEqual(['added', 'noted']);
  expect(first.seen.news).toEqual([]);
  first.close();
  await settle();
  expect(second.seen.pen).toBe(true);
});

test('the pen can be taken over, and comes back when the other closes', async () => {
  const first = tab();
  await settle();
  const second = tab();
  await settle();
  second.takeOver();
  await settle();
  expect([first.seen.pen, second.seen.pen]).toEqual([false, true]);
  second.close();
  await settle();
  expect(first.seen.pen).toBe(true);
});

test('two workbooks do not mind each other; a closed tab hears and says nothing', async () => {
  const own = tab('own');
  const demo = tab('demo');
  await settle();
  expect([own.seen.pen, demo.seen.pen]).toEqual([true, true]);
  own.tell({ type: 'replaced' });
  expect(demo.seen.news).toEqual([]);
  const other = tab('own');
  await settle();
  other.close();
  own.tell({ type: 'replaced' });
  expect(other.seen.news).toEqual([]);
});

test('a browser without locks or channels has one tab that writes', () => {
  delete (globalThis as { BroadcastChannel?: unknown }).BroadcastChannel;
  const only = tab();
  expect(only.seen.pen).toBe(true);
  expect(() => {
    only.tell({ type: 'replaced' });
    only.takeOver();
    only.close();
  }).not.toThrow();
});
