import Button from '@mui/material/Button';
import { useEffect, useRef, useState, type FormEvent, type KeyboardEvent } from 'react';
import { Link } from 'react-router';
import type { Draft } from './draft';
import { QUESTIONS } from './pages';
import { useSetUp } from './useSetUp';
import { Wrong } from './Wrong';

/** A printer and what belongs to it, a question a page; left and taken up again where it was. */
export default function SetUp() {
  const { draft, put: keepAnswer, read, problems, anew, isAnew, save } = useSetUp();
  const [shown, setShown] = useState<readonly string[]>([]);
  const at = Math.min(draft.page, QUESTIONS.length - 1);
  const { id, title, Page } = QUESTIONS[at]!;
  const isLast = at === QUESTIONS.length - 1;
  const form = useFirstField(id);
  const put = (part: Partial<Draft>): void => {
    setShown([]);
    keepAnswer(part);
  };
  const next = (): void => {
    // What is wrong anywhere stands in the way of the last step, where it was asked.
    const page = isLast ? QUESTIONS.findIndex((question) => problems.has(question.id)) : at;
    const wrong = problems.get(QUESTIONS[page]?.id ?? id);
    if (wrong) {
      if (page !== at) put({ page });
      return setShown(wrong);
    }
    if (isLast) return void save();
    put({ page: at + 1 });
  };
  return (
    <form
      ref={form}
      className="stack question"
      aria-label="Set up a printer"
      onSubmit={(event: FormEvent) => {
        event.preventDefault();
        next();
      }}
      onKeyDown={(event: KeyboardEvent) => {
        // Enter goes on from a choice too; it is opened with Space or the arrows.
        if (event.key !== 'Enter' || !(event.target instanceof HTMLSelectElement)) return;
        event.preventDefault();
        next();
      }}
    >
      <div className="row" style={{ justifyContent: 'space-between' }}>
        <span className="soft">
          Question {at + 1} of {QUESTIONS.length}
        </span>
        <span className="row small">
          <Link to="/set-up/sheet">All on one sheet</Link>
          <Link to="/set-up/description">From a description</Link>
          <Button
            size="small"
            disabled={at === 0 && !isAnew}
            onClick={() => {
              setShown([]);
              anew();
            }}
          >
            {isAnew ? 'My answers back' : 'From the beginning'}
          </Button>
        </span>
      </div>
      <progress
        max={QUESTIONS.length - 1}
        value={at}
        aria-label="How far the questions are answered"
        style={{ width: '100%' }}
      />
      <h1>{title}</h1>
      <div className="stack answers">
        <Page draft={draft} put={put} read={read} />
      </div>
      <Wrong words={shown} />
      <div className="row onwards">
        {at > 0 && <Button onClick={() => put({ page: at - 1 })}>Back</Button>}
        <Button type="submit" variant="contained">
          {isLast ? 'Set it up' : 'Next'}
        </Button>
        <span className="soft small">
          {isLast
            ? 'All of it can be corrected later, in Workbook.'
            : 'Enter goes on. What is not known yet stays empty: it is asked for when it matters.'}
        </span>
      </div>
    </form>
  );
}

/** A question is answered from the keyboard at once. */
function useFirstField(question: string): React.RefObject<HTMLFormElement | null> {
  const form = useRef<HTMLFormElement>(null);
  useEffect(() => {
    form.current
      ?.querySelector<HTMLElement>('input:checked, input:not([type="radio"]), select, button[type="submit"]')
      ?.focus();
    document.querySelector('.page')?.scrollTo(0, 0);
  }, [question]);
  return form;
}
