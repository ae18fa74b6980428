import type { Act } from '@hiraeth/core/acts';
import { useCallback, useEffect, useState } from 'react';
import { COVERAGE } from '@hiraeth/core/numeric';
import { formatMoney, type Uncertain } from '@hiraeth/core/quantity';
import { doneWords, PRICES_WORDS } from '@hiraeth/core/words';
import { settingsOf, type LogSnapshot } from '@hiraeth/core/ledger';
import { withReason } from '@hiraeth/core/check';
import type { Fact, FactDraft } from '@hiraeth/core/workbook';
import { useAsk } from './ask';
import { hourOf } from './hourOf';
import { useServices } from './services';
import { useAppDispatch, useAppSelector } from './store';
import { record, wordsOf } from './thunks';
import { noticed } from './workbookSlice';

/** The open workbook as it is now; the component renders again whenever it changes. */
export const useLedger = (): LogSnapshot => useAppSelector((state) => state.book);

/** Now, as a UTC instant, renewed every half minute and with every change of the ledger. */
export function useNow(): string {
  const { clock } = useServices();
  useLedger();
  const [, tick] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => tick((n) => n + 1), 30_000);
    return () => clearInterval(timer);
  }, []);
  return new Date(clock.now()).toISOString();
}

/** The end of this hour, as a UTC instant: for what need not be made anew with every half minute; never before the last fact. */
export const useHour = (): string => hourOf(useNow());

/**
 * Records drafts; asks where the workbook has a question that may be answered with yes, and says what is wrong where not.
 *
 * @returns the facts, or null when nothing was recorded
 */
export function useRecord(): (
  drafts: readonly FactDraft[],
  saved?: string,
  beside?: (facts: readonly Fact[]) => Readonly<Record<string, unknown>>,
) => Promise<readonly Fact[] | null> {
  const dispatch = useAppDispatch();
  const ask = useAsk();
  return useCallback(
    async (drafts, saved, beside) => {
      const first = await dispatch(record(drafts, saved ?? null, beside));
      if (first.ok) return first.value;
      const { problem } = first;
      if (problem.kind === 'words') {
        dispatch(noticed({ text: problem.words, tone: 'bad', undo: [] }));
        return null;
      }
      const answer = await ask(problem.problems);
      if (!answer) return null;
      const codes = problem.problems.map((p) => p.code);
      const again = await dispatch(
        record(
          drafts.map((draft) => ({
            ...(answer.because ? withReason(draft, answer.because) : draft),
            confirmed: [...new Set([...(draft.confirmed ?? []), ...codes])],
          })),
          saved ?? null,
          beside,
        ),
      );
      if (again.ok) return again.value;
      dispatch(noticed({ text: wordsOf(again.problem), tone: 'bad', undo: [] }));
      return null;
    },
    [dispatch, ask],
  );
}

/** Does something: records the facts of an act, and says what was done; asks, and returns, as `useRecord` does. */
export function useAct(): (
  act: Act,
  beside?: (facts: readonly Fact[]) => Readonly<Record<string, unknown>>,
) => Promise<readonly Fact[] | null> {
  const record = useRecord();
  const services = useServices();
  return useCallback(
    (act, beside) => record(act.facts, doneWords(services.ledger, act.done), beside),
    [record, services],
  );
}

/** Money of this workbook as text. */
export function useMoney(): (minor: number | null | undefined, decimals?: number) => string {
  const ledger = useLedger();
  const { currency } = settingsOf(ledger.context);
  return (minor, decimals) =>
    minor === null || minor === undefined || !Number.isFinite(minor)
      ? '–'
      : formatMoney(minor, currency, decimals === undefined ? {} : { decimals });
}

/** What stands at a field for a price: the currency, and whether tax is in it. */
export function usePriceUnit(): string {
  const { currency, prices } = settingsOf(useLedger().context);
  return prices ? `${currency}, ${PRICES_WORDS[prices]}` : currency;
}

/** Money with its interval, finer where the interval is smaller than the smallest coin. */
export function useMoneyInterval(): (amount: Uncertain | null | undefined) => string {
  const money = useMoney();
  return (amount) => {
    if (!amount) return '–';
    const decimals = COVERAGE * amount.u < 1 ? 3 : undefined;
    // Rounded up where even the third decimal would say that there is no doubt.
    const half = Math.max(COVERAGE * amount.u, 0.1);
    return `${money(amount.value, decimals)} ± ${money(half, decimals)}`;
  };
}
