import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { printerAdvice, cartridgeView, slotView } from '../advice';
import { checkFact } from '../check';
import { printerCost } from '../cost';
import { report } from '../report';
import { cartridge, define, fill, install, print, PRINTER, script, setUp, TYPE, weigh } from '../testing';
import { spokenReport } from '../words';
import { parseWorkbook, serializeWorkbook, type Entity, type Fact, type FactDraft } from '../workbook';
import { all } from './define/context';
import { keepHead } from './keep/keepHead';
import { LABELLED, labelCode, readLabelCode } from './read/labelCode';
import { Ledger, type Book } from './Ledger';
import { reviveHead } from './keep/reviveHead';

const AT = '2026-03-20T00:00:00.000Z';
const life: FactDraft[] = [
  ...setUp,
  weigh('cyan', 91.58),
  install,
  print(40),
  weigh('cyan', 81.58),
  fill('cyan', 9),
];
const readAll = (ledger: Book): void => {
  for (const { id } of all(ledger.context, 'printer')) {
    printerAdvice(ledger, id, AT);
    printerCost(ledger, id, AT);
  }
  for (const { id } of all(ledger.context, 'cartridge')) cartridgeView(ledger, id, AT);
};

describe('nothing locks its owner out', () => {
  const zero: Entity = {
    entity: 'ink',
    id: 'ink-cyan',
    name: 'Ink cyan',
    shade: 'cyan',
    inkClass: 'pigment',
    density: { value: 0, u: 0 },
  };

  test('a density of nothing is refused with words before it is stored', () => {
    const ledger = Ledger.from(script(life));
    const [fact] = script([define(zero)], AT) as [Fact];
    expect(checkFact(ledger, fact, Date.parse(AT) + 1e6)[0]).toMatchObject({
      severity: 'stop',
      code: 'entityRule',
      rule: 'densityZero',
    });
    expect(ledger.probe([fact], readAll)).not.toBeNull();
  });

  test('one that is stored all the same is set aside, named, and everything else opens; taken back, it is gone', () => {
    const [bad] = script([define(zero)], '2026-03-10T00:00:00.000Z') as [Fact];
    const ledger = Ledger.from([...script(life), bad]);
    expect(ledger.snapshot().aside).toEqual([{ fact: bad, why: 'densityZero' }]);
    readAll(ledger);
    expect(ledger.context.entities.get('ink-cyan')).toMatchObject({ density: { value: 1.064 } });
    // It can be exported and mended.
    expect(ledger.snapshot().log).toContain(bad);
    ledger.add(script([{ kind: 'voided', factId: bad.id, reason: 'typo' }], AT));
    expect(ledger.snapshot().aside).toEqual([]);
    // Arriving later than the rest, it is set aside just the same.
    const late = Ledger.from(script(life));
    late.add([bad]);
    expect(late.snapshot().aside).toHaveLength(1);
    readAll(late);
  });

  test('a definition that others stand on is not taken back in silence', () => {
    const ledger = Ledger.from(script(life));
    const type = ledger.facts.find((fact) => fact.kind === 'defined' && fact.entity.id === 'type')!;
    const [undo] = script([{ kind: 'voided', factId: type.id, reason: 'x' }], AT) as [Fact];
    expect(checkFact(ledger, undo, Date.parse(AT) + 1e6)).toContainEqual({
      severity: 'ask',
      code: 'stillNeeded',
      name: TYPE.name,
      count: 3,
    });
    ledger.add([undo]);
    readAll(ledger);
  });

  test.each<[string, object]>([
    ['a full mass below the empty one', { fullG: 40 }],
    ['another id', { id: 'other' }],
  ])('a type with %s leaves its cartridges without one: told by each entry that needs it', (_, part) => {
    const facts = script([
      ...life.map((draft) =>
        draft.kind === 'defined' && draft.entity.id === 'type' ? define({ ...TYPE, ...part }) : draft,
      ),
      { kind: 'primed', cartridgeId: 'cyan', ml: { value: 1, u: 0.1 }, fate: 'bin' },
      { kind: 'chipReset', cartridgeId: 'cyan', worked: true },
    ]);
    const ledger = Ledger.from(facts);
    readAll(ledger);
    const found = spokenReport(report(facts, AT), ledger).problems.map((problem) => problem.message);
    // Three cartridges are of it, and two entries ask what it weighs.
    expect(found.filter((text) => text.includes('cartridge type (type)'))).toHaveLength(5);
    // It still stands where it was put; and leaves it when it is taken out.
    const advised = (): string => slotView(ledger, 'printer', 'cyan', AT)!.advice.code;
    expect(advised()).toBe('nameType');
    ledger.add(script([{ kind: 'removed', printerId: 'printer', cartridgeIds: ['cyan'] }], AT));
    expect(advised()).toBe('install');
  });

  test('whichever definition is missing, the rest reads, is reported, and is kept', () => {
    const facts = script(life);
    for (const without of facts.filter(({ kind }) => kind === 'defined')) {
      const rest = facts.filter((fact) => fact !== without);
      const ledger = Ledger.from(rest);
      readAll(ledger);
      spokenReport(report(rest, AT), ledger);
      expect(reviveHead(keepHead(ledger.base(0)))).not.toBeNull();
    }
  });

  test('an undo is no error; an undo of an undo, a thousand deep, is told', () => {
    const facts = script(life);
    const target = facts.at(-1)!;
    const chain: Fact[] = [];
    let last = target.id;
    for (let i = 0; i < 4000; i++) {
      const at = new Date(Date.parse(AT) + i * 1000).toISOString();
      const [undo] = script([{ kind: 'voided', factId: last, reason: 'again' }], at) as [Fact];
      chain.push(undo);
      last = undo.id;
    }
    const ledger = Ledger.from([...facts, ...chain]);
    expect(ledger.isVoided(target.id)).toBe(false);
    expect(report([...facts, chain[0]!], '2026-12-01T00:00:00.000Z').problems).toEqual([]);
  });

  test('definitions corrected to odd but accepted values leave every place readable', () => {
    const odd = fc.constantFrom(0, 1e-9, 0.1, 1, 50, 1e6);
    fc.assert(
      fc.property(odd, odd, odd, odd, fc.integer({ min: 0, max: 3 }), (a, b, c, d, which) => {
        const entity: Entity =
          which === 0
            ? {
                ...TYPE,
                emptyG: { value: a, u: b },
                fullG: a + c + 1e-6,
                maxG: a + c + d + 1,
                capacityMl: Math.max(0.1, d),
                reserveMl: 0,
              }
            : which === 1
              ? {
                  ...PRINTER,
                  draws: { ...PRINTER.draws, perDm2: { value: a, u: b }, change: { value: c, u: d } },
                }
              : which === 2
                ? {
                    entity: 'bottle',
                    id: 'bottle-cyan',
                    inkId: 'ink-cyan',
                    lot: '',
                    volumeMl: Math.max(0.1, a),
                    priceMinor: null,
                    emptyG: { value: b, u: c },
                  }
                : {
                    ...cartridge('cyan', 'cyan'),
                    emptyG: { value: a, u: b },
                    maxG: c,
                    targetG: d,
                    initial: 'original',
                  };
        const ledger = Ledger.from([
          ...script(life),
          ...script([define(entity)], '2026-03-10T00:00:00.000Z'),
        ]);
        readAll(ledger);
        spokenReport(report(ledger.snapshot().log, AT), ledger);
      }),
      { numRuns: 200 },
    );
  });
});

describe('names are data', () => {
  const NAMES = ['__proto__', 'constructor', 'toString', 'hasOwnProperty', 'prototype'];
  test.each(NAMES)('everything may be called “%s”', (name) => {
    const text = JSON.stringify(
      script([
        ...setUp,
        define({ ...PRINTER, slots: [{ ...PRINTER.slots[0]!, id: name }] }),
        define({ entity: 'subject', id: `${name}s`, name }),
        define({ ...cartridge(name, 'cyan') }),
        { kind: 'installed', printerId: 'printer', into: [{ slotId: name, cartridgeId: name }] },
        weigh(name, 80),
        { ...print(10), subjectId: `${name}s` } as FactDraft,
        { kind: 'gaugeRead', printerId: 'printer', slotId: name, fraction: 0.5, by: 'person' },
        weigh(name, 70),
      ]),
    ).replaceAll(`"${name}s"`, `"${name === 'constructor' ? 'valueOf' : 'constructor'}"`);
    const parsed = parseWorkbook(
      `{"format":"hiraeth-workbook","version":2,"exported":"${AT}","facts":${text}}`,
    );
    if (!parsed.ok) throw new Error(JSON.stringify(parsed.problem));
    const ledger = Ledger.from(parsed.value.facts);
    readAll(ledger);
    expect(slotView(ledger, 'printer', name, AT)!.cartridge!.ink!.value).toBeCloseTo((70 - 41.58) / 1.064, 0);
    expect(spokenReport(report(parsed.value.facts, AT), ledger).printers[0]!.copies).toBe(10);
    expect(Object.keys({})).toEqual([]);
    expect(({} as Record<string, unknown>).slots).toBeUndefined();
  });

  test('mutated files: read or refused, never thrown, never a polluted prototype', () => {
    const text = serializeWorkbook(script(life), AT);
    fc.assert(
      fc.property(
        fc.nat({ max: text.length - 1 }),
        fc.nat({ max: 40 }),
        fc.constantFrom(
          '',
          '"',
          '{',
          '}',
          '-',
          '0',
          'null',
          '"__proto__":{"slots":1},',
          '__proto__',
          '1e999',
          '[',
          '\u0000',
        ),
        (at, cut, put) => {
          const mutated = text.slice(0, at) + put + text.slice(at + cut);
          const parsed = parseWorkbook(mutated);
          if (parsed.ok) readAll(Ledger.from(parsed.value.facts));
          expect(({} as Record<string, unknown>).slots).toBeUndefined();
        },
      ),
      { numRuns: 1500 },
    );
  });
});

test('a file that is wrong throughout is told by its first twenty faults, in bounded time', () => {
  const wrong = Array.from({ length: 10_000 }, () => ({ kind: 'noted', text: '' }));
  const result = parseWorkbook(
    JSON.stringify({ format: 'hiraeth-workbook', version: 2, exported: AT, facts: wrong }),
  );
  expect(result.ok ? null : result.problem).toMatchObject({ code: 'fileInvalid', count: expect.any(Number) });
  if (!result.ok && result.problem.code === 'fileInvalid')
    expect(result.problem.problems.length).toBeLessThanOrEqual(20);
});

test('a label’s code is read back as what it stands on, whatever its id; others say what they are', () => {
  const ledger = Ledger.from(script([...setUp]));
  fc.assert(
    fc.property(fc.constantFrom(...LABELLED), fc.string({ minLength: 1, maxLength: 64 }), (what, id) => {
      const found = readLabelCode(ledger, labelCode(what, id));
      if (id.trim() === id && !found.known) expect(found).toEqual({ known: false, what, text: id });
    }),
  );
  expect(readLabelCode(ledger, ' %hc:cyan\r\n')).toEqual({
    known: true,
    what: 'cartridge',
    id: 'cyan',
    name: 'cyan',
  });
  // Labels in capitals, and those that were printed in small letters, or for papers with another letter, before.
  const paper = labelCode('paper', '01KD');
  expect(paper).toBe(paper.toUpperCase());
  for (const code of [paper, paper.toLowerCase().replace('kd', 'KD'), paper.replace(/S/, 'P')])
    expect(readLabelCode(ledger, code)).toEqual({ known: false, what: 'paper', text: '01KD' });
  expect(readLabelCode(ledger, labelCode('bottle', 'bottle-cyan'))).toMatchObject({ name: 'Ink cyan, M1' });
  for (const id of ['__proto__', 'constructor'])
    expect(readLabelCode(ledger, labelCode('cartridge', id)).known).toBe(false);
  expect(readLabelCode(ledger, '4006381333931')).toEqual({ known: false, what: null, text: '4006381333931' });
});
