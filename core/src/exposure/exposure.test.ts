import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  addExposure,
  drewInk,
  imageExposure,
  jobExposure,
  NO_EXPOSURE,
  timesExposure,
  type Exposure,
} from './exposure';
import { append, emptyLog, listOf } from './log';
import { clipStretch, exposureDuring, positionAt, type Drawing, type Timeline } from './timeline';

const at = (day: number): string => new Date(Date.UTC(2026, 0, 1) + day * 86_400_000).toISOString();
const job = (day: number, subjectId: string, dm2: number): Drawing => ({
  type: 'job',
  at: at(day),
  subjectId,
  dm2,
  copies: 1,
  widthMm: 100,
  heightMm: 100 * dm2,
});
const timelineOf = (drawings: readonly Drawing[]): Timeline =>
  drawings.reduce(append<Drawing>, emptyLog<Drawing>());

const areaOf = ({ areas }: Exposure): number => areas.reduce((sum, { dm2 }) => sum + dm2, 0);

const exposure: fc.Arbitrary<Exposure> = fc
  .tuple(
    fc.array(fc.tuple(fc.constantFrom('a', 'b', 'c', 'd'), fc.integer({ min: 1, max: 90 })), {
      maxLength: 5,
    }),
    fc.record({
      light: fc.integer({ min: 0, max: 3 }),
      deep: fc.integer({ min: 0, max: 1 }),
      change: fc.integer({ min: 0, max: 2 }),
      group: fc.integer({ min: 0, max: 2 }),
      recharge: fc.integer({ min: 0, max: 2 }),
      switched: fc.integer({ min: 0, max: 2 }),
      imageMl: fc.integer({ min: 0, max: 9 }),
      imageSquares: fc.integer({ min: 0, max: 81 }),
      idleDays: fc.integer({ min: 0, max: 30 }),
    }),
  )
  .map(([jobs, rest]) => ({
    ...jobs.map(([subject, dm2]) => jobExposure(subject, dm2)).reduce(addExposure, NO_EXPOSURE),
    ...rest,
  }));

describe('exposures', () => {
  test('one after the other: in any order and grouping the same, and none adds nothing', () => {
    fc.assert(
      fc.property(exposure, exposure, exposure, (a, b, c) => {
        expect(addExposure(a, b)).toEqual(addExposure(b, a));
        expect(addExposure(addExposure(a, b), c)).toEqual(addExposure(a, addExposure(b, c)));
        expect(addExposure(a, NO_EXPOSURE)).toBe(a);
        expect(areaOf(addExposure(a, b))).toBe(areaOf(a) + areaOf(b));
        const names = addExposure(a, b).areas.map(({ subjectId }) => subjectId);
        expect(names).toEqual([...new Set(names)].sort());
      }),
    );
  });

  test('copies of one picture are one job: its square grows with n², that of different ones with n', () => {
    fc.assert(
      fc.property(exposure, fc.integer({ min: 1, max: 40 }), (one, n) => {
        const same = timesExposure(one, n, 'same');
        const different = timesExposure(one, n, 'different');
        expect(areaOf(same)).toBeCloseTo(n * areaOf(one), 9);
        for (const count of [
          'imageMl',
          'light',
          'deep',
          'group',
          'recharge',
          'change',
          'switched',
          'idleDays',
        ] as const)
          expect([count, same[count], different[count]]).toEqual([count, n * one[count], n * one[count]]);
        expect([same.imageSquares, different.imageSquares]).toEqual([
          n * n * one.imageSquares,
          n * one.imageSquares,
        ]);
        one.areas.forEach(({ squares }, i) => {
          expect(same.areas[i]!.squares).toBe(n * n * squares);
          expect(different.areas[i]!.squares).toBe(n * squares);
        });
      }),
    );
    expect(timesExposure(jobExposure('a', 4), 3, 'same')).toEqual(jobExposure('a', 12));
    expect(timesExposure(imageExposure(0.5), 3, 'same')).toEqual(imageExposure(1.5));
  });

  test('days alone draw nothing through the outlet', () => {
    expect(drewInk({ ...NO_EXPOSURE, idleDays: 9 })).toBe(false);
    expect(drewInk(jobExposure('a', 1))).toBe(true);
    for (const term of ['light', 'deep', 'group', 'recharge', 'change', 'imageMl'] as const)
      expect(drewInk({ ...NO_EXPOSURE, [term]: 1 })).toBe(true);
  });
});

describe('a printer’s timeline', () => {
  const cleaning = (day: number, slotIds: readonly string[] | null): Drawing => ({
    type: 'cleaning',
    at: at(day),
    level: 'light',
    slotIds,
  });
  const timeline = timelineOf([
    job(1, 'a', 10),
    job(2, 'b', 4),
    cleaning(3, ['cyan']),
    { type: 'change', at: at(4) },
    {
      type: 'image',
      at: at(5),
      subjectId: 'a',
      dm2: 2,
      copies: 1,
      widthMm: 100,
      heightMm: 200,
      demand: new Map([['cyan', 0.5]]),
    },
    job(6, 'a', 6),
    cleaning(7, null),
  ]);
  const during = (slotId: string, from: number, to: number): Exposure =>
    exposureDuring(timeline, {
      slotId,
      fromPosition: positionAt(timeline, at(from)),
      toPosition: positionAt(timeline, at(to)),
      from: at(from),
      to: at(to),
    });

  test('each channel goes through what was its own', () => {
    const [cyan, yellow] = [during('cyan', 0, 10), during('yellow', 0, 10)];
    expect(cyan).toEqual({
      ...NO_EXPOSURE,
      areas: [
        { subjectId: 'a', dm2: 16, squares: 136 },
        { subjectId: 'b', dm2: 4, squares: 16 },
      ],
      imageMl: 1,
      imageSquares: 1,
      light: 2,
      change: 1,
      idleDays: 10,
    });
    expect(yellow).toEqual({ ...cyan, imageMl: 0, imageSquares: 0, light: 1 });
  });

  test('cut anywhere, its parts add up to the whole', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 10 }), fc.constantFrom('cyan', 'yellow'), (cut, slotId) => {
        expect(addExposure(during(slotId, 0, cut), during(slotId, cut, 10))).toEqual(during(slotId, 0, 10));
      }),
    );
  });

  test('what happened at an instant lies behind it', () => {
    expect([0, 1, 1.5, 7, 8].map((day) => positionAt(timeline, at(day)))).toEqual([0, 0, 1, 6, 7]);
  });

  test('a stay is cut to a period, or lies outside it', () => {
    const stay = {
      printerId: 'p',
      slotId: 'cyan',
      fromPosition: 1,
      toPosition: 6,
      from: at(1.5),
      to: at(6.5),
    };
    expect(clipStretch(timeline, stay, at(0), at(10))).toBe(stay);
    expect(clipStretch(timeline, stay, at(7), at(10))).toBeNull();
    expect(clipStretch(timeline, stay, at(0), at(1.5))).toBeNull();
    expect(clipStretch(timeline, stay, at(3), at(5))).toEqual({
      ...stay,
      fromPosition: 2,
      toPosition: 4,
      from: at(3),
      to: at(5),
    });
  });
});

describe('a list that only grows', () => {
  test('an older handle never sees what came after it, whoever appended', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat({ max: 20 }), fc.integer())), (steps) => {
        const handles = [emptyLog<number>()];
        const models: number[][] = [[]];
        for (const [pick, value] of steps) {
          const i = pick % handles.length;
          handles.push(append(handles[i]!, value));
          models.push([...models[i]!, value]);
        }
        handles.forEach((handle, i) => {
          expect([...listOf(handle)]).toEqual(models[i]);
        });
      }),
    );
  });
});

describe('a printer that cleans by itself', () => {
  const day = (n: number): string => new Date(Date.UTC(2026, 0, 1) + n * 86_400_000).toISOString();
  const printed = (n: number) =>
    ({ type: 'job', at: day(n), subjectId: 'a', dm2: 4, copies: 1, widthMm: 200, heightMm: 200 }) as const;
  const timeline = [printed(0), printed(2), printed(20)].reduce(
    (log, one) => append(log, one),
    emptyLog<ReturnType<typeof printed>>(),
  );
  const byItself = { afterDays: 5, everySheets: null, level: 'light' } as const;
  const during = (from: number, to: number, positions: readonly [number, number]) =>
    exposureDuring(
      { ...timeline, byItself },
      { slotId: 's', from: day(from), to: day(to), fromPosition: positions[0], toPosition: positions[1] },
    ).light;

  test.each([
    ['prints two days apart leave it no rest', 0, 2, [0, 2], 0],
    ['eighteen days from 2 to 20: on the 7th, 12th and 17th', 0, 20.5, [0, 3], 3],
    ['taken out on the 6th: it had not yet', 0, 6.9, [0, 2], 0],
    ['put in on the 8th: the one on the 7th was not its ink', 8, 20.5, [2, 3], 2],
    ['a stay of nothing but rest, from day 9 to 13', 9, 13, [2, 2], 1],
    ['since the last print, up to today', 20.5, 31, [3, 3], 2],
  ] as const)('%s', (_, from, to, positions, count) => {
    expect(during(from, to, positions)).toBe(count);
  });

  test('two stays one after the other met as many as one of both', () => {
    for (const cut of [3, 7, 7.5, 11.9, 12, 16])
      expect(during(2.5, cut, [2, 2]) + during(cut, 20.5, [2, 3])).toBe(during(2.5, 20.5, [2, 3]));
  });

  test('within a long job it cleans after so many sheets, also of pictures that were measured, and of each job by itself', () => {
    const jobs = [59, 60, 121].map((copies, n) => ({ ...printed(n), copies }));
    const measured = { ...printed(3), type: 'image' as const, demand: new Map(), copies: 60 };
    const log = [...jobs, measured].reduce<Timeline>(
      (all, one) => append<Drawing>(all, one),
      emptyLog<Drawing>(),
    );
    const deep = (everySheets: number | null, from: number, to: number): number =>
      exposureDuring(
        { ...log, byItself: { afterDays: null, everySheets, level: 'deep' } },
        { slotId: 's', from: day(from), to: day(to), fromPosition: from, toPosition: to },
      ).deep;
    expect([0, 1, 2, 3].map((n) => deep(60, n, n + 1))).toEqual([0, 1, 2, 1]);
    expect([deep(60, 0, 4), deep(null, 0, 4), deep(0, 0, 4)]).toEqual([4, 0, 0]);
  });

  test('one that was not told to does nothing by itself', () => {
    const stay = { slotId: 's', from: day(0), to: day(20.5), fromPosition: 0, toPosition: 3 };
    expect(exposureDuring(timeline, stay).light).toBe(0);
  });
});
