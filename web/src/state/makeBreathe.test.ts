import { expect, test } from '@jest/globals';
import { makeBreathe } from './makeBreathe';

test('a young slice goes on at once; an old one lets what waits go first', async () => {
  let now = 0;
  const breathe = makeBreathe(() => now);
  const order: string[] = [];
  setTimeout(() => order.push('waiting'), 0);
  now = 10;
  await breathe();
  order.push('young');
  now = 60;
  // Turns of the event loop, until a timer that was due has had its own.
  for (let i = 0; i < 50 && !order.includes('waiting'); i++) {
    await breathe();
    now += 60;
  }
  order.push('old');
  expect(order).toEqual(['young', 'waiting', 'old']);
});
