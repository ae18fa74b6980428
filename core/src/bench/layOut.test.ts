import { describe, expect, test } from '@jest/globals';
import { Ledger } from '../ledger';
import { bodyRoom, weigh } from '../testing';
import { beginProblemWords } from '../words';
import type { Construction } from '../workbook';
import type { RunChoice } from './beginRun';
import { layOut } from './layOut';
import type { CartridgeRun } from './run';
import { AT, HERE, chosen } from '../testing/lay';

describe('laid out on paper', () => {
  const laid = (
    room: Parameters<typeof bodyRoom>[2],
    choice: Partial<RunChoice>,
    body: Construction = 'spongeReservoir',
  ) => layOut(Ledger.from(bodyRoom(body, 1, room)), chosen(choice), AT);

  test('every other answer leads somewhere of its own', () => {
    const { steps, problems } = laid({ more: [weigh('it', 20), HERE] }, {});
    expect(problems).toEqual([]);
    const leads = new Map(
      steps.flatMap(({ step, answers }) => answers.map((a) => [`${step.id} ${a.code}`, a.leadsTo])),
    );
    expect(leads.get('drip-1 dry')).toBe('flow-1');
    expect(leads.get('drip-1 plugProud')).toBe('drip-1-plug-again');
    expect(leads.get('drip-1 tooFull')).toBe('drip-1-stand');
    expect(leads.get('look-1 gapSmall')).toBe('look-1-drain');
    expect(leads.get('reset-1 noLight')).toBe('reset-1-realign');
    expect(leads.get('match-1 differs')).toBe('mismatch');
    // The last look of all has nothing after it.
    const ends = [...leads].filter(([, to]) => to === null).map(([answer]) => answer);
    expect(ends).toEqual([]);
  });

  test.each<[string, Parameters<typeof bodyRoom>[2], Partial<RunChoice>, string[]]>([
    ['another shade', {}, { bottleIds: ['bottle-magenta'] }, ['mismatch shade']],
    [
      'another shade, as a conversion',
      {},
      { bottleIds: ['bottle-magenta'], occasion: 'conversion' },
      ['mismatch shade'],
    ],
    [
      'another class',
      { cartridge: { inkClass: 'dye' } },
      { bottleIds: ['bottle-cyan'] },
      ['mismatch inkClass'],
    ],
    ['no bottle', {}, { bottleIds: [] }, ['noBottle']],
    ['a bottle that is gone', {}, { bottleIds: ['x'] }, ['bottleGone']],
    ['no scale', {}, { scaleId: null }, ['noScale']],
    ['no scale, none wished', {}, { scaleId: null, byScale: false }, []],
    ['no syringe and no scale', {}, { syringeId: null, byScale: false }, ['noSyringe']],
    ['a method that does not suit', {}, { method: 'bagAdapter' }, ['method']],
    [
      'wet from its rinse',
      { more: [{ kind: 'flushed', cartridgeId: 'it', chamber: 0, addedMl: 8, drawnMl: 2 }] },
      {},
      ['wet'],
    ],
    [
      'retired',
      { more: [{ kind: 'retired', what: 'cartridge', subjectId: 'it', reason: 'leaks' }] },
      {},
      ['retired'],
    ],
  ])('what stops Begin: %s', (_name, room, choice, codes) => {
    const { problems } = laid(room, choice);
    expect(problems.map((p) => (p.code === 'mismatch' ? `${p.code} ${p.differs.code}` : p.code))).toEqual(
      codes,
    );
    for (const problem of problems) expect(beginProblemWords(problem)).toMatch(/[.:]/);
  });

  test('an original’s first refill is drilled, its hole left open by the school; a later one opens nothing', () => {
    const ids = (occasion: CartridgeRun['occasion'], plug?: 'none') =>
      laid(
        {
          type: { hole: 'airHole' },
          cartridge: { initial: 'original' },
          more: plug
            ? [{ kind: 'portChanged', cartridgeId: 'it', ports: { plug } }, weigh('it', 20)]
            : [weigh('it', 20)],
        },
        { occasion },
      ).steps.map(({ step }) => step.id);
    expect(ids('original')).toEqual(expect.arrayContaining(['open', 'deburr', 'leave-open']));
    expect(ids('original')).not.toContain('plug');
    expect(ids('topUp', 'none')).not.toContain('open');
  });
});
