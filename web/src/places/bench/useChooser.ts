import { useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { beginProblems, beginRun, type BenchRun } from '@hiraeth/core/bench';
import { cartridgeViews, type CartridgeView } from '@hiraeth/core/advice';
import { useLedger, useNow } from '../../state/hooks';
import { useServices } from '../../state/services';
import { useAppSelector } from '../../state/store';
import { useUnfinished } from '../../state/unfinished';
import { chosenOf, confirmedCodes, doseOf, seatedTogether, type Answers } from './chosen';

/** What the address asks for: a cartridge or several, a bottle, a conversion, a rehearsal. */
function askedBy(params: URLSearchParams): Answers {
  const asked = params.get('cartridge');
  return {
    chosenIds: params.get('cartridges')?.split(',').filter(Boolean) ?? (asked ? [asked] : []),
    bottleIds: asked && params.get('bottle') ? { [`${asked}/0`]: params.get('bottle')! } : {},
    method: '',
    occasion: params.get('occasion') === 'conversion' ? 'conversion' : '',
    scaleId: null,
    syringeId: null,
    byScale: null,
    rehearsal: params.get('rehearse') === '1',
    quick: false,
    oneDoor: false,
    squeeze: '',
    doses: {},
    meant: null,
  };
}

/** What is chosen before a run, and its beginning. */
export function useChooser() {
  const ledger = useLedger();
  const now = useNow();
  const [params] = useSearchParams();
  const { clock } = useServices();
  const { pen, away } = useAppSelector((state) => state.workbook);
  const navigate = useNavigate();
  // A bench at rest goes on beside it.
  const [going, keep] = useUnfinished('bench');
  const [answers, setAnswers] = useState<Answers>(() => askedBy(params));
  const [asked] = useState(answers.chosenIds);
  const answer = (part: Partial<Answers>): void => setAnswers((before) => ({ ...before, ...part }));

  const { views: known, withoutType } = cartridgeViews(ledger, now);
  const inHand = new Set(
    going?.queue.flatMap((run) => (run.state === 'doing' ? [run.cartridgeId] : [])) ?? [],
  );
  const isAsked = (view: CartridgeView): boolean => asked.includes(view.body.cartridge.id);
  const views = known
    .filter((view) => !inHand.has(view.body.cartridge.id))
    .sort((a, b) => Number(isAsked(b)) - Number(isAsked(a)) || fillShare(a) - fillShare(b));
  const chosen = chosenOf(ledger, now, views, answers);
  const draws = seatedTogether(
    ledger,
    chosen.picked.map((view) => view.body.cartridge.id),
  );
  const stops = [
    ...chosen.stops,
    ...(pen ? [] : ['This workbook is being written in another tab.']),
    ...(away ? ['This workbook is put away: take it up again under Workbook, Workbooks.'] : []),
  ];

  const start = (): void => {
    const startedAt = new Date(clock.now()).toISOString();
    const queue = chosen.choices.map((own, i) =>
      beginRun(
        ledger,
        {
          ...own,
          ...(answers.oneDoor && draws?.ids.includes(own.cartridgeId) ? { oneDoor: true } : {}),
          confirmed: beginProblems(ledger, own).flatMap(confirmedCodes),
          dosesMl: chosen.parts
            .filter(({ key }) => key.startsWith(`${own.cartridgeId}/`))
            .map(({ key }) => doseOf(answers, key).value),
        },
        `run-${clock.now().toString(36)}-${i}`,
        startedAt,
      ),
    );
    const next: BenchRun = going
      ? { ...going, queue: [...going.queue, ...queue], at: going.queue.length }
      : {
          id: queue[0]!.id,
          rehearsal: answers.rehearsal,
          gear: answers.quick ? 'quick' : 'guided',
          queue,
          at: 0,
          startedAt,
        };
    void keep(next).then((kept) => kept && navigate('/bench', { replace: true }));
  };
  return {
    ledger,
    answers,
    answer,
    views,
    typesGone: withoutType.length > 0,
    going,
    chosen,
    draws,
    stops,
    start,
  };
}

/** All that the page of choosing shows. */
export type Choosing = ReturnType<typeof useChooser>;

const fillShare = (view: CartridgeView): number =>
  view.ink ? view.ink.value / Math.max(1, view.targetMl) : -1;
