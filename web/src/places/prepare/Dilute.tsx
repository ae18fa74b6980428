import { DILUTION_WORDS, CAUTION_WORDS, howMany, lotName } from '@hiraeth/core/words';
import { dilute, drawDownTo, weighDiluting } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { useCallback, useMemo, useState } from 'react';
import { COVERAGE } from '@hiraeth/core/numeric';
import { formatUncertain } from '@hiraeth/core/quantity';
import { densityOfInk, find, inkOfBottle, pricePerMl, type MassReading } from '@hiraeth/core/ledger';
import { dilution, type Dilution } from '@hiraeth/core/prepare';
import type { CartridgeView } from '@hiraeth/core/advice';
import { useLedger, useMoney, useNow, useAct } from '../../state/hooks';
import { useServices } from '../../state/services';
import { useScaleTarget } from '../../devices/useScale';
import { QuantityField, readTyped } from '../../parts/fields';
import { Lines } from '../../parts/Lines';

/** What is to be done now, and what the scale then takes. */
const STAGES: Readonly<Record<Dilution['stage'], { readonly todo: string; readonly label: string }>> = {
  drawOut: { todo: 'Draw out what comes, into the bin. Then weigh it.', label: 'drawn out' },
  weigh: { todo: 'Weigh it, drawn out as it is: what stays inside is then known.', label: 'drawn out' },
  add: { todo: 'Put the new ink in, then weigh it.', label: 'with the new ink in' },
  draw: {
    todo: 'Shake it in all directions for a minute, draw out what comes, into the bin. Then weigh it.',
    label: 'drawn out again',
  },
};

/** Rounds of part-fills that are shaken and drawn out again, by weight or by the syringe; what comes out is waste. */
export function Dilute({
  view,
  bottleId,
  residualMl,
  suggestedMl,
}: {
  readonly view: CartridgeView;
  readonly bottleId: string;
  readonly residualMl: number;
  readonly suggestedMl: number;
}) {
  const ledger = useLedger();
  const now = useNow();
  const act = useAct();
  const { clock } = useServices();
  const money = useMoney();
  const { id, label } = view.body.cartridge;
  const [add, setAdd] = useState(suggestedMl.toFixed(1));
  const [wrongWay, setWrongWay] = useState<'lighter' | 'heavier' | null>(null);
  const bottle = find(ledger.context, 'bottle', bottleId);
  const so = useMemo(
    () => dilution(ledger, ledger.facts, id, bottleId, residualMl, now),
    [ledger, id, bottleId, residualMl, now],
  )!;
  const { stage, rounds, massG } = so;
  const byWeight = view.body.type.chambers === 1;
  const take = useCallback(
    (reading: MassReading) => {
      const done = weighDiluting(ledger, so, id, bottleId, reading, new Date(clock.now()).toISOString());
      if (typeof done === 'string') return setWrongWay(done);
      setWrongWay(null);
      void act(done);
    },
    [ledger, so, id, bottleId, clock, act],
  );
  useScaleTarget(
    useMemo(
      () => (byWeight ? { label: `${label}, ${DILUTION_WORDS[stage]}`, onTake: take } : null),
      [byWeight, label, stage, take],
    ),
  );
  const addMl = readTyped(add, 'volume').value;
  const rho = densityOfInk(ledger.context, inkOfBottle(ledger.context, bottleId)).value;
  const inside = view.ink?.value ?? 0;
  const drawFirst = (): void => void act(drawDownTo(ledger, id, residualMl, now));
  const logRound = (addedMl: number, outMl: number): void =>
    void act(dilute(id, bottleId, addedMl, outMl, rounds.length + 1));
  return (
    <section className="section stack">
      <h2>Dilute and draw out</h2>
      <p className="caution">
        <b>Mind:</b> What comes out is waste: never back into the bottle. A squeezed bottle springs back and
        sucks mixed ink in: put a syringe between. Needle and bottle tip never touch the wet outlet.{' '}
        {CAUTION_WORDS.waste}
      </p>
      <OldLeft so={so} outMl={inside - residualMl} />
      {byWeight && <Next view={view} so={so} addMl={addMl} rho={rho} />}
      {wrongWay && <WrongWay way={wrongWay} massG={massG} />}
      {stage === 'drawOut' && (
        <div>
          <Button variant={byWeight ? 'outlined' : 'contained'} onClick={drawFirst}>
            It is drawn out, into the bin
          </Button>
        </div>
      )}
      {(stage === 'add' || stage === 'weigh') && (
        <BySyringe add={add} onAdd={setAdd} byWeight={byWeight} onRound={logRound} />
      )}
      {rounds.length > 0 && <Rounds rounds={rounds} />}
      <p className="soft small">
        With {lotName(ledger, bottleId)} each round costs{' '}
        {bottle && addMl !== null && pricePerMl(bottle) !== null ? money(addMl * pricePerMl(bottle)!) : '–'}.
        {` By the log ${(100 * view.foreign).toFixed(1)} % inside is not ${view.body.cartridge.shades[0]}.`}
      </p>
    </section>
  );
}

/** What is to be done, and at which mass it is. */
function Next({
  view,
  so: { stage, massG, rounds },
  addMl,
  rho,
}: {
  readonly view: CartridgeView;
  readonly so: Dilution;
  readonly addMl: number | null;
  /** Density of the new ink, g/ml. */
  readonly rho: number;
}) {
  return (
    <p data-testid="dilute-next">
      <strong>{STAGES[stage].todo}</strong>
      {stage === 'add' &&
        massG &&
        addMl !== null &&
        addMl > 0 &&
        ` With ${addMl.toFixed(1)} ml in, the scale reads ${(massG.value + addMl * rho).toFixed(2)} g.`}
      {stage === 'draw' &&
        rounds.length > 0 &&
        ` At ${(view.body.emptyG.value + rounds.at(-1)!.residualMl.value * rho).toFixed(1)} g as much is out as went in.`}{' '}
      The rail at the foot takes the weight: what moved follows from it.
    </p>
  );
}

function WrongWay({
  way,
  massG,
}: {
  readonly way: 'lighter' | 'heavier';
  readonly massG: Dilution['massG'];
}) {
  return (
    <p className="warn" role="alert">
      {way === 'lighter'
        ? `It is not heavier than before${massG ? ` (${massG.value.toFixed(2)} g)` : ''}: no ink went in. Put it in first, or weigh it again with the same parts on the scale.`
        : 'It is not lighter than before: nothing came out. Draw it out first, or weigh it again with the same parts on the scale.'}
    </p>
  );
}

function Rounds({ rounds }: Pick<Dilution, 'rounds'>) {
  return (
    <div className="scrollx">
      <Lines
        columns={[
          { head: 'Round', of: (_, i) => i + 1 },
          { head: 'Was left inside', n: true, of: (one) => formatUncertain(one.residualMl, 'ml') },
          { head: 'New ink in', n: true, of: (one) => formatUncertain(one.addedMl, 'ml') },
          {
            head: 'Drawn out',
            n: true,
            of: (one) => (one.drawnMl ? formatUncertain(one.drawnMl, 'ml') : '–'),
          },
          { head: 'Known by', of: (one) => (one.by === 'weight' ? 'its weight' : 'the syringe') },
        ]}
        rows={rounds}
        keyOf={(_, i) => i}
        widest={560}
        caption="Rounds so far"
      />
    </div>
  );
}

/** What is to come out first, or how much of what stays is the old ink. */
function OldLeft({
  so: { stage, rounds, oldShare },
  outMl,
}: {
  readonly so: Dilution;
  readonly outMl: number;
}) {
  return (
    <div className="big" data-testid="old-left">
      {stage === 'drawOut' ? `${outMl.toFixed(1)} ml` : `${(100 * oldShare.value).toFixed(1)} %`}
      <small>
        {stage === 'drawOut'
          ? 'to draw out first'
          : `${rounds.length > 0 ? `± ${(100 * COVERAGE * oldShare.u).toFixed(1)} % ` : ''}of what stays inside is the old ink, after ${howMany(rounds.length, 'round', 'rounds')}`}
      </small>
    </div>
  );
}

/** A round that is told by what the syringe showed. */
function BySyringe({
  add,
  onAdd,
  byWeight,
  onRound,
}: {
  readonly add: string;
  readonly onAdd: (text: string) => void;
  readonly byWeight: boolean;
  readonly onRound: (addedMl: number, outMl: number) => void;
}) {
  const [out, setOut] = useState('');
  const addMl = readTyped(add, 'volume').value;
  const outMl = readTyped(out, 'volume').value ?? addMl;
  const isReady = addMl !== null && addMl > 0;
  return (
    <form
      className="row"
      onSubmit={(event) => {
        event.preventDefault();
        if (isReady && outMl !== null) onRound(addMl, outMl);
      }}
    >
      <QuantityField label="New ink in, ml" kind="volume" value={add} onText={onAdd} />
      <QuantityField
        label="Drawn out again, ml"
        kind="volume"
        value={out}
        onText={setOut}
        helperText="Empty: as much as went in"
      />
      <Button type="submit" variant={byWeight ? 'outlined' : 'contained'} disabled={!isReady}>
        {byWeight ? 'Log this round by the syringe' : 'Log this round'}
      </Button>
    </form>
  );
}
