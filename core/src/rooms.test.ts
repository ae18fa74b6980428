import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';

const root = join(import.meta.dirname, '../..');
const rooms = JSON.parse(readFileSync(join(root, 'rooms.json'), 'utf8')) as {
  readonly core: Readonly<Record<string, readonly string[]>>;
};

test('each room uses only those before it, and the page on the house says the same as lint goes by', () => {
  const order = Object.keys(rooms.core);
  for (const [room, uses] of Object.entries(rooms.core))
    for (const used of uses)
      expect([room, used, order.indexOf(used) < order.indexOf(room)]).toEqual([room, used, true]);
  const page = readFileSync(join(root, 'docs/architecture.md'), 'utf8');
  const rows = [...page.matchAll(/^\| `core\/(\w+)`\s*\|.*\|([^|]*)\|$/gm)].map(
    ([, room, uses]) =>
      [
        room,
        uses!
          .split(',')
          .map((one) => one.trim())
          .filter(Boolean),
      ] as const,
  );
  expect(Object.fromEntries(rows)).toEqual(rooms.core);
});
