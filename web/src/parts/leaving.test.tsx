import { expect, test } from '@jest/globals';
import { screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { Link } from 'react-router';
import { knownRoom, PRINTER } from '@hiraeth/core/testing';
import type { Entity } from '@hiraeth/core/workbook';
import { weighCartridge } from '@hiraeth/core/acts';
import { readMass } from '@hiraeth/core/ledger';
import { useAct, useLedger } from '../state/hooks';
import { renderApp } from '../testing/renderApp';
import { EntityEditor } from './EntityEditor';
import FindDialog from './find/FindDialog';

// Before what the clock of the tests says.
const AT = '2026-01-20T10:00:00.000Z';
const { facts, foretoldG } = knownRoom(AT);

/** A page with what may stand over it, and a way to another: behind a question no hand reaches it, the browser's own way back does. */
function Page() {
  const ledger = useLedger();
  const act = useAct();
  const [editing, setEditing] = useState<Entity | null>(null);
  const [finding, setFinding] = useState(false);
  return (
    <>
      <Link to="/elsewhere">away</Link>
      <button onClick={() => void act(weighCartridge('magenta', readMass(ledger, foretoldG[1]! - 9)))}>
        nine grams less
      </button>
      <button onClick={() => setEditing(PRINTER)}>correct</button>
      <button onClick={() => setFinding(true)}>find</button>
      <EntityEditor entity={editing} onClose={() => setEditing(null)} />
      {finding && <FindDialog onClose={() => setFinding(false)} />}
    </>
  );
}

test.each(['nine grams less', 'correct', 'find'])(
  'what stands over a page goes with it when the page is left, and nothing of it is recorded: %s',
  async (press) => {
    const { user, facts: said } = await renderApp(<Page />, facts, undefined, '/here');
    const before = said('weighed').length + said('defined').length;
    await user.click(screen.getByRole('button', { name: press }));
    expect(await screen.findByRole('dialog')).toBeVisible();
    screen.getByText('away').click();
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    expect(said('weighed').length + said('defined').length).toBe(before);
    // And the page can be used again.
    expect(screen.getByRole('button', { name: press })).toBeVisible();
  },
);
