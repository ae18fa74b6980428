import { holdsInk, DRY_TOLERANCE_G, dryingCurve, fitDrying, type DryingFit } from '@hiraeth/core/prepare';
import { emptyOut, knowEmptyMass, weighDrying } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { zodResolver } from '@hookform/resolvers/zod';
import { useCallback, useMemo, useState } from 'react';
import { useForm } from 'react-hook-form';
import { z } from 'zod';
import { CAUTION_WORDS, explain } from '@hiraeth/core/words';
import { COVERAGE } from '@hiraeth/core/numeric';
import { formatUncertain } from '@hiraeth/core/quantity';
import type { CartridgeView } from '@hiraeth/core/advice';
import type { MassReading } from '@hiraeth/core/ledger';
import { useLedger, useNow, useAct } from '../../state/hooks';
import { useAppDispatch } from '../../state/store';
import { undo } from '../../state/thunks';
import { useScaleTarget } from '../../devices/useScale';
import { axis, band, Chart, type Palette } from '../../parts/Chart';
import { clock, moment } from '../../parts/dates';
import { TextOf } from '../../parts/formFields';
import { quantity } from '../../parts/formSchema';
import { Tick } from '../../parts/Tick';
import { Lines } from '../../parts/Lines';

const NOTES = {
  sorted: 'The weighings were put in order of time.',
  weighLater:
    'The curve has come to its end, but it says nothing of water that is bound in a sponge or behind a wall: weigh it once more, hours later.',
  rewetted: 'It was wetted again in between: only what came after counts.',
  belowDryMass: 'It weighs less than its dry mass: correct the dry mass, or weigh again.',
} as const;

/** Rinse, then dry while weighing again and again: is it dry, and if not, when will it be? */
export function Dry({ view }: { readonly view: CartridgeView }) {
  const ledger = useLedger();
  const now = useNow();
  const act = useAct();
  const dispatch = useAppDispatch();
  const { body } = view;
  const { id, label } = body.cartridge;
  const [known, setKnown] = useState(body.emptyIsOwn);
  const since = view.state?.lastFillAt ?? '';
  const weighings = ledger.facts.flatMap((fact) =>
    fact.kind === 'weighed' && fact.purpose === 'drying' && fact.subjectId === id && fact.at > since
      ? [fact]
      : [],
  );
  const start = weighings[0]?.at ?? now;
  const minutesOf = (at: string): number => (Date.parse(at) - Date.parse(start)) / 60_000;
  const readings = weighings.map((fact) => ({ minutes: minutesOf(fact.at), g: fact.massG.value }));
  const fit = fitDrying(readings, known ? body.emptyG : null, {
    readingU: weighings.at(-1)?.massG.u ?? 0.05,
  });
  const take = useCallback((reading: MassReading) => void act(weighDrying(id, reading)), [act, id]);
  useScaleTarget(useMemo(() => ({ label: `${label}, drying`, onTake: take }), [label, take]));
  const at = (minutes: number): string => new Date(Date.parse(start) + minutes * 60_000).toISOString();
  return (
    <section className="section stack">
      <h2>Flush and dry</h2>
      <p className="caution">
        <b>Mind:</b> {CAUTION_WORDS.heat} {CAUTION_WORDS.vacuum} {CAUTION_WORDS.children}{' '}
        {CAUTION_WORDS.waste}
      </p>
      {view.ink && view.wetMl === null && holdsInk(view.ink.value) && weighings.length === 0 && (
        <Rinsed insideMl={view.ink.value} onRinsed={(ml) => void act(emptyOut(ledger, id, ml, now))} />
      )}
      <p>
        Rinse until the water runs clear, shake it out, then dry it with gentle warmth. Weigh it now and every
        half hour: the rail below takes each weight.
      </p>
      <Tick
        label={`Its dry mass is known: ${formatUncertain(body.emptyG, 'g')}${body.emptyIsOwn ? '' : ' (only its type’s: rough)'}`}
        checked={known}
        onTick={setKnown}
      />
      {weighings.length > 0 && <Verdict fit={fit} at={at} view={view} />}
      {fit.ok && fit.value.tauMinutes.value > 0 && <DryingChart fit={fit.value} at={at} />}
      {weighings.length > 0 && (
        <div className="scrollx">
          <Lines
            columns={[
              { head: 'When', of: (fact) => moment(fact.at) },
              { head: 'Weight', n: true, of: (fact) => formatUncertain(fact.massG, 'g') },
              {
                head: 'Do',
                isHidden: true,
                n: true,
                of: (fact) => (
                  <Button
                    size="small"
                    onClick={() => void dispatch(undo([fact.id]))}
                    aria-label={`Take back ${fact.massG.value.toFixed(2)} g`}
                  >
                    Take back
                  </Button>
                ),
              },
            ]}
            rows={weighings}
            keyOf={(fact) => fact.id}
            widest={560}
          />
        </div>
      )}
    </section>
  );
}

const rinseSchema = z.object({
  ml: quantity('volume', 'Enter how much old ink was drawn and rinsed out, in ml.'),
});

/** Old ink that went with the rinse: all of it, as a rule. */
function Rinsed({
  insideMl,
  onRinsed,
}: {
  readonly insideMl: number;
  readonly onRinsed: (ml: number) => void;
}) {
  const { control, handleSubmit } = useForm<
    z.input<typeof rinseSchema>,
    unknown,
    z.output<typeof rinseSchema>
  >({ resolver: zodResolver(rinseSchema), defaultValues: { ml: insideMl.toFixed(1) } });
  return (
    <form className="row" noValidate onSubmit={(event) => void handleSubmit(({ ml }) => onRinsed(ml))(event)}>
      <TextOf control={control} name="ml" label="Old ink drawn and rinsed out, ml" kind="volume" />
      <Button type="submit" variant="outlined">
        Log that it was rinsed clear
      </Button>
    </form>
  );
}

function Verdict({
  fit,
  at,
  view,
}: {
  readonly fit: ReturnType<typeof fitDrying>;
  readonly at: (minutes: number) => string;
  readonly view: CartridgeView;
}) {
  const act = useAct();
  const { cartridge } = view.body;
  if (!fit.ok)
    return (
      <p className="warn" role="status">
        {explain(fit.problem)}
      </p>
    );
  const { dryEnough, weighAgainAt, readyAt, leftG, dryG, dryKnown, tauMinutes, notes } = fit.value;
  const dilution = leftG.value / (leftG.value + view.body.type.capacityMl);
  return (
    <div role="status">
      <div className="big" data-testid="dry-verdict">
        {dryEnough ? 'Dry enough' : clock(at(weighAgainAt ?? readyAt.minutes))}
        {!dryEnough && (
          <small>
            {weighAgainAt === null
              ? `ready, between ${clock(at(readyAt.from))} and ${clock(at(readyAt.to))}`
              : 'weigh it again: it seems dry, which two weighings hours apart will tell'}
          </small>
        )}
      </div>
      <p>
        {leftG.value.toFixed(2)} ± {(COVERAGE * leftG.u).toFixed(2)} g of water inside: filled now, it would
        dilute the ink by {(100 * dilution).toFixed(1)} %. Dry within {DRY_TOLERANCE_G} g of{' '}
        {dryG.value.toFixed(2)} ± {(COVERAGE * dryG.u).toFixed(2)} g
        {dryKnown ? '' : ', which the curve itself gives: weigh once more to be sure'}
        {tauMinutes.value > 0
          ? `; it loses two thirds of its water every ${(1.1 * tauMinutes.value).toFixed(0)} minutes`
          : ''}
        .
      </p>
      {dryEnough && !dryKnown && (
        <Button variant="outlined" onClick={() => void act(knowEmptyMass(cartridge, dryG))}>
          Keep {dryG.value.toFixed(2)} g as its own empty mass
        </Button>
      )}
      {notes.map((note) => (
        <p key={note} className="warn">
          {NOTES[note]}
        </p>
      ))}
    </div>
  );
}

function DryingChart({ fit, at }: { readonly fit: DryingFit; readonly at: (minutes: number) => string }) {
  const option = useCallback(
    (palette: Palette) => {
      const first = fit.used[0]!.minutes;
      const end = Math.max(fit.readyAt.minutes, fit.used[fit.used.length - 1]!.minutes) + 20;
      const curve = Array.from({ length: 60 }, (_, i) => {
        const minutes = first + ((end - first) * i) / 59;
        return { x: at(minutes), ...dryingCurve(fit, minutes) };
      });
      return {
        grid: { left: 56, right: 20, top: 20, bottom: 30 },
        xAxis: axis(palette, { type: 'time', splitLine: { show: false } }),
        yAxis: axis(palette, { type: 'value', name: 'g', scale: true }),
        series: [
          ...band(palette, curve),
          {
            type: 'line',
            data: curve.map(({ x, value }) => [x, Number(value.toFixed(3))]),
            showSymbol: false,
            lineStyle: { color: palette.petrol, width: 2 },
            markLine: {
              silent: true,
              symbol: 'none',
              label: { formatter: 'dry enough', color: palette.soft, position: 'insideStartTop' },
              lineStyle: { color: palette.ochre, type: 'dashed' },
              data: [{ yAxis: fit.dryG.value + DRY_TOLERANCE_G }],
            },
          },
          {
            type: 'scatter',
            data: fit.used.map((reading) => [at(reading.minutes), reading.g]),
            symbolSize: 9,
            itemStyle: { color: palette.text },
          },
        ],
      };
    },
    [fit, at],
  );
  return (
    <Chart
      label={`Drying curve: ${fit.used.length} weighings, dry at ${fit.dryG.value.toFixed(2)} g`}
      option={option}
      height={230}
    />
  );
}
