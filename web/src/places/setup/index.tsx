import { setUp } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { Link, useNavigate } from 'react-router';
import { all, settingsOf } from '@hiraeth/core/ledger';
import { useLedger, useAct } from '../../state/hooks';
import { remember } from '../../state/remember';
import { useUnfinished } from '../../state/unfinished';
import { useServices } from '../../state/services';
import { newDraft, PAGES, readAnswers, readDraft, type Draft, type PageId, type PageProps } from './draft';
import { Bodies, Channels, Chip, Done, Inks, Masses, Name, NowInside, Originals, Scale, Sets } from './pages';

/** Where earlier builds kept the answers. */
const EARLIER = 'hiraeth-set-up';
function earlier(): unknown {
  try {
    return JSON.parse(remember.get(EARLIER) ?? 'null');
  } catch {
    return null;
  }
}

const TITLES: Record<PageId, string> = {
  name: 'What is the printer called?',
  channels: 'Which channels has it, in the order of its slots?',
  bodies: 'What do its refillable cartridges look like?',
  masses: 'What does one weigh?',
  now: 'What is in them now?',
  sets: 'How many sets are there?',
  chip: 'How does the printer count, and what do you do about it?',
  scale: 'What do you measure with?',
  inks: 'Which inks stand on the shelf?',
  originals: 'What would originals cost?',
  done: 'Is that right?',
};

const PAGE: Record<PageId, (props: PageProps) => ReactNode> = {
  name: Name,
  channels: Channels,
  bodies: Bodies,
  masses: Masses,
  now: NowInside,
  sets: Sets,
  chip: Chip,
  scale: Scale,
  inks: Inks,
  originals: Originals,
  done: Done,
};

/** A printer and what belongs to it, a question a page; left and taken up again where it was. */
export default function SetUp() {
  const ledger = useLedger();
  const act = useAct();
  const { newId } = useServices();
  const navigate = useNavigate();
  const { currency } = settingsOf(ledger.context);
  const [kept, keep] = useUnfinished('set-up');
  const [draft, setDraft] = useState<Draft>(() => {
    const before = readDraft(kept ?? earlier());
    // What is owned already is not asked for again.
    return {
      ...before,
      ...(all(ledger.context, 'scale').length > 0 ? { scaleG: '' } : {}),
      ...(all(ledger.context, 'syringe').length > 0 ? { syringeMl: '' } : {}),
    };
  });
  const [shown, setShown] = useState<readonly string[]>([]);
  const form = useRef<HTMLFormElement>(null);
  const page = PAGES[Math.min(draft.page, PAGES.length - 1)]!;
  const { read, problems } = readAnswers(draft, currency);
  const put = (part: Partial<Draft>): void => {
    setShown([]);
    answered.current = true;
    setDraft((before) => ({ ...before, ...part }));
  };
  const answered = useRef(false);
  useEffect(() => {
    if (answered.current) void keep(draft);
  }, [draft, keep]);
  useEffect(() => {
    // A question is answered from the keyboard at once.
    form.current
      ?.querySelector<HTMLElement>('input:checked, input:not([type="radio"]), select, button[type="submit"]')
      ?.focus();
    document.querySelector('.page')?.scrollTo(0, 0);
  }, [page]);
  const save = async (): Promise<void> => {
    const first = PAGES.findIndex((id) => problems.has(id));
    if (first >= 0) {
      put({ page: first });
      return setShown(problems.get(PAGES[first]!)!);
    }
    const saved = await act(
      setUp(ledger, read.input, { bottles: read.bottles, seated: draft.installed }, newId),
    );
    if (!saved) return;
    answered.current = false;
    await keep(null);
    // What an earlier build kept is done with, too.
    remember.set(EARLIER, '');
    void navigate('/');
  };
  const next = (): void => {
    const wrong = problems.get(page);
    if (wrong) return setShown(wrong);
    if (page === 'done') return void save();
    put({ page: draft.page + 1 });
  };
  const Page = PAGE[page];
  return (
    <form
      ref={form}
      className="stack question"
      aria-label="Set up a printer"
      onSubmit={(event) => {
        event.preventDefault();
        next();
      }}
      onKeyDown={(event) => {
        // Enter goes on from a choice too; it is opened with Space or the arrows.
        if (event.key !== 'Enter' || !(event.target instanceof HTMLSelectElement)) return;
        event.preventDefault();
        next();
      }}
    >
      <div className="row" style={{ justifyContent: 'space-between' }}>
        <span className="soft">
          Question {draft.page + 1} of {PAGES.length}
        </span>
        <span className="row small">
          <Link to="/set-up/sheet">All on one sheet</Link>
          <Link to="/set-up/description">From a description</Link>
          <Button size="small" onClick={() => put(newDraft())} disabled={draft.page === 0}>
            From the beginning
          </Button>
        </span>
      </div>
      <progress
        max={PAGES.length - 1}
        value={draft.page}
        aria-label="How far the questions are answered"
        style={{ width: '100%' }}
      />
      <h1>{TITLES[page]}</h1>
      <Page draft={draft} put={put} />
      {shown.length > 0 && (
        <div className="bad" role="alert">
          {shown.slice(0, 5).map((words) => (
            <p key={words}>{words}</p>
          ))}
        </div>
      )}
      <div className="row onwards">
        {draft.page > 0 && <Button onClick={() => put({ page: draft.page - 1 })}>Back</Button>}
        <Button type="submit" variant="contained">
          {page === 'done' ? 'Set it up' : 'Next'}
        </Button>
        <span className="soft small">
          {page === 'done'
            ? 'All of it can be corrected later, in Workbook.'
            : 'Enter goes on. What is not known yet stays empty: it is asked for when it matters.'}
        </span>
      </div>
    </form>
  );
}
