import { expect, test } from '@jest/globals';
import { dueItems } from '@hiraeth/core/due';
import { Ledger } from '@hiraeth/core/ledger';
import { seeded } from '@hiraeth/core/numeric';
import { reportOf } from '@hiraeth/core/report';
import { dueWords, spokenReport } from '@hiraeth/core/words';
import { anyRoom } from './testing/anyRoom';
import { figuresOf } from './testing/figuresOf';

/** Rooms looked at; `ANY_ROOMS=2000 npm run jest -- demo/src/anyRoom` looks at many. */
const ROOMS = Number(process.env['ANY_ROOMS'] ?? 24);
const FIRST = Number(process.env['ANY_ROOMS_FROM'] ?? 5090);
const PART = Math.ceil(ROOMS / 8);

/** Places of a list are many, the defect is one. */
const where = (line: string): string => line.replace(/\.\d+\b/g, '');

test.each(Array.from({ length: 8 }, (_, part) => FIRST + part * PART))(
  'whatever a room goes through, no answer is a number that is none, and it is the same in any order told (from room %d)',
  (from) => {
    for (let seed = from; seed < from + PART; seed++) {
      const { facts, at } = anyRoom(seed);
      const ledger = Ledger.from(facts);
      const wrong = figuresOf(ledger, at, seeded(1), Infinity)
        .filter((line) => / = (NaN|-?Infinity)$/.test(line))
        .map(where);
      expect([seed, [...new Set(wrong)]]).toEqual([seed, []]);
      const report = reportOf(ledger, at);
      const said = JSON.stringify([spokenReport(report, ledger), dueItems(ledger, at).map(dueWords)]);
      expect([seed, /.{0,60}(NaN|undefined|Infinity)/.exec(said)?.[0]]).toEqual([seed, undefined]);
      expect(reportOf(Ledger.from([...facts].reverse()), at)).toEqual(report);
    }
  },
  600_000,
);
