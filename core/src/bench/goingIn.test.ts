import { expect, test } from '@jest/globals';
import { Ledger } from '../ledger';
import { bodyRoom, fill, weigh } from '../testing';
import { goingInWords } from '../words';
import type { Cartridge, FactDraft } from '../workbook';
import { goingIn } from './goingIn';
import { AT } from '../testing/lay';

test.each<[string, FactDraft[], Partial<Cartridge>, string[]]>([
  ['never filled', [], { initial: 'empty' }, ['neverFilled']],
  ['filled', [fill('it', 10, { bottleId: 'bottle-cyan' })], { initial: 'empty' }, []],
  [
    'plug out, vent shut, keeper on',
    [
      fill('it', 10, { bottleId: 'bottle-cyan' }),
      { kind: 'portChanged', cartridgeId: 'it', ports: { plug: 'out', vent: 'shut', keeper: 'on' } },
    ],
    {},
    ['plugOut', 'ventShut', 'keeperOn'],
  ],
  [
    'its vent taped',
    [
      fill('it', 10, { bottleId: 'bottle-cyan' }),
      { kind: 'portChanged', cartridgeId: 'it', ports: { tape: 'on' } },
    ],
    {},
    ['taped'],
  ],
  ['wet', [{ kind: 'flushed', cartridgeId: 'it', chamber: 0, addedMl: 8, drawnMl: 2 }], {}, ['wet']],
  ['weighed empty', [weigh('it', 16.5)], {}, ['nothingInside']],
  [
    'for another slot',
    [fill('it', 10, { bottleId: 'bottle-cyan' })],
    { shades: ['magenta'] },
    ['notForSlot'],
  ],
])('what stops a cartridge at the door: %s', (_name, more, cartridge, codes) => {
  const ledger = Ledger.from(bodyRoom('spongeReservoir', 1, { more, cartridge }));
  const slot = { name: 'Cyan', shades: ['cyan'] };
  const found = goingIn(ledger, 'it', AT, slot);
  expect(found.map(({ code }) => code)).toEqual(codes);
  for (const problem of found)
    expect(Object.values(goingInWords(problem)).every((words) => /\.$/.test(words))).toBe(true);
});
