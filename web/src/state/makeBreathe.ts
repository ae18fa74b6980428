/** Longer than this the page is not held up, ms: a frame and a half. */
const SLICE_MS = 24;

/**
 * Lets the page draw and answer between two slices of long work: at once while the slice is young, else after what waits.
 *
 * @param now milliseconds from any origin
 */
export function makeBreathe(now: () => number = () => performance.now()): () => Promise<void> {
  let since = now();
  return async () => {
    if (now() - since < SLICE_MS) return;
    await turn();
    since = now();
  };
}

/** A turn of the event loop; a timer would wait for some milliseconds each time. */
const turn = (): Promise<void> =>
  typeof MessageChannel === 'undefined'
    ? new Promise((resolve) => setTimeout(resolve, 0))
    : new Promise((resolve) => {
        const { port1, port2 } = new MessageChannel();
        port1.onmessage = () => {
          port1.close();
          resolve();
        };
        port2.postMessage(null);
      });
