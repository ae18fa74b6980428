import { expect, test } from '@jest/globals';
import { checkFact } from '@hiraeth/core/check';
import { Ledger } from '@hiraeth/core/ledger';
import { expectFigures } from './testing/expectFigures';
import { roomOfWrongs, WRONGS_END } from './testing/roomOfWrongs';

test('what every room says where about all has gone wrong stays what it was', () => {
  expectFigures('wrongs', roomOfWrongs(), WRONGS_END, 6);
});

test('it is a room that a person could have written: nothing in it would have been refused', () => {
  const refused: string[] = [];
  Ledger.from(roomOfWrongs(), (ledger, fact) =>
    checkFact(ledger, fact, Date.parse(WRONGS_END)).forEach(
      (problem) => problem.severity === 'stop' && refused.push(`${fact.at} ${fact.kind}: ${problem.code}`),
    ),
  );
  expect(refused).toEqual([]);
});
