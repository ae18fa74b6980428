import Button from '@mui/material/Button';
import { useRef, useState, type FormEvent } from 'react';
import { Link } from 'react-router';
import { QUESTIONS } from './pages';
import { useSetUp } from './useSetUp';
import { Wrong } from './Wrong';

/** A printer and what belongs to it: the same questions below one another, for practised hands. */
export default function OneSheet() {
  const { draft, put, read, problems, anew, isAnew, save } = useSetUp();
  // What is missing is not said before it was meant to be done.
  const [tried, setTried] = useState(false);
  const form = useRef<HTMLFormElement>(null);
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    setTried(true);
    const first = QUESTIONS.find(({ id }) => problems.has(id));
    if (!first) return void save();
    form.current?.querySelector<HTMLElement>(`#set-up-${first.id} input`)?.focus();
  };
  return (
    <form ref={form} className="stack" aria-label="Set up a printer" noValidate onSubmit={submit}>
      <div className="row" style={{ justifyContent: 'space-between' }}>
        <h1>A printer and what belongs to it</h1>
        <span className="row small">
          <Link to="/set-up">A question a page</Link>
          <Link to="/set-up/description">From a description</Link>
          <Button
            size="small"
            onClick={() => {
              setTried(false);
              anew();
            }}
          >
            {isAnew ? 'My answers back' : 'From the beginning'}
          </Button>
        </span>
      </div>
      {QUESTIONS.map(({ id, title, Page }) => (
        <section key={id} id={`set-up-${id}`} className="section" aria-label={title}>
          <header>
            <h2>{title}</h2>
          </header>
          <div className="stack answers">
            <Page draft={draft} put={put} read={read} />
          </div>
          <Wrong words={tried ? (problems.get(id) ?? []) : []} />
        </section>
      ))}
      <div className="row onwards">
        <Button type="submit" variant="contained">
          Set it up
        </Button>
        <span className="soft small">
          What is not known yet stays empty: it is asked for when it matters. All of it can be corrected
          later, in Workbook.
        </span>
      </div>
    </form>
  );
}
