import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import {
  all,
  bottleRemaining,
  cartridgeView,
  CONSTRUCTION_DATA,
  find,
  formatUncertain,
  inkOfBottle,
  lotName,
  slotFor,
  METHOD_NAMES,
  type BenchRun,
  type CartridgeRun,
  type CartridgeView,
  type Ledger,
  type Method,
  type Occasion,
} from '@hiraeth/core';
import { useLedger, useNow } from '../../app/hooks';
import { useServices } from '../../app/services';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { keepNote } from '../../app/thunks';
import { Pick, QuantityField, readTyped } from '../../parts/fields';
import { shadeColour } from '../../parts/shade';
import { Strip } from '../../parts/Strip';
import { BENCH_NOTE } from './useBench';

/** Which cartridges, with which ink and tools: the least asked, the rest guessed from the log. */
export function Chooser() {
  const ledger = useLedger();
  const now = useNow();
  const [params] = useSearchParams();
  const { clock } = useServices();
  const pen = useAppSelector((state) => state.workbook.pen);
  const dispatch = useAppDispatch();
  const asked = params.get('cartridge');
  const [picked, setPicked] = useState<readonly string[]>(asked ? [asked] : []);
  const [bottleIds, setBottleIds] = useState<Record<string, string>>(
    asked && params.get('bottle') ? { [`${asked}/0`]: params.get('bottle')! } : {},
  );
  const [method, setMethod] = useState<Method | ''>('');
  const [occasion, setOccasion] = useState<Occasion | ''>(
    params.get('occasion') === 'conversion' ? 'conversion' : '',
  );
  const scales = all(ledger.context, 'scale');
  const syringes = all(ledger.context, 'syringe');
  const [scaleId, setScaleId] = useState(scales[0]?.id ?? '');
  const [syringeId, setSyringeId] = useState(syringes[0]?.id ?? '');
  // By the printer's school: weight is the truth, unless its owner fills to a line or a volume.
  const [scaleChoice, setByScale] = useState<boolean | null>(null);
  const [rehearsal, setRehearsal] = useState(params.get('rehearse') === '1');
  const [squeeze, setSqueeze] = useState('');
  const views = all(ledger.context, 'cartridge')
    .map((cartridge) => cartridgeView(ledger, cartridge.id, now))
    .filter((view): view is CartridgeView => view !== null && !view.state?.retired)
    .sort((a, b) => fillShare(a) - fillShare(b));
  if (views.length === 0)
    return (
      <div className="stack">
        <h1>Bench</h1>
        <p>There is no cartridge in the workbook yet.</p>
        <div>
          <Button variant="contained" component={Link} to="/workbook?set-up=printer">
            Set up a printer and its cartridges
          </Button>
        </div>
      </div>
    );
  const first = views.find((view) => view.body.cartridge.id === picked[0]);
  const home = first && slotFor(ledger.context, first.body.cartridge)?.printer;
  const byScale = scaleChoice ?? (home?.schools.stopAt ?? 'mass') === 'mass';
  const chosenMethod = method || first?.body.type.method || '';
  const chosenOccasion: Occasion =
    occasion ||
    ((first?.state?.fills ?? 0) === 0 && first?.body.cartridge.initial === 'empty' ? 'first' : 'topUp');
  const methods = first ? CONSTRUCTION_DATA[first.body.type.construction].methods : [];
  const slots = picked.flatMap((id) => {
    const view = views.find((v) => v.body.cartridge.id === id);
    return view
      ? Array.from({ length: view.body.type.chambers }, (_, chamber) => ({
          key: `${id}/${chamber}`,
          id,
          chamber,
          view,
          shade: view.body.cartridge.shades[chamber] ?? view.body.cartridge.shades[0]!,
        }))
      : [];
  });
  const bottleFor = (key: string, shade: string, inkClass: string): string =>
    bottleIds[key] ?? suggestBottle(ledger, shade, inkClass, now) ?? '';
  const complete =
    picked.length > 0 &&
    slots.every((slot) => bottleFor(slot.key, slot.shade, slot.view.body.cartridge.inkClass) !== '');
  const start = (): void => {
    const startedAt = new Date(clock.now()).toISOString();
    const queue = picked.map((id, i): CartridgeRun => {
      const view = views.find((v) => v.body.cartridge.id === id)!;
      const type = view.body.type;
      return {
        id: `run-${clock.now().toString(36)}-${i}`,
        cartridgeId: id,
        method: CONSTRUCTION_DATA[type.construction].methods.includes(chosenMethod as Method)
          ? (chosenMethod as Method)
          : type.method,
        occasion: chosenOccasion,
        bottleIds: slots
          .filter((slot) => slot.id === id)
          .map((slot) => bottleFor(slot.key, slot.shade, view.body.cartridge.inkClass)),
        scaleId: scaleId || null,
        syringeId: syringeId || null,
        squeezeMl:
          readTyped(squeeze, 'volume').value ??
          all(ledger.context, 'tool').find((tool) => tool.squeezeMl)?.squeezeMl?.value ??
          null,
        dosesMl: Array.from({ length: type.construction === 'twoPart' ? 2 : type.chambers }, () => null),
        byScale,
        startedAt,
        inkBefore: view.ink,
        outSince: null,
        answers: {},
        done: [],
        skipped: [],
        foam: false,
        spiltMl: 0,
        ports: view.state?.ports ?? {},
        confirmed: [],
        written: [],
        state: 'doing',
      };
    });
    const bench: BenchRun = { id: queue[0]!.id, rehearsal, queue, at: 0, startedAt };
    void dispatch(keepNote(BENCH_NOTE, bench));
  };
  return (
    <div className="sheet">
      <div className="stack">
        <h1>What will you refill?</h1>
        <p className="soft">Emptiest first. Choose one, or several for a queue: each keeps its own place.</p>
        <div>
          {views.map((view) => {
            const { cartridge } = view.body;
            const on = picked.includes(cartridge.id);
            return (
              <label
                key={cartridge.id}
                className="rackrow"
                style={{ gridTemplateColumns: '44px 190px minmax(120px, 1fr) 130px', cursor: 'pointer' }}
              >
                <Checkbox
                  checked={on}
                  onChange={() =>
                    setPicked(on ? picked.filter((id) => id !== cartridge.id) : [...picked, cartridge.id])
                  }
                  slotProps={{ input: { 'aria-label': cartridge.label } }}
                />
                <span>
                  <span className="swatch" style={{ background: shadeColour(cartridge.shades[0]!) }} />
                  {cartridge.label}
                </span>
                <Strip view={view} />
                <span style={{ textAlign: 'right' }}>
                  {view.ink ? formatUncertain(view.ink, 'ml') : 'not weighed'}
                </span>
              </label>
            );
          })}
        </div>
      </div>
      <aside style={{ color: 'var(--text)' }}>
        <h2>
          {picked.length === 0
            ? 'Nothing chosen yet'
            : picked.length === 1
              ? first?.body.cartridge.label
              : `${picked.length} cartridges`}
        </h2>
        {slots.map((slot) => (
          <Pick
            key={slot.key}
            label={`Bottle for ${slot.view.body.cartridge.label}${slot.view.body.type.chambers > 1 ? `: ${slot.shade}` : ''}`}
            value={bottleFor(slot.key, slot.shade, slot.view.body.cartridge.inkClass)}
            options={bottleOptions(ledger, now, slot.shade)}
            onPick={(id) => setBottleIds({ ...bottleIds, [slot.key]: id })}
          />
        ))}
        {picked.length > 0 && slots.length > 0 && all(ledger.context, 'bottle').length === 0 && (
          <p>
            No bottle in the workbook: <Link to="/inks">buy and open one in Inks</Link>.
          </p>
        )}
        {first && (
          <>
            <Pick<Method>
              label="Method"
              value={chosenMethod}
              options={methods.map((m) => ({ value: m, label: METHOD_NAMES[m] }))}
              onPick={setMethod}
            />
            <Pick<Occasion>
              label="Occasion"
              value={chosenOccasion}
              options={[
                { value: 'topUp', label: 'top-up: same ink inside' },
                { value: 'first', label: 'first fill: dry and new' },
                { value: 'conversion', label: 'conversion to another ink' },
              ]}
              onPick={setOccasion}
            />
            {chosenOccasion === 'conversion' && (
              <p className="small">
                What was inside decides how:{' '}
                <Link to={`/prepare/${first.body.cartridge.id}`}>compare the three ways</Link> first.
              </p>
            )}
            <Pick
              label="Scale"
              value={scaleId}
              options={[...scales.map((s) => ({ value: s.id, label: s.name })), { value: '', label: 'none' }]}
              onPick={setScaleId}
            />
            <Pick
              label="Syringe"
              value={syringeId}
              options={[
                ...syringes.map((s) => ({ value: s.id, label: s.name })),
                { value: '', label: 'none' },
              ]}
              onPick={setSyringeId}
            />
            {chosenMethod === 'squeezeBottle' && (
              <QuantityField
                label="One squeeze gives, ml"
                kind="volume"
                value={squeeze}
                onText={setSqueeze}
                helperText="Calibrate it in Inks by weighing"
              />
            )}
            <FormControlLabel
              control={<Checkbox checked={byScale} onChange={(event) => setByScale(event.target.checked)} />}
              label="Weigh before and after"
            />
            {!byScale && (
              <p className="small warn">
                Without the scale the volume comes from the marks: its doubt is about ten times larger.
              </p>
            )}
            <FormControlLabel
              control={
                <Checkbox checked={rehearsal} onChange={(event) => setRehearsal(event.target.checked)} />
              }
              label="Rehearse only: nothing is written"
            />
          </>
        )}
        <Button variant="contained" size="large" disabled={!complete || !pen} onClick={start}>
          {rehearsal ? 'Begin the rehearsal' : 'Begin'}
        </Button>
      </aside>
    </div>
  );
}

const fillShare = (view: CartridgeView): number =>
  view.ink ? view.ink.value / Math.max(1, view.targetMl) : -1;

/** The opened bottle of this shade that still holds most; an unopened one when none is open. */
function suggestBottle(ledger: Ledger, shade: string, inkClass: string, _now: string): string | null {
  const fitting = all(ledger.context, 'bottle')
    .filter((bottle) => {
      const ink = inkOfBottle(ledger.context, bottle.id);
      return ink?.shade === shade && ink.inkClass === inkClass && !ledger.state.bottles[bottle.id]?.retired;
    })
    .map((bottle) => ({
      id: bottle.id,
      open: Boolean(ledger.state.bottles[bottle.id]?.openedAt),
      left: bottleRemaining(ledger.context, ledger.state, bottle.id)!.now.value,
    }))
    .filter((bottle) => bottle.left > 2)
    .sort((a, b) => Number(b.open) - Number(a.open) || b.left - a.left);
  return fitting[0]?.id ?? null;
}

function bottleOptions(ledger: Ledger, _now: string, shade: string) {
  return all(ledger.context, 'bottle')
    .filter((bottle) => !ledger.state.bottles[bottle.id]?.retired)
    .map((bottle) => ({ bottle, ink: find(ledger.context, 'ink', bottle.inkId) }))
    .sort((a, b) => Number(b.ink?.shade === shade) - Number(a.ink?.shade === shade))
    .map(({ bottle }) => ({
      value: bottle.id,
      label: `${lotName(ledger, bottle.id)} (${bottleRemaining(ledger.context, ledger.state, bottle.id)!.now.value.toFixed(0)} ml)`,
    }));
}
