import { isConverted, comparePreparations, type Preparation } from '@hiraeth/core/prepare';
import { convertTo } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import {
  all,
  bottleRemaining,
  composition,
  find,
  inkOfBottle,
  pricePerMl,
  settingsOf,
} from '@hiraeth/core/ledger';
import { cartridgeViews, type CartridgeView } from '@hiraeth/core/advice';
import { CONSTRUCTION_DATA, suggestBottle } from '@hiraeth/core/bench';
import { lotName } from '@hiraeth/core/words';
import type { Ink } from '@hiraeth/core/workbook';
import { useLedger, useMoney, useNow, useAct } from '../../state/hooks';
import { Pick, QuantityField, readTyped } from '../../parts/fields';
import { Swatch } from '../../parts/Swatch';
import { NoCartridge } from '../../parts/NoCartridge';
import { Dilute } from './Dilute';
import { Dry } from './Dry';
import { DryingTray } from './DryingTray';
import { Mix } from './Mix';
import { Leaves } from '../../parts/Leaves';
import { Lines } from '../../parts/Lines';

const NAMES: Record<Preparation['way'], string> = {
  flushDry: 'Flush and dry',
  dilute: 'Dilute and draw out',
  mix: 'Just mix',
};

/** Conversion to another ink: three ways side by side, then the chosen one step by step. */
export default function Prepare() {
  const { id } = useParams();
  const ledger = useLedger();
  const now = useNow();
  const navigate = useNavigate();
  const { views, withoutType } = cartridgeViews(ledger, now);
  const view = views.find((v) => v.body.cartridge.id === id);
  return (
    <div className="stack">
      <h1>Prepare a cartridge for another ink</h1>
      <Leaves of="/bench" />
      <p className="soft" style={{ maxWidth: '70ch' }}>
        A partly used cartridge of one ink refilled with another gives a mixture. Flushing costs time,
        diluting costs ink, mixing costs certainty: choose by what you need.
      </p>
      <div style={{ maxWidth: 340 }}>
        <Pick
          label="Cartridge"
          value={id ?? ''}
          options={views.map((v) => ({ value: v.body.cartridge.id, label: v.body.cartridge.label }))}
          onPick={(next) => void navigate(`/prepare/${next}`)}
        />
      </div>
      {views.length === 0 && <NoCartridge typesGone={withoutType.length > 0} />}
      {!view && <DryingTray />}
      {view && <Ways key={view.body.cartridge.id} view={view} />}
    </div>
  );
}

function Ways({ view }: { readonly view: CartridgeView }) {
  const ledger = useLedger();
  const { body, ink } = view;
  const sponge = CONSTRUCTION_DATA[body.type.construction].sponge;
  const bottles = all(ledger.context, 'bottle').filter(
    (bottle) =>
      !ledger.state.bottles.get(bottle.id)?.retired && bottleRemaining(ledger, bottle.id)!.now.value > 1,
  );
  const [shade] = body.cartridge.shades;
  // Mostly from another maker's ink to one of the same shade; another shade is the rarer wish.
  const [bottleId, setBottleId] = useState(
    suggestBottle(ledger, shade!, body.cartridge.inkClass) ?? bottles[0]?.id ?? '',
  );
  const [residual, setResidual] = useState(
    (CONSTRUCTION_DATA[body.type.construction].leftByNeedle.value * body.type.capacityMl).toFixed(1),
  );
  const [wished, setWished] = useState('5');
  const [way, setWay] = useState<Preparation['way'] | null>(null);
  // One that is wet already is dried, whatever it is for: that stands first.
  const [cameWet] = useState(view.wetMl !== null);
  const bottle = find(ledger.context, 'bottle', bottleId);
  const to = bottle ? inkOfBottle(ledger.context, bottle.id) : undefined;
  // Of what is inside: the ink that it is to hold.
  const already = view.mixes
    .slice(0, 1)
    .flatMap(composition)
    .filter(({ lot }) => to !== undefined && inkOfBottle(ledger.context, lot)?.id === to.id)
    .reduce((sum, { fraction }) => sum + fraction, 0);
  const residualMl = readTyped(residual, 'volume').value;
  const wishedOld = readTyped(wished, 'percent').value;
  const valid =
    residualMl !== null && residualMl > 0 && wishedOld !== null && wishedOld > 0 && wishedOld < 100 && bottle;
  const ways = valid
    ? comparePreparations({
        insideMl: ink?.value ?? 0,
        oldShare: 1 - already,
        residualMl,
        capacityMl: body.type.capacityMl,
        topUpAtMl: settingsOf(ledger.context).topUpFraction * view.targetMl,
        sponge,
        minorPerMl: pricePerMl(bottle) ?? 0,
        wishedOld: wishedOld / 100,
        dryingHours: null,
        waterLeftMl: 0.15,
      })
    : [];
  return (
    <>
      {cameWet && <Dry view={view} />}
      <div className="form">
        <Pick
          label="To the ink of"
          value={bottleId}
          options={bottles.map((b) => ({ value: b.id, label: lotName(ledger, b.id) }))}
          onPick={setBottleId}
          helperText={bottle ? lotName(ledger, bottle.id) : ''}
        />
        <QuantityField
          label="Cannot be drawn out, ml"
          kind="volume"
          value={residual}
          onText={setResidual}
          helperText={sponge ? 'A sponge keeps about a seventh' : 'Corners and duct keep a little'}
        />
        <QuantityField label="Old ink allowed, %" kind="percent" value={wished} onText={setWished} />
      </div>
      {bottles.length === 0 && (
        <p>
          There is no bottle to convert to: <Link to="/inks">buy one in Inks</Link>.
        </p>
      )}
      {ways.length > 0 && to && (
        <WaysTable
          ways={ways}
          insideMl={ink?.value ?? null}
          wishedOld={wishedOld! / 100}
          way={way}
          onWay={setWay}
        />
      )}
      {to && <FromTo view={view} to={to} already={already} />}
      {way === 'flushDry' && !cameWet && <Dry view={view} />}
      {way === 'dilute' && bottle && (
        <Dilute
          view={view}
          bottleId={bottle.id}
          residualMl={residualMl ?? 1}
          suggestedMl={ways.find((option) => option.way === 'dilute')?.addMl ?? 0}
        />
      )}
      {way === 'mix' && <Mix view={view} option={ways.find((option) => option.way === 'mix')!} />}
      {way && bottle && to && <Afterwards view={view} bottleId={bottle.id} to={to} />}
    </>
  );
}

/** From which ink to which, and what that means. */
function FromTo({
  view: {
    body: { cartridge },
  },
  to,
  already,
}: {
  readonly view: CartridgeView;
  readonly to: Ink;
  /** Share of what is inside that is this ink already. */
  readonly already: number;
}) {
  return (
    <p className="soft small">
      <Swatch shades={[to.shade]} />
      From {cartridge.shades.join(', ')} ({cartridge.inkClass}) to {to.shade} ({to.inkClass}).
      {to.inkClass !== cartridge.inkClass &&
        ' Two classes do not mix: what is left of the old one can clog the head. Flush and dry is the safe way.'}
      {already > 0.005 &&
        ` By the log ${(100 * already).toFixed(0)} % of what is inside is this ink already${isConverted(already) ? ': just top it up' : ''}.`}
    </p>
  );
}

/** The ways side by side: what each costs, and how clean it comes. */
function WaysTable({
  ways,
  insideMl,
  wishedOld,
  way,
  onWay,
}: {
  readonly ways: readonly Preparation[];
  /** null: never weighed. */
  readonly insideMl: number | null;
  /** Share of old ink that is allowed. */
  readonly wishedOld: number;
  readonly way: Preparation['way'] | null;
  readonly onWay: (way: Preparation['way']) => void;
}) {
  const money = useMoney();
  return (
    <div className="scrollx">
      <Lines
        columns={[
          {
            head: insideMl !== null ? `${insideMl.toFixed(1)} ml inside now` : 'not weighed: weigh it first',
            of: (option) => (
              <>
                <strong>{NAMES[option.way]}</strong>
                <div className="soft small">{howOf(option, wishedOld)}</div>
              </>
            ),
          },
          { head: 'New ink lost', n: true, of: (option) => `${option.newInkLostMl.toFixed(1)} ml` },
          { head: 'Money', n: true, of: (option) => money(option.minor) },
          {
            head: 'Hours',
            n: true,
            of: (option) => (option.hours > 0 ? `about ${option.hours.toFixed(1)} h` : 'none'),
          },
          {
            head: 'New ink in the first fill',
            n: true,
            of: (option) => `${(100 * option.purity).toFixed(1)} %`,
          },
          {
            head: 'Do',
            isHidden: true,
            n: true,
            of: (option) => (
              <Button
                variant={way === option.way ? 'contained' : 'outlined'}
                onClick={() => onWay(option.way)}
                aria-label={`Choose: ${NAMES[option.way]}`}
              >
                Choose
              </Button>
            ),
          },
        ]}
        rows={ways}
        keyOf={(option) => option.way}
        caption="Three ways to convert"
      />
    </div>
  );
}

/** What is done, in a few words. */
function howOf({ way, rounds, addMl, purity }: Preparation, wishedOld: number): string {
  switch (way) {
    case 'flushDry':
      return 'rinse clear, dry, weigh until it is dry';
    case 'mix':
      return 'top up, and let it change over';
    case 'dilute':
      if (rounds > 0) return `${rounds} × ${addMl.toFixed(1)} ml in, shake, draw out`;
      return 1 - purity <= wishedOld
        ? 'draw out; it needs no round'
        : 'too small for this wish: allow more old ink';
  }
}

/** Then the first fill with the new ink, as a conversion; and the cartridge's new dedication. */
function Afterwards({
  view,
  bottleId,
  to,
}: {
  readonly view: CartridgeView;
  readonly bottleId: string;
  readonly to: Ink;
}) {
  const act = useAct();
  const { cartridge } = view.body;
  const { id } = cartridge;
  const dedicated = cartridge.shades[0] === to.shade && cartridge.inkClass === to.inkClass;
  return (
    <section className="section">
      <header>
        <h2>Then the first fill</h2>
      </header>
      <div className="row">
        <Button
          variant="contained"
          component={Link}
          to={`/bench?cartridge=${id}&bottle=${bottleId}&occasion=conversion`}
        >
          Fill it as a conversion
        </Button>
        {view.body.type.chambers === 1 && !dedicated && (
          <Button variant="outlined" onClick={() => void act(convertTo(cartridge, to))}>
            It is for {to.shade} from now on
          </Button>
        )}
        <span className="soft small">
          During this fill a syringe stands between bottle and cartridge: a squeezed bottle springs back and
          sucks. Fittings and the old keeper are washed first.
        </span>
      </div>
    </section>
  );
}
