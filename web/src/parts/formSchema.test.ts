import { describe, expect, test } from '@jest/globals';
import type { z } from 'zod';
import { maybeMoney, maybeQuantity, maybeWhole, quantity } from './formSchema';

/** What a typed text means, or what is said of it. */
const read = (schema: z.ZodType<unknown, string>, text: string): unknown => {
  const found = schema.safeParse(text);
  return found.success ? found.data : found.error.issues[0]!.message;
};

describe('what is typed into a form', () => {
  test.each<[string, z.ZodType<unknown, string>, string, unknown]>([
    ['a volume', quantity('volume', 'How much?'), '250 ml', 250],
    ['a volume with a comma', quantity('volume', 'How much?'), '12,5', 12.5],
    ['no volume', quantity('volume', 'How much?'), '  ', 'How much?'],
    ['nothing of it', quantity('volume', 'How much?'), '0', 'How much?'],
    ['not a volume', quantity('volume', 'How much?'), 'lots', /“lots” is not a number/],
    ['a mass where a volume is asked', quantity('volume', 'How much?'), '5 g', /ml/],
    ['a density', maybeQuantity('density'), '1.064', 1.064],
    ['no density', maybeQuantity('density'), '', null],
    ['not a density', maybeQuantity('density'), 'thick', /not a number/],
    ['a price', maybeMoney('GBP'), '£22.50', 2250],
    ['a price below zero', maybeMoney('GBP'), '-5', /below zero/],
    ['a price that nobody knows', maybeMoney('GBP'), ' ', null],
    ['yen', maybeMoney('JPY'), '1200', 1200],
    ['a count', maybeWhole(0, 240, 'Months, please.'), '36', 36],
    ['no count', maybeWhole(0, 240, 'Months, please.'), '', null],
    ['half a count', maybeWhole(0, 240, 'Months, please.'), '1.5', 'Months, please.'],
    ['too many', maybeWhole(0, 240, 'Months, please.'), '241', 'Months, please.'],
    ['no number', maybeWhole(0, 240, 'Months, please.'), 'some', 'Months, please.'],
  ])('%s', (_name, schema, text, meant) => {
    if (meant instanceof RegExp) expect(read(schema, text)).toMatch(meant);
    else expect(read(schema, text)).toBe(meant);
  });
});
