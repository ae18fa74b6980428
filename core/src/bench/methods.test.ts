import { describe, expect, test } from '@jest/globals';

import { CAUTION_WORDS, LOAD_WORDS, stepWords } from '../words';
import type { Construction, Method } from '../workbook';
import { CONSTRUCTION_DATA, METHOD_DATA } from './methods';
import { stepsFor } from './stepsFor';
import { numberOf } from './numberOf';
import { lay, pair } from '../testing/lay';

describe('every construction and method is data that a run can be laid out from', () => {
  const pairs = (Object.keys(CONSTRUCTION_DATA) as Construction[]).flatMap((construction) =>
    CONSTRUCTION_DATA[construction].methods.map((method) => [construction, method] as const),
  );
  test.each(pairs)('%s by %s', (construction, method) => {
    const { run, env } = lay({ method }, { construction });
    const steps = stepsFor(run, env);
    const ids = steps.map((step) => step.id);
    expect(new Set(ids).size).toBe(ids.length);
    expect(ids[0]).toBe('tools');
    expect(ids.indexOf('weigh-before')).toBeLessThan(ids.indexOf('load-0-0'));
    expect(ids.indexOf('load-0-0')).toBeLessThan(ids.indexOf('weigh-after-1'));
    expect(ids.indexOf('weigh-after-1')).toBeLessThan(ids.indexOf('drip-1'));
    expect(ids).toContain('summary');
    for (const step of steps) {
      expect(stepWords(step).title).toMatch(/\S/);
      expect(stepWords(step).text).toMatch(/[.!?]$/);
      for (const code of step.cautions) expect(CAUTION_WORDS[code]).toMatch(/\.$/);
    }
    // Ink is never handled without its caution, and every number of a load has its unit.
    const loads = steps.filter((step) => step.kind === 'load');
    expect(loads.every((step) => step.cautions.length > 0 && numberOf(step) !== null)).toBe(true);
    expect(steps.find((step) => step.id === 'clean')!.cautions).toContain('waste');
    // Waste ink goes by local rule wherever it is poured away.
    for (const step of steps)
      if (step.kind === 'draw')
        expect([step.id, step.cautions]).toEqual([
          step.id,
          expect.arrayContaining([step.draw === 'draw-back' ? 'needle' : 'waste']),
        ]);
  });

  test.each(pairs)(
    '%s by %s without a scale: nothing asks for a weight, nor waits for one',
    (construction, method) => {
      const { run, env } = lay({ method, byScale: false, scaleId: null }, { construction });
      for (const step of stepsFor(run, env)) {
        expect(step.kind).not.toBe('weigh');
        const { title, text, stop = '', never = '' } = stepWords(step);
        expect(`${title} ${text} ${stop} ${never}`).not.toMatch(
          /target mass|on the scale|the scale (?!on the barrel)|\bweigh\b(?! it in the hand)|weighed/i,
        );
      }
    },
  );

  test('what must be shut, opened, drilled or sealed comes at its step', () => {
    expect(lay({ occasion: 'first' }, { construction: 'spongeReservoir' }).ids).toContain('shut-outlet');
    const drilled = stepsFor(...pair(lay({ occasion: 'first' }, { construction: 'spongeReservoir' })));
    expect(drilled.find((step) => step.id === 'open')!.cautions).toContain('drill');
    expect(lay({}, { construction: 'bag' }).ids).not.toContain('open');
    expect(lay({}, { construction: 'bag' }).ids).not.toContain('vent');
    expect(lay({}, { construction: 'twoPart' }).ids).toEqual(
      expect.arrayContaining(['head-plug', 'prime-head', 'tank-open', 'tissue-1']),
    );
    expect(lay({ method: 'vacuumExchange' }).ids).toEqual(expect.arrayContaining(['vent-shut', 'vent-open']));
  });
});

test('all methods say when to stop, and what never to do', () => {
  for (const method of Object.keys(METHOD_DATA) as Method[]) {
    expect(LOAD_WORDS[method].stop).toMatch(/\.$/);
    expect(LOAD_WORDS[method].never).toMatch(/\.$/);
  }
});
