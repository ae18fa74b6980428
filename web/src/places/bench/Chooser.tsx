import Button from '@mui/material/Button';
import useMediaQuery from '@mui/material/useMediaQuery';
import { Link } from 'react-router';
import type { RunChoice } from '@hiraeth/core/bench';
import { NoCartridge } from '../../parts/NoCartridge';
import { Leaves } from '../../parts/Leaves';
import { CartridgeList } from './CartridgeList';
import { bottleLabel } from './chosen';
import { ChosenHow } from './ChosenHow';
import { ChosenInks } from './ChosenInks';
import { Questions } from './Questions';
import { useChooser } from './useChooser';

/** Which cartridges, with which ink and tools: the least asked, the rest guessed from the log. */
export function Chooser() {
  const choosing = useChooser();
  const { ledger, answers, answer, views, typesGone, going, chosen, stops, start } = choosing;
  const { picked, choices } = chosen;
  const bottle = chosen.chambers.length === 1 ? chosen.chambers[0]!.bottleId : '';
  // Behind a list of many, what begins the run stays in sight.
  const narrow = useMediaQuery('(max-width: 1080px)');
  const begin = (
    <Button variant="contained" size="large" disabled={stops.length > 0} onClick={start}>
      {answers.rehearsal ? 'Begin the rehearsal' : 'Begin'}
    </Button>
  );
  if (views.length === 0)
    return (
      <div className="stack">
        <h1>Bench</h1>
        <NoCartridge typesGone={typesGone} />
      </div>
    );
  return (
    <div className="sheet choosing">
      <div className="stack">
        <h1>{going ? 'What will you refill meanwhile?' : 'What will you refill?'}</h1>
        <Leaves of="/bench" />
        {going && (
          <p>
            <Link to="/bench">Back to what is in hand</Link>; it waits where it stood.
          </p>
        )}
        <p className="soft">Emptiest first. Choose one, or several for a queue: each keeps its own place.</p>
        <CartridgeList
          views={views}
          picked={picked.map((view) => view.body.cartridge.id)}
          onPicked={(chosenIds) => answer({ chosenIds })}
        />
      </div>
      <aside className="asking">
        <h2>
          {picked.length === 0
            ? 'Nothing chosen yet'
            : picked.length === 1
              ? picked[0]!.body.cartridge.label
              : `${picked.length} cartridges`}
        </h2>
        <ChosenInks choosing={choosing} />
        <Questions
          lines={chosen.questions}
          sure={chosen.sure}
          onSure={(yes) => answer({ meant: yes ? chosen.said : null })}
        />
        {!narrow && begin}
        {picked.length > 0 &&
          stops.map((why) => (
            <p key={why} className="small warn">
              {why}
            </p>
          ))}
        <ChosenHow choosing={choosing} />
        {picked.length === 1 && chosen.needsNoMore && (
          <Button component={Link} to={stepsLink(choices[0]!)}>
            See the steps on paper
          </Button>
        )}
      </aside>
      {narrow && picked.length > 0 && (
        <div className="beginbar">
          <span>
            {picked.length === 1 ? picked[0]!.body.cartridge.label : `${picked.length} cartridges`}
            {stops[0] ? (
              <span className="small warn"> {stops[0]}</span>
            ) : (
              bottle && <span className="small soft"> from {bottleLabel(ledger, bottle)}</span>
            )}
          </span>
          {stops.length === 0 ? begin : <Button onClick={toWhatIsAsked}>What is asked</Button>}
        </div>
      )}
    </div>
  );
}

/** Into sight, and the focus with it. */
function toWhatIsAsked(): void {
  const asked = document.querySelector<HTMLElement>('.choosing > aside');
  asked?.scrollIntoView({ block: 'start' });
  asked?.querySelector<HTMLElement>('select, input')?.focus({ preventScroll: true });
}

const stepsLink = (choice: RunChoice): string =>
  `/bench/steps?${new URLSearchParams({
    cartridge: choice.cartridgeId,
    method: choice.method,
    occasion: choice.occasion,
    bottles: choice.bottleIds.join(','),
    scale: choice.byScale ? (choice.scaleId ?? '') : 'none',
  }).toString()}`;
