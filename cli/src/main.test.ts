import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import { inkNow, Ledger, serializeWorkbook, type Report } from '@hiraeth/core';
import { script, setUp, weigh, install, print } from '../../core/src/testing/bench';
import { main } from './main';

const dir = mkdtempSync(join(tmpdir(), 'hiraeth-'));
const facts = script([...setUp, weigh('cyan', 63.42), install, print(20), weigh('cyan', 60)]);
const file = join(dir, 'room.hiraeth.json');
writeFileSync(file, serializeWorkbook(facts, '2026-04-01T00:00:00.000Z'));
const broken = join(dir, 'broken.hiraeth.json');
writeFileSync(broken, serializeWorkbook(script([...setUp, weigh('cyan', 20)]), '2026-04-01T00:00:00.000Z'));

async function run(...argv: string[]) {
  const out: string[] = [];
  const err: string[] = [];
  const code = await main(
    argv,
    { stdout: { write: (t) => out.push(t) }, stderr: { write: (t) => err.push(t) } },
    () => Date.parse('2026-04-02T00:00:00Z'),
  );
  return { code, out: out.join(''), err: err.join('') };
}

test('report --json gives the same numbers as the core', async () => {
  const { code, out } = await run('report', file, '--at', '2026-03-31', '--json');
  const report = JSON.parse(out) as Report;
  const ledger = Ledger.from(facts);
  expect(code).toBe(0);
  expect(report.cartridges[0]!.inkMl).toBe(
    inkNow(ledger.context, ledger.state, 'cyan', '2026-03-31T23:59:59.999Z')!.value,
  );
  expect(report.printers[0]!.copies).toBe(20);
  expect((await run('report', file)).out).toMatch(/cyan\s+Test printer: cyan\s+1\d\.\d+ ± 0\.\d+ ml/);
});

test('--at leaves later facts out', async () => {
  const { out } = await run('report', file, '--at', '2026-03-01T09:15:30Z', '--json');
  expect((JSON.parse(out) as Report).cartridges[0]!.inkMl).toBeCloseTo(20.526, 3);
});

test.each([
  [[], 2, /What shall be done/],
  [['report'], 2, /Which file/],
  [['report', file, '--at', 'yesterday'], 2, /not a date/],
  [['report', file, '--loud'], 2, /not an option/],
  [['report', join(dir, 'none')], 3, /cannot be read/],
  [['check', file], 0, /^$/],
  [['check', broken], 1, /^$/],
])('%j exits with %d', async (argv, code, complaint) => {
  const result = await run(...argv);
  expect(result.code).toBe(code);
  expect(result.err).toMatch(complaint);
  if (code === 1) expect(result.out).toMatch(/error.*lighter than cyan empty/);
});
