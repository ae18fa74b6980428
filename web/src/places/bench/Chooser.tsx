import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { all, bottleRemaining, find, type Book } from '@hiraeth/core/ledger';
import {
  beginProblems,
  beginRun,
  CONSTRUCTION_DATA,
  dosedParts,
  countedIn,
  suggestChoice,
  type BeginProblem,
  type BenchRun,
  type RunChoice,
} from '@hiraeth/core/bench';
import { beginProblemWords, lotName, METHOD_NAMES, OCCASION_NAMES } from '@hiraeth/core/words';
import { changeDraw, cartridgeViews, type CartridgeView } from '@hiraeth/core/advice';
import { OCCASIONS, type Method, type Occasion } from '@hiraeth/core/workbook';
import { useLedger, useNow } from '../../state/hooks';
import { useServices } from '../../state/services';
import { useAppSelector } from '../../state/store';
import { useUnfinished } from '../../state/unfinished';
import { Pick, QuantityField, readTyped } from '../../parts/fields';
import { NoCartridge } from '../../parts/NoCartridge';
import { CartridgeList } from './CartridgeList';
import { Questions } from './Questions';
import { Leaves } from '../../parts/Leaves';

/** Which cartridges, with which ink and tools: the least asked, the rest guessed from the log. */
export function Chooser() {
  const ledger = useLedger();
  const now = useNow();
  const [params] = useSearchParams();
  const { clock } = useServices();
  const { pen, away } = useAppSelector((state) => state.workbook);
  const navigate = useNavigate();
  // A bench at rest goes on beside it.
  const [going, keep] = useUnfinished('bench');
  const asked = params.get('cartridge');
  // Several at once: a set that came out.
  const several = params.get('cartridges')?.split(',').filter(Boolean) ?? (asked ? [asked] : []);
  const isAsked = (view: CartridgeView): boolean => several.includes(view.body.cartridge.id);
  const [chosenIds, setPicked] = useState<readonly string[]>(several);
  const [bottleIds, setBottleIds] = useState<Record<string, string>>(
    asked && params.get('bottle') ? { [`${asked}/0`]: params.get('bottle')! } : {},
  );
  const [method, setMethod] = useState<Method | ''>('');
  const [occasion, setOccasion] = useState<Occasion | ''>(
    params.get('occasion') === 'conversion' ? 'conversion' : '',
  );
  const scales = all(ledger.context, 'scale');
  const syringes = all(ledger.context, 'syringe');
  const [scaleChosen, setScaleId] = useState<string | null>(null);
  const [syringeChosen, setSyringeId] = useState<string | null>(null);
  // By the printer's school: weight is the truth, unless its owner fills to a line or a volume.
  const [scaleChoice, setByScale] = useState<boolean | null>(null);
  const [rehearsal, setRehearsal] = useState(params.get('rehearse') === '1');
  const [quick, setQuick] = useState(false);
  const [oneDoor, setOneDoor] = useState(false);
  const [squeeze, setSqueeze] = useState('');
  const [doses, setDoses] = useState<Record<string, string>>({});
  // What was asked when the person said yes: another question asks anew.
  const [meant, setMeant] = useState<string | null>(null);
  const { views: known, withoutType } = cartridgeViews(ledger, now);
  const inHand = new Set(
    going?.queue.flatMap((run) => (run.state === 'doing' ? [run.cartridgeId] : [])) ?? [],
  );
  const views = known
    .filter((view) => !inHand.has(view.body.cartridge.id))
    .sort((a, b) => Number(isAsked(b)) - Number(isAsked(a)) || fillShare(a) - fillShare(b));
  // One that is asked for by its address may be gone, or be without its type.
  const picked = chosenIds.filter((id) => views.some((view) => view.body.cartridge.id === id));
  if (views.length === 0)
    return (
      <div className="stack">
        <h1>Bench</h1>
        <NoCartridge typesGone={withoutType.length > 0} />
      </div>
    );
  const first = views.find((view) => view.body.cartridge.id === picked[0]);
  // What was not chosen by hand follows from each cartridge of the queue for itself.
  const chosenFor = ({ body: { cartridge, type } }: CartridgeView): RunChoice =>
    suggestChoice(ledger, cartridge.id, now, {
      ...(method ? { method } : {}),
      ...(occasion ? { occasion } : {}),
      bottleIds: Array.from({ length: type.chambers }, (_, i) => bottleIds[`${cartridge.id}/${i}`]!),
      ...(scaleChosen !== null ? { scaleId: scaleChosen || null } : {}),
      ...(syringeChosen !== null ? { syringeId: syringeChosen || null } : {}),
      ...(scaleChoice !== null ? { byScale: scaleChoice } : {}),
      squeezeMl: readTyped(squeeze, 'volume').value,
    })!;
  const chosen = first && chosenFor(first);
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
  const choices = picked.flatMap((id) => {
    const view = views.find((v) => v.body.cartridge.id === id);
    return view ? [chosenFor(view)] : [];
  });
  const bottleFor = (id: string, chamber: number): string =>
    choices.find((choice) => choice.cartridgeId === id)?.bottleIds[chamber] ?? '';
  const labelOf = (bottleId: string): string => (bottleId ? bottleLabel(ledger, bottleId) : '');
  // A body in several parts takes a dose for each; one that is left open gets its share of the room.
  const parts = views.flatMap((view) => {
    const { cartridge, type } = view.body;
    const count = picked.includes(cartridge.id) ? dosedParts(type) : 1;
    return count === 1
      ? []
      : Array.from({ length: count }, (_, part) => ({
          key: `${cartridge.id}/${part}`,
          label: `Dose for ${cartridge.label}: ${type.chambers > 1 ? cartridge.shades[part] : ['head', 'tank'][part]}, ml`,
        }));
  });
  const dose = (key: string) => readTyped(doses[key] ?? '', 'volume');
  const problems = choices.flatMap((choice) =>
    beginProblems(ledger, choice).map((problem) => ({
      problem,
      label: find(ledger.context, 'cartridge', choice.cartridgeId)?.label ?? choice.cartridgeId,
    })),
  );
  const questions = problems.filter(({ problem }) => problem.severity === 'ask');
  const said = questions.map(({ problem }) => beginProblemWords(problem)).join();
  const sure = questions.length === 0 || meant === said;
  const stops = [
    ...(picked.length === 0 ? ['Choose a cartridge.'] : []),
    ...problems.flatMap(({ problem }) => (problem.severity === 'stop' ? [beginProblemWords(problem)] : [])),
    ...(sure ? [] : ['Say first whether what is asked above is meant so.']),
    ...(parts.every(({ key }) => dose(key).error === null) && readTyped(squeeze, 'volume').error === null
      ? []
      : ['One of the amounts cannot be read: write it as 1.5 ml.']),
    ...(pen ? [] : ['This workbook is being written in another tab.']),
    ...(away ? ['This workbook is put away: take it up again under Workbook, Workbooks.'] : []),
  ];
  const draws = seatedTogether(ledger, picked);
  const start = (): void => {
    const startedAt = new Date(clock.now()).toISOString();
    const queue = picked.map((id, i) => {
      const own = choices.find((choice) => choice.cartridgeId === id)!;
      return beginRun(
        ledger,
        {
          ...own,
          ...(oneDoor && draws?.ids.includes(id) ? { oneDoor } : {}),
          confirmed: beginProblems(ledger, own).flatMap(confirmedCodes),
          dosesMl: parts.filter(({ key }) => key.startsWith(`${id}/`)).map(({ key }) => dose(key).value),
        },
        `run-${clock.now().toString(36)}-${i}`,
        startedAt,
      );
    });
    const next: BenchRun = going
      ? { ...going, queue: [...going.queue, ...queue], at: going.queue.length }
      : {
          id: queue[0]!.id,
          rehearsal,
          gear: quick ? 'quick' : 'guided',
          queue,
          at: 0,
          startedAt,
        };
    void keep(next).then((kept) => kept && navigate('/bench', { replace: true }));
  };
  return (
    <div className="sheet">
      <div className="stack">
        <h1>{going ? 'What will you refill meanwhile?' : 'What will you refill?'}</h1>
        <Leaves of="/bench" />
        {going && (
          <p>
            <Link to="/bench">Back to what is in hand</Link>; it waits where it stood.
          </p>
        )}
        <p className="soft">Emptiest first. Choose one, or several for a queue: each keeps its own place.</p>
        <CartridgeList views={views} picked={picked} onPicked={setPicked} />
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
            value={bottleFor(slot.id, slot.chamber)}
            options={bottleOptions(ledger, slot.shade)}
            helperText={labelOf(bottleFor(slot.id, slot.chamber))}
            onPick={(id) => setBottleIds({ ...bottleIds, [slot.key]: id })}
          />
        ))}
        {parts.map(({ key, label }) => (
          <QuantityField
            key={key}
            label={label}
            kind="volume"
            value={doses[key] ?? ''}
            onText={(text) => setDoses({ ...doses, [key]: text })}
            helperText="Empty: its share of the room inside"
          />
        ))}
        {picked.length > 0 && slots.length > 0 && all(ledger.context, 'bottle').length === 0 && (
          <p>
            No bottle in the workbook: <Link to="/inks">buy and open one in Inks</Link>.
          </p>
        )}
        {draws && (
          <div>
            <p>
              {draws.count} changes one by one draw about {(draws.count * draws.each.value).toFixed(0)} ml to
              prime; all at one open door about {draws.each.value.toFixed(0)} ml.
            </p>
            <FormControlLabel
              control={<Checkbox checked={oneDoor} onChange={(event) => setOneDoor(event.target.checked)} />}
              label="This printer primes once for an open door: one at a time, then close it"
            />
            {oneDoor && (
              <p className="small warn">
                It may stand open for {draws.minutes} minutes: for more, close it between parts of the queue.
              </p>
            )}
          </div>
        )}
        <Questions
          lines={questions.map(
            ({ problem, label }) => `${choices.length > 1 ? `${label}: ` : ''}${beginProblemWords(problem)}`,
          )}
          sure={sure}
          onSure={(yes) => setMeant(yes ? said : null)}
        />
        <Button variant="contained" size="large" disabled={stops.length > 0} onClick={start}>
          {rehearsal ? 'Begin the rehearsal' : 'Begin'}
        </Button>
        {picked.length > 0 &&
          stops.map((why) => (
            <p key={why} className="small warn">
              {why}
            </p>
          ))}
        {first && chosen && (
          <>
            <Pick<Method>
              label="Method"
              value={chosen.method}
              options={methods.map((m) => ({ value: m, label: METHOD_NAMES[m] }))}
              onPick={setMethod}
            />
            <Pick<Occasion>
              label="Occasion"
              value={chosen.occasion}
              options={OCCASIONS.map((value) => ({ value, label: OCCASION_NAMES[value] }))}
              onPick={setOccasion}
            />
            {chosen.occasion === 'conversion' && (
              <p className="small">
                What was inside decides how:{' '}
                <Link to={`/prepare/${first.body.cartridge.id}`}>compare the three ways</Link> first.
              </p>
            )}
            <Pick
              label="Scale"
              value={chosen.scaleId ?? ''}
              options={[...scales.map((s) => ({ value: s.id, label: s.name })), { value: '', label: 'none' }]}
              onPick={setScaleId}
            />
            <Pick
              label="Syringe"
              value={chosen.syringeId ?? ''}
              options={[
                ...syringes.map((s) => ({ value: s.id, label: s.name })),
                { value: '', label: 'none' },
              ]}
              onPick={setSyringeId}
            />
            {countedIn(chosen.method) && (
              <QuantityField
                label={countedIn(chosen.method) === 'drops' ? 'One drop gives, ml' : 'One squeeze gives, ml'}
                kind="volume"
                value={squeeze}
                onText={setSqueeze}
                helperText="Calibrate it in Inks by weighing"
              />
            )}
            <FormControlLabel
              control={
                <Checkbox checked={chosen.byScale} onChange={(event) => setByScale(event.target.checked)} />
              }
              label="Weigh before and after"
            />
            {!chosen.byScale && (
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
            <FormControlLabel
              control={<Checkbox checked={quick} onChange={(event) => setQuick(event.target.checked)} />}
              label="Quick gear: stop only at numbers"
            />
          </>
        )}
        {picked.length === 1 && problems.every(({ problem }) => problem.severity === 'ask') && (
          <Button component={Link} to={stepsLink(choices[0]!)}>
            See the steps on paper
          </Button>
        )}
      </aside>
    </div>
  );
}

/** Several that stand in one printer: what their changes draw. */
function seatedTogether(ledger: Book, ids: readonly string[]) {
  const seatOf = (id: string) => ledger.state.cartridges.get(id)?.seat ?? null;
  const [first] = ids.flatMap((id) => seatOf(id) ?? []);
  const together = first ? ids.filter((id) => seatOf(id)?.printerId === first.printerId) : [];
  const each = first && changeDraw(ledger, first.printerId);
  const printer = find(ledger.context, 'printer', first?.printerId);
  return together.length > 1 && each && printer
    ? { ids: together, count: together.length, each, minutes: printer.openMinutes }
    : null;
}

/** Under these names the fill itself is confirmed, when it comes to the log. */
const confirmedCodes = (problem: BeginProblem): string[] =>
  problem.code !== 'mismatch'
    ? []
    : problem.differs.code === 'shade'
      ? ['otherShade']
      : problem.differs.code === 'inkClass'
        ? ['otherClass']
        : [];

const stepsLink = (choice: RunChoice): string =>
  `/bench/steps?${new URLSearchParams({
    cartridge: choice.cartridgeId,
    method: choice.method,
    occasion: choice.occasion,
    bottles: choice.bottleIds.join(','),
    scale: choice.byScale ? (choice.scaleId ?? '') : 'none',
  }).toString()}`;

const fillShare = (view: CartridgeView): number =>
  view.ink ? view.ink.value / Math.max(1, view.targetMl) : -1;

function bottleOptions(ledger: Book, shade: string) {
  return all(ledger.context, 'bottle')
    .filter((bottle) => !ledger.state.bottles.get(bottle.id)?.retired)
    .map((bottle) => ({ bottle, ink: find(ledger.context, 'ink', bottle.inkId) }))
    .sort((a, b) => Number(b.ink?.shade === shade) - Number(a.ink?.shade === shade))
    .map(({ bottle }) => ({
      value: bottle.id,
      label: bottleLabel(ledger, bottle.id),
    }));
}

const bottleLabel = (ledger: Book, id: string): string =>
  `${lotName(ledger, id)} (${bottleRemaining(ledger, id)!.now.value.toFixed(0)} ml)`;
