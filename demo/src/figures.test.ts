import { test } from '@jest/globals';
import { makeDemo } from './makeDemo';
import { expectFigures } from './testing/expectFigures';

const AT = '2026-11-24T18:00:00.000Z';

test('what every room says of fourteen months of the demo stays what it was', () => {
  expectFigures('demo', makeDemo(AT).facts, AT, 0);
});
