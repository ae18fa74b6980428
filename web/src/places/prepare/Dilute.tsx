import Button from '@mui/material/Button';
import { useState } from 'react';
import { CAUTION_WORDS, find, lotName, oldFraction, pricePerMl, type CartridgeView } from '@hiraeth/core';
import { useLedger, useMoney, useRecord } from '../../app/hooks';
import { QuantityField, readTyped } from '../../parts/fields';

/** Rounds of part-fills that are shaken and drawn out again; what comes out is waste. */
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
  const record = useRecord();
  const money = useMoney();
  const { id, label } = view.body.cartridge;
  const [add, setAdd] = useState(suggestedMl.toFixed(1));
  const [out, setOut] = useState('');
  const bottle = find(ledger.context, 'bottle', bottleId);
  // An earlier conversion ended with its fill.
  const since = view.state?.lastFillAt ?? '';
  const rounds = ledger.facts.flatMap((fact) =>
    fact.kind === 'flushed' && fact.cartridgeId === id && fact.bottleId === bottleId && fact.at > since
      ? [fact]
      : [],
  );
  const inside = view.ink?.value ?? 0;
  const first = rounds.length === 0 && inside > residualMl + 0.3;
  const addMl = readTyped(add, 'volume').value;
  const outMl = readTyped(out, 'volume').value ?? addMl;
  const share = oldFraction(rounds.map((fact) => ({ residualMl, addedMl: fact.addedMl })));
  const drawFirst = (): void =>
    void record(
      [
        {
          kind: 'drawnOut',
          cartridgeId: id,
          chamber: 0,
          ml: { value: Math.max(0.1, inside - residualMl), u: 0.3 },
          fate: 'bin',
          note: 'Drawn out before diluting',
        },
      ],
      `Saved: ${label} is drawn out to about ${residualMl.toFixed(1)} ml.`,
    );
  const round = (): void => {
    if (addMl === null || outMl === null || addMl <= 0) return;
    void record(
      [{ kind: 'flushed', cartridgeId: id, chamber: 0, addedMl: addMl, drawnMl: outMl, bottleId }],
      `Saved: round ${rounds.length + 1}.`,
    );
  };
  return (
    <section className="section stack">
      <h2>Dilute and draw out</h2>
      <p className="caution">
        <b>Mind:</b> What comes out is waste: never back into the bottle. A squeezed bottle springs back and
        sucks mixed ink in: put a syringe between. Needle and bottle tip never touch the wet outlet.{' '}
        {CAUTION_WORDS.waste}
      </p>
      <div className="big" data-testid="old-left">
        {first ? `${(inside - residualMl).toFixed(1)} ml` : `${(100 * share).toFixed(1)} %`}
        <small>
          {first
            ? 'to draw out first'
            : `of what stays inside is the old ink, after ${rounds.length} ${rounds.length === 1 ? 'round' : 'rounds'}`}
        </small>
      </div>
      {first ? (
        <div>
          <Button variant="contained" onClick={drawFirst}>
            It is drawn out, into the bin
          </Button>
        </div>
      ) : (
        <form
          className="row"
          onSubmit={(event) => {
            event.preventDefault();
            round();
          }}
        >
          <QuantityField label="New ink in, ml" kind="volume" value={add} onText={setAdd} />
          <QuantityField
            label="Drawn out again, ml"
            kind="volume"
            value={out}
            onText={setOut}
            helperText="Empty: as much as went in"
          />
          <Button type="submit" variant="contained" disabled={addMl === null || addMl <= 0}>
            Log this round
          </Button>
        </form>
      )}
      <p className="soft small">
        Put it in, shake in all directions for a minute, draw out. With {lotName(ledger, bottleId)} each round
        costs{' '}
        {bottle && addMl !== null && pricePerMl(bottle) !== null ? money(addMl * pricePerMl(bottle)!) : '–'}.
        {` By the log ${(100 * view.foreign).toFixed(1)} % inside is not ${view.body.cartridge.shades[0]}.`}
      </p>
    </section>
  );
}
