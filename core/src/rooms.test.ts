import { existsSync, readFileSync } from 'node:fs';
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

test('each formula names the file that holds it', () => {
  const formulas = readFileSync(join(root, 'docs/formulas.md'), 'utf8');
  const owners = [...formulas.matchAll(/`((\w+)\/[\w/]+)`/g)].filter(([, , room]) =>
    Object.hasOwn(rooms.core, room!),
  );
  expect(owners.length).toBeGreaterThan(40);
  expect(
    owners
      .map(([, owner]) => owner!)
      .filter(
        (owner) =>
          !existsSync(join(root, 'core/src', `${owner}.ts`)) && !existsSync(join(root, 'core/src', owner)),
      ),
  ).toEqual([]);
});
