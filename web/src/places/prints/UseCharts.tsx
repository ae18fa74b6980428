import { areaDm2 } from '@hiraeth/core/area';
import { memo, useMemo, useState } from 'react';
import { find, settingsOf } from '@hiraeth/core/ledger';
import { paperAndWaste } from '@hiraeth/core/account';
import { COVERAGE } from '@hiraeth/core/numeric';
import { pooledRatios, scoreForecasts, whatWasLearnt } from '@hiraeth/core/plan';
import { useHour, useLedger } from '../../state/hooks';
import { Pick } from '../../parts/fields';
import { Bars } from './use/Bars';
import { Forecasts } from './use/Forecasts';
import { kindsOf, short } from './use/kinds';
import { Through } from './use/Through';
import { UseTable } from './use/UseTable';
import { Waste } from './use/Waste';

type Per = 'dm2' | 'sheet';
/** Many more kinds would be bars too thin to read. */
const MOST_KINDS = 5;
const MOST_FORECASTS = 40;
/** So many weigh-ins say how it goes; older ones are points on points. */
const MOST_RATIOS = 120;

/** What each kind of picture takes from each channel, how well that is known over time, and paper beside waste. */
export default memo(function UseCharts({ printerId }: { readonly printerId: string }) {
  const ledger = useLedger();
  const at = useHour();
  const [per, setPer] = useState<Per>('sheet');
  const printer = find(ledger.context, 'printer', printerId);
  const kinds = useMemo(() => kindsOf(ledger, printerId, at), [ledger, printerId, at]);
  const most = useMemo(() => kinds.slice(0, MOST_KINDS), [kinds]);
  const scores = useMemo(() => scoreForecasts(ledger), [ledger]);
  const ratios = useMemo(
    () => pooledRatios(ledger, printerId, scores).slice(-MOST_RATIOS),
    [ledger, printerId, scores],
  );
  const score = scores.printers.find(({ id }) => id === printerId);
  const intervals = useMemo(
    () =>
      scores.intervals
        .filter((one) => one.printerId === printerId && !one.leftOut)
        .sort((a, b) => (a.to < b.to ? 1 : -1))
        .slice(0, MOST_FORECASTS),
    [scores, printerId],
  );
  const learnt = useMemo(() => whatWasLearnt(ledger, printerId, at), [ledger, printerId, at]);
  const months = useMemo(
    () =>
      paperAndWaste(ledger, printerId, yearBefore(at), at).filter(
        (month) => month.paperMl + month.headMl + month.changesMl + month.lostMl > 0,
      ),
    [ledger, printerId, at],
  );
  if (!printer || !score || kinds.length === 0) return null;
  const { widthMm, heightMm } = settingsOf(ledger.context).standardSheet;
  const factor = per === 'sheet' ? areaDm2({ widthMm, heightMm }) : 1;
  const unit = per === 'sheet' ? `ml a sheet of ${widthMm} × ${heightMm} mm` : 'µl a dm²';
  const scale = per === 'sheet' ? factor : 1000;
  return (
    <section className="section" aria-label="What it takes">
      <header>
        <h2>What it takes</h2>
        <Pick<Per>
          label="Amounts"
          value={per}
          options={[
            { value: 'sheet', label: 'for one standard sheet' },
            { value: 'dm2', label: 'for one dm²' },
          ]}
          onPick={setPer}
        />
      </header>
      <Learnt learnt={learnt} />
      <Bars printer={printer} kinds={most} scale={scale} unit={unit} />
      <UseTable printer={printer} kinds={kinds} scale={scale} unit={unit} />
      {ratios.length > 1 && <Through ratios={ratios} score={score} />}
      <Forecasts printer={printer} intervals={intervals} />
      {months.length > 1 && (
        <>
          <h3>Paper beside waste, month by month</h3>
          <Waste months={months} />
        </>
      )}
    </section>
  );
});

/** The first of the same month a year before. */
const yearBefore = (at: string): string => `${Number(at.slice(0, 4)) - 1}-${at.slice(5, 7)}-01T00:00:00.000Z`;

/** What it was learnt from, and what stands out of it. */
function Learnt({ learnt }: { readonly learnt: ReturnType<typeof whatWasLearnt> }) {
  return (
    <p className="small">
      {learnt &&
        `From ${learnt.weighIns === 1 ? 'one weigh-in' : `${learnt.weighIns} weigh-ins`} and ${learnt.copies} prints, ± at 95 %. `}
      {learnt?.ratios
        .map(
          ({ slotName, more, less, ratio }) =>
            `${short(more)} takes ${ratio.value.toFixed(1)} ± ${(COVERAGE * ratio.u).toFixed(1)} times the ${slotName.toLowerCase()} of ${short(less).toLowerCase()}. `,
        )
        .join('')}
    </p>
  );
}
