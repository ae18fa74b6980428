import { all, Ledger } from '@hiraeth/core/ledger';
import { CHANNEL_STATE_WORDS, effectWords, HEAD_ACT_WORDS, headReasonWords } from '@hiraeth/core/words';
import { factsUntil } from '@hiraeth/core/report';
import { headAdvice, headHealth } from '@hiraeth/core/nozzle';
import type { Fact } from '@hiraeth/core/workbook';
import type { Done, Options } from './command';

/** Each head by its nozzle checks: what is missing, what cleanings brought, what to do next. */
export function checksOf(facts: readonly Fact[], { at }: Options): Done {
  const ledger = Ledger.from(factsUntil(facts, at));
  const printers = all(ledger.context, 'printer').map((printer) => {
    const { channels, cleanings, checks, since } = headHealth(ledger, printer.id)!;
    const { act, why, slotIds, options, daysIdle } = headAdvice(ledger, printer.id, at)!;
    return {
      id: printer.id,
      name: printer.name,
      since,
      checks: checks.length,
      act,
      slotIds,
      why,
      options,
      daysIdle,
      channels,
      cleanings,
    };
  });
  return {
    data: { at, printers },
    text: [
      ...printers.flatMap((printer) => [
        `${printer.name}: ${HEAD_ACT_WORDS[printer.act]}`,
        ...printer.why.map((reason) => `  ${headReasonWords(reason)}`),
        ...printer.channels.map(
          ({ name, state, missing, failing }) =>
            `  ${name.padEnd(20)} ${CHANNEL_STATE_WORDS[state]}${missing > 0 ? `, ${missing} missing` : ''}${failing.length > 0 ? ` (failing: ${failing.join(', ')})` : ''}`,
        ),
        ...printer.cleanings
          .slice(-3)
          .map(
            (one) =>
              `  ${one.at.slice(0, 10)} ${one.level}, about ${one.ml.toFixed(1)} ml: ${effectWords(one)}`,
          ),
      ]),
      '',
    ].join('\n'),
  };
}
