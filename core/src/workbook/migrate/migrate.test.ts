import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import { settingsOf, inkNow, Ledger } from '../../ledger';
import { parseWorkbook } from '../parseWorkbook';
import { FORMAT_VERSION, type Fact } from '../schema';
import { serializeWorkbook } from '../serializeWorkbook';
import { migrate, reviveFacts } from './migrate';

const fixtures = join(import.meta.dirname, 'fixtures');
const AT = '2026-03-31T00:00:00.000Z';

test.each(readdirSync(fixtures))('%s is read as it was meant, by file and by database alike', (name) => {
  const text = readFileSync(join(fixtures, name), 'utf8');
  const parsed = parseWorkbook(text);
  if (!parsed.ok) throw new Error(parsed.problem.code);
  const raw = JSON.parse(text) as { version: number; facts: Fact[] };
  const revived = reviveFacts(raw.facts, raw.version);
  if (!revived.ok) throw new Error(revived.problem.code);
  expect(revived.value).toEqual(parsed.value.facts);
  const ledger = Ledger.from(parsed.value.facts);
  // Fields that came later have their defaults; what was there means what it meant.
  expect(settingsOf(ledger.context).cartridgeLifeMonths).toBe(36);
  expect(inkNow(ledger, 'cyan', AT)!.value).toBeCloseTo((81.58 - 41.58) / 1.064 + 9.4, 0);
  // Written anew it is of the present version, and reads back the same.
  const again = parseWorkbook(serializeWorkbook(parsed.value.facts, AT));
  expect(again.ok && [again.value.version, again.value.facts]).toEqual([FORMAT_VERSION, parsed.value.facts]);
});

test('a newer version says so and changes nothing', () => {
  const facts = [{ kind: 'noted', text: 'x' }];
  const result = migrate(facts, FORMAT_VERSION + 3);
  expect(result).toEqual({
    ok: false,
    problem: { code: 'newer', version: FORMAT_VERSION + 3, known: FORMAT_VERSION },
  });
  expect(facts).toEqual([{ kind: 'noted', text: 'x' }]);
});
