import { expect, test } from '@jest/globals';
import { screen, waitFor, within } from '@testing-library/react';
import { define, knownRoom, PRINTER, script } from '@hiraeth/core/testing';
import type { Fact } from '@hiraeth/core/workbook';
import { renderApp } from '../../testing/renderApp';
import WeighIn from '.';

const AT = '2026-03-10T10:00:00.000Z';
const { facts: known, foretoldG } = knownRoom(AT);

/** The ninth weigh-in, typed as a column, off by these grams from what was foretold. */
async function enter(
  off: readonly number[],
  room: readonly Fact[] = known,
  told: readonly number[] = foretoldG,
) {
  const app = await renderApp(<WeighIn />, room);
  await app.user.click(screen.getByLabelText('cyan, weight in g'));
  await app.user.paste(told.map((g, i) => (g + off[i]!).toFixed(2)).join('\n'));
  // The first ones that are far off are asked about by themselves: nobody knows yet.
  const all = () => screen.queryByText('All weighed. The ink is known again.');
  let before = '';
  let questions = 0;
  while (!all()) {
    await waitFor(() => {
      const now = screen.queryByRole('dialog')?.textContent ?? '';
      expect(all() !== null || (now !== '' && now !== before)).toBe(true);
    });
    const dialog = screen.queryByRole('dialog');
    if (!dialog) break;
    before = dialog.textContent;
    questions += 1;
    await app.user.click(within(dialog).getByRole('radio', { name: /^Nobody knows/ }));
    await app.user.click(within(dialog).getByRole('button', { name: /^Record it/ }));
  }
  return { ...app, questions };
}
const asked = async () => within(await screen.findByTestId('causes', {}, { timeout: 4000 }));
const gone = () => waitFor(() => expect(screen.queryByTestId('causes')).toBeNull());

test('as foretold: all is weighed, and nothing is asked', async () => {
  await enter([0, 0, 0]);
  await screen.findByText('All weighed. The ink is known again.');
  expect(screen.queryByTestId('causes')).toBeNull();
});

test('the same gram on all of them: one press takes it off, each mass is entered anew', async () => {
  // Far off the same way, all three of them: two are asked about, the third belongs to them, and the set is judged.
  const { user, facts, questions } = await enter([0.9, 0.9, 0.9]);
  expect(questions).toBe(2);
  const said = await asked();
  expect(said.getByText(/too much on all of them: it was zeroed wrong today/)).toBeInTheDocument();
  await user.click(await said.findByRole('button', { name: 'Take 0.9 g off all of them' }));
  await gone();
  const masses = facts('weighed').slice(-3);
  masses.forEach(({ massG }, i) => expect(massG.value).toBeCloseTo(foretoldG[i]!, 0));
  // What was taken off is not known to a hundredth: neither are they.
  for (const { massG } of masses) expect(massG.u).toBeGreaterThan(0.05);
  expect(facts('voided')).toHaveLength(3);
});

test('one alone: left out, or ruled out; the others are left as they were', async () => {
  const { user, facts } = await enter([0, -0.9, 0]);
  await user.click(await (await asked()).findByRole('button', { name: 'Leave that mass out' }));
  await gone();
  expect(facts('weighed').filter(({ because }) => because === 'misread')).toMatchObject([
    { subjectId: 'magenta' },
  ]);
  expect(facts('voided')).toHaveLength(1);
});

test('“that is not it” is kept: the log says what was ruled out', async () => {
  const { user, facts } = await enter([0.9, 0.9, 0.9]);
  await user.click(await (await asked()).findByRole('button', { name: 'Not a scale that was zeroed wrong' }));
  await waitFor(() =>
    expect(facts('causeDenied')).toMatchObject([{ printerId: 'printer', cause: 'zeroed' }]),
  );
});

test('less than was logged is never called missing: the prints of these days are shown, and left out by one press', async () => {
  const { user, facts } = await enter([1.1, 0.7, 0.9]);
  const said = await asked();
  expect(said.getByText(/less than the log says/)).toBeInTheDocument();
  expect(await said.findByRole('link', { name: 'The prints of these days' })).toHaveAttribute(
    'href',
    '/prints/log',
  );
  await user.click(await said.findByRole('button', { name: /leave these days out/ }));
  await gone();
  expect(facts('weighed').filter(({ because }) => because === 'notLogged')).toHaveLength(3);
});

test('two blacks, and prints without a paper: asked which they took, said for all of them at once', async () => {
  const shades: Readonly<Record<string, string>> = { magenta: 'photo black', yellow: 'matte black' };
  const both = {
    ...PRINTER,
    slots: PRINTER.slots.map((slot) => ({ ...slot, shades: [shades[slot.id] ?? 'cyan'] })),
  };
  const room = known.map((fact) =>
    fact.kind === 'defined' && fact.entity.entity === 'printer' ? { ...fact, entity: both } : fact,
  );
  // As if all of them had been on matte papers.
  const { user, facts } = await enter([0, 0.75, -0.95], room);
  const said = await asked();
  expect(said.getByText(/^yellow alone drew 0\.\d ml more than the log says/)).toBeInTheDocument();
  expect(await said.findByRole('link', { name: 'The prints of these days' })).toBeInTheDocument();
  const question = within(await screen.findByRole('region', { name: 'Which black the prints took' }));
  expect(
    question.getByText(/^One print since the last weigh-in does not say which black/),
  ).toBeInTheDocument();
  await user.click(question.getByRole('button', { name: 'It took matte black' }));
  await waitFor(() =>
    expect(screen.queryByRole('region', { name: 'Which black the prints took' })).toBeNull(),
  );
  const [paper] = facts('defined').flatMap(({ entity }) => (entity.entity === 'paper' ? [entity] : []));
  expect(paper).toMatchObject({ name: 'Paper for matte black', black: 'matte' });
  expect(facts('printed').at(-1)).toMatchObject({ copies: 3, paperId: paper!.id });
});

test('a kind of picture that was logged for another: said which, and corrected by one press', async () => {
  const kinds = [
    { subjectId: 'any', perDm2: [0.03, 0.02, 0.025] },
    { subjectId: 'night', perDm2: [0.012, 0.045, 0.05] },
  ] as const;
  const { facts: room, foretoldG: told } = knownRoom(AT, [...kinds]);
  const night = script([define({ entity: 'subject', id: 'night', name: 'Night' })], room[0]!.at);
  // Three sheets of it, logged as the other kind.
  const off = kinds[0].perDm2.map((any, i) => 3 * 12.474 * 1.064 * (any - kinds[1].perDm2[i]!));
  const { user, facts } = await enter(off, [...night, ...room], told);
  const said = await asked();
  expect(
    said.getByText(/^They fell as if about \d+ % of what is logged of “Any” had been “Night”/),
  ).toBeInTheDocument();
  await user.click(await said.findByRole('button', { name: 'Yes, they were “Night”' }));
  await gone();
  expect(facts('printed').at(-1)).toMatchObject({ copies: 3, subjectId: 'night' });
});
