import { releaseProxy, wrap, type Remote } from 'comlink';

/**
 * Does one piece of work in a worker of its own, which ends with it.
 *
 * @param make the worker; spelled out where it is called, so that the bundler finds its file
 * @param work what to ask of it
 * @param signal ends it early
 * @throws Error when the worker does not load, fails or is stopped
 */
export async function aside<Api, Answer>(
  make: () => Worker,
  work: (remote: Remote<Api>) => Promise<Answer>,
  signal: AbortSignal,
): Promise<Answer> {
  const worker = make();
  const remote = wrap<Api>(worker);
  const ended = new Promise<never>((_, reject) => {
    signal.addEventListener('abort', () => {
      worker.terminate();
      reject(new Error('It was stopped: nothing was taken in.'));
    });
    worker.addEventListener('error', (event) =>
      reject(new Error(event.message || 'A part of the app did not load. Load the page again.')),
    );
  });
  try {
    return await Promise.race([work(remote), ended]);
  } finally {
    remote[releaseProxy]();
    worker.terminate();
  }
}
