import { expect, test } from '@jest/globals';
import { screen, waitFor } from '@testing-library/react';
import type { FactDraft } from '@hiraeth/core/workbook';
import { fill, script, setUp, weigh } from '@hiraeth/core/testing';
import { renderApp } from '../testing/renderApp';
import { useMoney, useRecord } from './hooks';

const room = script([...setUp, weigh('cyan', 63.42)]);

/** A button that records something, as any place does. */
function Recorder({ drafts }: { readonly drafts: readonly FactDraft[] }) {
  const record = useRecord();
  const money = useMoney();
  return (
    <>
      <button onClick={() => void record(drafts, 'Saved: it.')}>Record</button>
      <p>{money(4750)}</p>
      <p>{money(null)}</p>
    </>
  );
}
const press = async (...drafts: FactDraft[]) => {
  const app = await renderApp(<Recorder drafts={drafts} />, room);
  await app.user.click(screen.getByRole('button', { name: 'Record' }));
  return app;
};

test('what is sound is recorded, and can be undone', async () => {
  const { store, facts } = await press(weigh('cyan', 63.4));
  await waitFor(() => expect(facts('weighed')).toHaveLength(2));
  expect(store.getState().workbook.notice).toMatchObject({
    text: 'Saved: it.',
    undo: [facts('weighed')[1]!.id],
  });
  expect(screen.getByText('£47.50')).toBeInTheDocument();
  expect(screen.getByText('–')).toBeInTheDocument();
});

test('what cannot be is said, with no way to confirm it; nothing is recorded', async () => {
  const { user, facts } = await press(weigh('cyan', 20));
  expect(await screen.findByRole('dialog', { name: 'This cannot be right' })).toHaveTextContent(
    /lighter than cyan empty/,
  );
  expect(screen.queryByRole('button', { name: 'Yes, record it so' })).not.toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Go back and correct' }));
  expect(facts('weighed')).toHaveLength(1);
});

test('what may be true is asked, all at once, and kept with the answer', async () => {
  const draft = fill('cyan', 5, { bottleId: 'bottle-yellow' });
  const { user, facts } = await press(draft, weigh('magenta', 93.5));
  const dialog = await screen.findByRole('dialog', { name: 'Is this what you want?' });
  expect(dialog).toHaveTextContent(/Take the right bottle/);
  expect(dialog).toHaveTextContent(/above the maximum of magenta/);
  await user.click(screen.getByRole('button', { name: 'Yes, record it so' }));
  await waitFor(() => expect(facts('filled')).toHaveLength(1));
  expect(facts('filled')[0]!.confirmed).toEqual(expect.arrayContaining(['otherShade', 'heavierThanMax']));
});

test('an answer of no leaves everything as it was; what the schema refuses is said in the notice', async () => {
  const { user, facts } = await press(fill('cyan', 5, { bottleId: 'bottle-yellow' }));
  await screen.findByRole('dialog');
  await user.keyboard('{Escape}');
  await waitFor(() => expect(screen.queryByRole('dialog')).not.toBeInTheDocument());
  expect(facts('filled')).toEqual([]);
  const { store } = await renderApp(<Recorder drafts={[{ kind: 'noted', text: '' }]} />, room);
  await user.click(screen.getAllByRole('button', { name: 'Record' })[1]!);
  await waitFor(() =>
    expect(store.getState().workbook.notice).toMatchObject({
      tone: 'bad',
      text: expect.stringMatching(/^text: /),
    }),
  );
});
