/**
 * Keeps the whole app in the browser, so that it opens with the server gone. A newer version waits beside the running one:
 * the two are never mixed.
 *
 * @param onUpdate told when a newer version is ready, with what puts it in place and loads it
 */
export async function registerOffline(onUpdate: (takeIt: () => void) => void): Promise<void> {
  if (!('serviceWorker' in navigator) || import.meta.env.DEV) return;
  // Nobody waits for it: the page is there first.
  const { Workbox } = await import('workbox-window');
  const worker = new Workbox('/sw.js');
  worker.addEventListener('waiting', () =>
    onUpdate(() => {
      worker.addEventListener('controlling', () => location.reload());
      worker.messageSkipWaiting();
    }),
  );
  // A page that stays open for weeks hears of a new version too.
  setInterval(() => void worker.update().catch(() => undefined), 3_600_000);
  await worker.register();
}
