/** Keeps the app's own files in the browser, so that it opens with the server gone. */
export function registerOffline(): void {
  if (!('serviceWorker' in navigator) || import.meta.env.DEV) return;
  window.addEventListener('load', () => {
    void navigator.serviceWorker
      .register('/sw.js')
      .then(() => navigator.serviceWorker.ready)
      .then((registration) => {
        // What this visit loaded before the worker stood.
        const urls = performance
          .getEntriesByType('resource')
          .map((entry) => new URL(entry.name))
          .filter((url) => url.origin === location.origin && !url.pathname.startsWith('/api'))
          .map((url) => url.pathname);
        registration.active?.postMessage({ type: 'keep', urls: ['/', ...new Set(urls)] });
      })
      .catch(() => undefined);
  });
}
