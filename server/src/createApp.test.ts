import { createServer, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import { afterAll, describe, expect, test } from '@jest/globals';
import request from 'supertest';
import { askPages } from '@hiraeth/core/jobs';
import { askJobs } from './bridge';
import { createApp, makeSimulator, readPrinters } from './index';

const dist = mkdtempSync(join(tmpdir(), 'dist-'));
mkdirSync(join(dist, 'assets'));
writeFileSync(join(dist, 'index.html'), '<title>Hiraeth</title>');
writeFileSync(join(dist, 'assets', 'a.js'), '1');
for (const name of ['small.js', 'gone.js']) {
  writeFileSync(join(dist, 'assets', name), 'as it is');
  writeFileSync(join(dist, 'assets', `${name}.br`), brotliCompressSync('compressed'));
}
const app = createApp({ dist, hosts: ['127.0.0.1', 'localhost'] });

test.each([
  ['/', {}, 200, /Hiraeth/],
  ['/cartridge/deep/link', {}, 200, /Hiraeth/],
  ['/assets/a.js', {}, 200, /1/],
  ['/assets/none.js', {}, 404, /Not found/],
  ['/sw.js', {}, 404, /Not found/],
  ['/cartridge/a.b', {}, 200, /Hiraeth/],
  ['/api/none', {}, 404, /no such service/],
  ['/', { Host: 'evil.example' }, 403, /not served/],
  ['/api/health', { Host: 'localhost:4173', Origin: 'http://evil.example' }, 403, /not served/],
  ['/api/health', { Host: 'localhost:4173', Origin: 'null' }, 403, /not served/],
  ['/api/health', { Host: 'localhost:4173', Origin: 'http://localhost:4173' }, 200, /true/],
  ['/../../package.json', {}, 200, /Hiraeth/],
])('GET %s with %j: %d', async (path, headers, status, body) => {
  const response = await request(app).get(path).set(headers);
  expect(response.status).toBe(status);
  expect(response.text).toMatch(body);
});

test.each([
  ['small.js', 'br', 'br', 200, /^compressed$/],
  ['small.js', 'identity', undefined, 200, /^as it is$/],
  ['gone.js', 'br', undefined, 404, /Not found/],
])('%s for who takes %s: %s, %d', async (name, takes, encoding, status, body) => {
  for (const gone of ['gone.js', 'gone.js.br']) rmSync(join(dist, 'assets', gone), { force: true });
  const response = await request(app).get(`/assets/${name}`).set('Accept-Encoding', takes);
  expect(response.status).toBe(status);
  expect(response.headers['content-encoding']).toBe(encoding);
  expect(response.headers['content-type']).toMatch(status === 200 ? /javascript/ : /json/);
  expect(response.text).toMatch(body);
});

test('pages carry a strict policy', async () => {
  const { headers } = await request(app).get('/');
  expect(headers['content-security-policy']).toMatch(/default-src 'self'.*frame-ancestors 'none'/);
  expect(headers['x-powered-by']).toBeUndefined();
});

describe('the bridge', () => {
  const servers: Server[] = [];
  afterAll(() => Promise.all(servers.map((server) => new Promise((done) => server.close(done)))));
  /** A printer that answers as told. */
  const printer = async (answer: (response: ServerResponse) => void): Promise<string> => {
    const server = createServer((_request, response) => answer(response));
    servers.push(server);
    await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
    return `ipp://127.0.0.1:${(server.address() as AddressInfo).port}/ipp/print`;
  };
  const bridge = (uri: string, timeoutMs = 1500) =>
    createApp({
      dist,
      hosts: ['127.0.0.1'],
      printers: [{ id: 'it', name: 'Studio printer', uri }],
      timeoutMs,
    });
  const ask = async (
    uri: string,
    timeoutMs?: number,
  ): Promise<{ ok: boolean; code?: string; words?: string }> =>
    (await request(bridge(uri, timeoutMs)).get('/api/printers/it')).body as { ok: boolean };

  test('asks only printers of its owner’s list; no address ever comes from outside', async () => {
    const listed = bridge('ipp://127.0.0.1:1/ipp/print');
    expect((await request(listed).get('/api/printers')).body).toEqual([{ id: 'it', name: 'Studio printer' }]);
    for (const path of [
      '/api/printers/other',
      '/api/printers/ipp%3A%2F%2F10.0.0.1%2Fipp',
      '/api/printers/..%2Fit',
    ]) {
      const response = await request(listed).get(path);
      expect([response.status, (response.body as { words: string }).words]).toEqual([
        404,
        expect.stringMatching(/does not know that printer/),
      ]);
    }
    expect((await request(listed).get('/api/printers/it').set('Origin', 'http://evil.example')).status).toBe(
      403,
    );
    expect((await request(listed).get('/api/printers/it').set('Host', 'evil.example')).status).toBe(403);
  });

  test.each<[string, (response: ServerResponse) => void, string, RegExp]>([
    [
      'redirects',
      (r) => r.writeHead(302, { Location: 'http://127.0.0.1:1/' }).end(),
      'redirects',
      /not followed/,
    ],
    ['refuses', (r) => r.writeHead(401).end(), 'refused', /status 401/],
    ['answers garbage', (r) => r.end('<html>hello</html>'), 'garbage', /not IPP/],
    ['answers half', (r) => r.end(Buffer.from([1, 1, 0, 0, 0, 0])), 'garbage', /not IPP/],
    ['answers without end', (r) => r.end(Buffer.alloc(400_000, 65)), 'tooLong', /far too long/],
    ['says no', (r) => r.end(Buffer.from([1, 1, 4, 6, 0, 0, 0, 1, 3])), 'refused', /0x0406/],
    ['breaks off', (r) => r.socket?.destroy(), 'off', /switched on/],
    ['never answers', () => undefined, 'slow', /did not answer/],
  ])('a printer that %s: clear, bounded', async (_name, answer, code, words) => {
    const found = await ask(await printer(answer), 700);
    expect([found.ok, found.code]).toEqual([false, code]);
    expect(found.words).toMatch(words);
    expect(found.words).toMatch(/^Studio printer .*[.?]$/);
  });

  test('a printer that is off, and one with nothing to tell', async () => {
    expect((await ask('ipp://127.0.0.1:1/ipp/print')).code).toBe('off');
    const bare = await ask(await printer((r) => r.end(Buffer.from([1, 1, 0, 0, 0, 0, 0, 1, 3]))));
    expect(bare).toMatchObject({ ok: true, report: { markers: [], reasons: [] } });
  });

  test('the simulated printer is reached through it, and its panel takes only what it knows', async () => {
    const simulator = makeSimulator(3, () => 1000);
    const server = createServer(createApp({ dist, hosts: ['127.0.0.1'], simulator: simulator.router }));
    servers.push(server);
    await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
    const uri = `ipp://127.0.0.1:${(server.address() as AddressInfo).port}/ipp/print`;
    const press = (body: object) => request(server).post('/api/sim').send(body);
    expect((await press({ do: 'print', sheets: 40 })).status).toBe(200);
    const found = (await ask(uri)) as { ok: boolean; report?: { markers: { level: number }[] } };
    expect(found.report?.markers).toHaveLength(9);
    expect(found.report!.markers[0]!.level).toBeLessThan(1);
    for (const body of [
      {},
      { do: 'explode' },
      { do: 'press', key: 'power' },
      { do: 'reset', slot: 44 },
      { do: 'print', sheets: 1e9 },
    ])
      expect((await press(body)).status).toBe(400);
    expect(
      (await request(server).post('/ipp/print').set('Content-Type', 'application/ipp').send('no')).status,
    ).toBe(400);
    expect(
      (await request(server).post('/ipp/print').set('Content-Type', 'text/plain').send('no')).status,
    ).toBe(400);
  });

  test('the owner’s list of printers: a sound one is read, anything else is said in words', () => {
    const file = join(dist, 'printers.json');
    const read = (content: string) => {
      writeFileSync(file, content);
      return () => readPrinters(file);
    };
    const good = [{ id: 'studio', name: 'Studio', uri: 'ipp://192.168.1.40/ipp/print' }];
    expect(read(JSON.stringify(good))()).toEqual(good);
    expect(readPrinters(undefined)).toEqual([]);
    expect(read('[{')).toThrow(/cannot be read/);
    expect(read('[{"id":"Studio!","name":"S","uri":"ipp://a/b"}]')).toThrow(
      /wrong at 0\.id: it has to be small letters/,
    );
    expect(read('[{"id":"s","name":"S","uri":"http://a/b"}]')).toThrow(
      /wrong at 0\.uri: it has to be an address such as/,
    );
  });
});

test('jobs of the simulated printer: what it printed, asked through the bridge, each with its identity', async () => {
  const { router, desk } = makeSimulator(1, () => Date.UTC(2026, 2, 5, 10));
  const host = createServer(createApp({ dist, hosts: ['127.0.0.1'], simulator: router }));
  await new Promise<void>((ready) => host.listen(0, '127.0.0.1', ready));
  try {
    const { port } = host.address() as AddressInfo;
    const uri = `ipp://127.0.0.1:${port}/ipp/print`;
    const bridge = createApp({ dist, hosts: ['127.0.0.1'], printers: [{ id: 'it', name: 'Nine', uri }] });
    await request(host)
      .post('/api/sim')
      .send({ do: 'print', sheets: 3, title: 'Harbour\nat night' })
      .expect(200);
    await request(host).post('/api/sim').send({ do: 'print', sheets: 1 }).expect(200);
    const { body } = (await request(bridge).get('/api/printers/it/jobs')) as {
      body: { ok: boolean; jobs: object[] };
    };
    expect(body).toMatchObject({ ok: true, refused: [] });
    // The last first; what it had printed before anyone asked comes after.
    expect(body.jobs.slice(0, 2)).toMatchObject([
      { title: 'Harbour at night', copies: 1, at: '2026-03-05T10:00:00.000Z' },
      { title: 'Harbour at night', impressions: 3, widthMm: 297, heightMm: 420, queue: '' },
    ]);
    expect(body.jobs).toHaveLength(desk.jobs.length);
    expect(new Set(body.jobs.map((job) => (job as { id: string }).id)).size).toBe(desk.jobs.length);
    expect((await request(bridge).get('/api/printers/none/jobs')).status).toBe(404);
    for (const first of ['0', '-1', 'x', '1e9', '99999999'])
      expect((await request(bridge).get(`/api/printers/it/jobs?first=${first}`)).status).toBe(400);
  } finally {
    await new Promise((done) => host.close(done));
  }
});

describe('a queue of years', () => {
  const asked = async (count: number, pages: boolean) => {
    const { router, desk } = makeSimulator(1, () => Date.UTC(2026, 2, 5, 10));
    Object.assign(desk, { pages });
    const [model] = desk.jobs;
    desk.jobs.length = 0;
    for (let id = 1; id <= count; id++) desk.jobs.push({ ...model!, id, name: `Job ${id}` });
    const host = createServer(createApp({ dist, hosts: ['127.0.0.1'], simulator: router }));
    await new Promise<void>((ready) => host.listen(0, '127.0.0.1', ready));
    try {
      const { port } = host.address() as AddressInfo;
      const printer = { id: 'it', name: 'Nine', uri: `ipp://127.0.0.1:${port}/ipp/print` };
      return await askPages((first) => askJobs(printer, first));
    } finally {
      await new Promise((done) => host.close(done));
    }
  };
  const newestFirst = (count: number): string[] =>
    Array.from({ length: count }, (_, i) => `Job ${count - i}`);

  test.each([
    [249, true],
    [250, true],
    [251, true],
    [1100, true],
    // One that always begins with the newest is asked for all at once.
    [249, false],
    [250, false],
    [1100, false],
  ])('%d jobs, page by page %s: each comes in once, none is missing', async (count, pages) => {
    const answer = await asked(count, pages);
    expect(answer.ok && answer.jobs.map(({ title }) => title)).toEqual(newestFirst(count));
  });
});
