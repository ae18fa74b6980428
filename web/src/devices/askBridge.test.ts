import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { askBridge, bridgedPrinters } from './askBridge';

const real = globalThis.fetch;
let answer: () => Promise<unknown>;
beforeEach(() => {
  globalThis.fetch = jest.fn(() =>
    answer().then((body) => ({ json: () => Promise.resolve(body) }) as Response),
  );
  (AbortSignal as { timeout?: unknown }).timeout ??= () => new AbortController().signal;
});
afterEach(() => {
  globalThis.fetch = real;
});
const says = (body: unknown): void => void (answer = () => Promise.resolve(body));

test('the list: only whole entries are taken; a silent server has none', async () => {
  says([{ id: 'a', name: 'A' }, { id: 3 }, null, 'x']);
  expect(await bridgedPrinters()).toEqual([{ id: 'a', name: 'A' }]);
  says({ error: 'no' });
  expect(await bridgedPrinters()).toEqual([]);
  answer = () => Promise.reject(new Error('refused'));
  expect(await bridgedPrinters()).toEqual([]);
});

test.each<[string, unknown, object]>([
  [
    'a sound answer',
    {
      ok: true,
      report: {
        markers: [
          { name: 'Cyan ink', level: 0.5 },
          { name: 'X', level: null },
        ],
      },
    },
    {
      ok: true,
      markers: [
        { name: 'Cyan ink', level: 0.5 },
        { name: 'X', level: null },
      ],
    },
  ],
  [
    'levels that cannot be are left out',
    {
      ok: true,
      report: { markers: [{ name: 'A', level: 7 }, { name: 'B', level: 'full' }, { level: 0.1 }] },
    },
    { ok: true, markers: [] },
  ],
  [
    'words from the server are passed on',
    { ok: false, words: 'It is asleep.' },
    { ok: false, words: 'It is asleep.' },
  ],
  ['anything else is a server gone', 'garbage', { ok: false, words: expect.stringMatching(/npm start/) }],
])('%s', async (_name, body, want) => {
  says(body);
  expect(await askBridge('nine')).toMatchObject(want);
});

test('no answer is an answer in words, never an exception', async () => {
  answer = () => Promise.reject(new Error('network'));
  expect(await askBridge('nine')).toMatchObject({
    ok: false,
    words: expect.stringMatching(/Everything else works without it/),
  });
});
