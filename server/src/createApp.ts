import { existsSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import expressStaticGzip from 'express-static-gzip';
import express, { type Express, type Request, type Response, type NextFunction, type Router } from 'express';
import helmet from 'helmet';
import { askJobs, askPrinter, type BridgedPrinter } from './bridge';

export interface AppOptions {
  /** The built web application. */
  readonly dist: string;
  /** Host names under which the app may be asked for; a foreign Host is a rebinding attack. */
  readonly hosts: readonly string[];
  /** Printers that may be asked, and no others. */
  readonly printers?: readonly BridgedPrinter[];
  /** The simulated printer of the demo. */
  readonly simulator?: Router;
  /** Where other devices of this room reach it; absent: nothing but this computer does. */
  readonly room?: {
    readonly port: number;
    readonly addresses: readonly string[];
    readonly fingerprint: string;
  };
  /** How long a printer may take to answer, ms. */
  readonly timeoutMs?: number;
}

/**
 * The server: hands out the built app, on addresses that its owner chose, and keeps no user data.
 *
 * @param options where the built app is and which hosts are its own
 * @returns an Express application, not yet listening
 */
export function createApp(options: AppOptions): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(onlyOwn(options.hosts));
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          // The colour engine that reads embedded profiles.
          scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
          workerSrc: ["'self'", 'blob:'],
          imgSrc: ["'self'", 'data:'],
          objectSrc: ["'none'"],
          frameAncestors: ["'none'"],
          upgradeInsecureRequests: null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  if (options.simulator) app.use(options.simulator);
  app.use(compression());
  app.get('/api/health', (_request, response) => void response.json({ ok: true }));
  app.get(
    '/api/room',
    (_request, response) => void response.json({ on: Boolean(options.room), ...options.room }),
  );
  const printers = options.printers ?? [];
  const ask = askTogether((printer) => askPrinter(printer, options.timeoutMs));
  const askForJobs = askTogether((printer, first: number | 'all') =>
    askJobs(printer, first, options.timeoutMs),
  );
  app.get(
    '/api/printers',
    (_request, response) => void response.json(printers.map(({ id, name }) => ({ id, name }))),
  );
  app.get('/api/printers/:id', (request, response, next) => {
    const printer = printers.find((known) => known.id === request.params.id);
    if (!printer) {
      response.status(404).json(UNKNOWN);
      return;
    }
    ask(printer).then((answer) => response.json(answer), next);
  });
  app.get('/api/printers/:id/jobs', (request, response, next) => {
    const printer = printers.find((known) => known.id === request.params.id);
    if (!printer) {
      response.status(404).json(UNKNOWN);
      return;
    }
    const first = placeOf(request.query.first);
    if (first === null) {
      response.status(400).json({ error: 'The place of the first job is a number from 1, or all.' });
      return;
    }
    askForJobs(printer, first).then((answer) => response.json(answer), next);
  });
  app.use(
    '/api',
    (_request, response) => void response.status(404).json({ error: 'There is no such service here.' }),
  );
  // Hashed files never change, and lie there compressed; the page itself and the service worker must always be asked for again.
  app.use(
    '/assets',
    expressStaticGzip(join(options.dist, 'assets'), {
      enableBrotli: true,
      index: false,
      serveStatic: { immutable: true, maxAge: '1y', fallthrough: false },
    }),
  );
  app.use(express.static(options.dist, { maxAge: 0, index: false }));
  app.get('/{*splat}', (request, response) => {
    // A file that is not there, such as the service worker in the midst of a build, is no place of the app.
    if (/^\/[^/]+\.\w+$/.test(request.path)) return void response.status(404).json({ error: 'Not found.' });
    const page = join(options.dist, 'index.html');
    if (existsSync(page)) response.setHeader('Cache-Control', 'no-cache').sendFile(page);
    else response.status(503).type('text').send('The application is not built yet. Run npm start again.');
  });
  app.use((error: unknown, _request: Request, response: Response, _next: NextFunction) => {
    const status =
      typeof error === 'object' && error !== null && 'status' in error && typeof error.status === 'number'
        ? error.status
        : 500;
    // Said of a compressed file that is there no more; the answer itself is plain.
    response.removeHeader('Content-Encoding');
    response
      .status(status)
      .type('json')
      .json({ error: status === 404 ? 'Not found.' : 'The request could not be answered.' });
  });
  return app;
}

const UNKNOWN = {
  ok: false,
  code: 'unknown',
  words: 'This server does not know that printer: its owner lists the ones it may ask.',
};

/** Where a page of jobs begins; null: nowhere. */
function placeOf(first: unknown): number | 'all' | null {
  if (first === undefined) return 1;
  if (first === 'all') return 'all';
  return typeof first === 'string' && /^[1-9]\d{0,5}$/.test(first) ? Number(first) : null;
}

/** Many who ask the same at once share one question to the printer. */
export function askTogether<T, What extends readonly (string | number)[]>(
  ask: (printer: BridgedPrinter, ...what: What) => Promise<T>,
): (printer: BridgedPrinter, ...what: What) => Promise<T> {
  const asking = new Map<string, Promise<T>>();
  return (printer, ...what) => {
    const key = JSON.stringify([printer.id, ...what]);
    const now = asking.get(key);
    if (now) return now;
    const asked = ask(printer, ...what).finally(() => asking.delete(key));
    asking.set(key, asked);
    return asked;
  };
}

function onlyOwn(hosts: readonly string[]) {
  const own = new Set(hosts);
  const nameOf = (host: string): string => host.replace(/:\d+$/, '').toLowerCase();
  return (request: Request, response: Response, next: NextFunction): void => {
    const { host, origin } = request.headers;
    const foreign =
      !host ||
      !own.has(nameOf(host)) ||
      (origin !== undefined && (!URL.canParse(origin) || !own.has(new URL(origin).hostname)));
    if (foreign) response.status(403).json({ error: 'This address is not served here.' });
    else next();
  };
}
