import { afterEach, expect, test } from '@jest/globals';
import { screen, waitFor } from '@testing-library/react';
import { typePreset } from '@hiraeth/core';
import { bodyRoom, cartridge, define, weigh } from '../../../../core/src/testing/bench';
import { ScaleRail } from '../../parts/ScaleRail';
import { renderApp } from '../../testing/renderApp';
import Bench from './index';

const room = bodyRoom('compartmentTank', 1, { more: [weigh('it', 60)] });
const heading = () => screen.getByRole('heading', { level: 1 }).textContent;
const shown = (facts = room) =>
  renderApp(
    <>
      <Bench />
      <ScaleRail />
    </>,
    facts,
  );

afterEach(() => {
  delete (globalThis as { speechSynthesis?: unknown }).speechSynthesis;
  delete (globalThis as { SpeechSynthesisUtterance?: unknown }).SpeechSynthesisUtterance;
});

test('by keyboard: space goes on, backspace goes back, and the run is kept beside the facts after every step', async () => {
  const { user, store, facts } = await shown();
  await user.click(screen.getByRole('checkbox', { name: 'It' }));
  await user.click(screen.getByRole('button', { name: 'Begin' }));
  expect(heading()).toBe('Is everything here?');
  await user.keyboard(' ');
  await waitFor(() => expect(heading()).toBe('Shake and match the ink'));
  await user.keyboard(' ');
  await waitFor(() => expect(heading()).toBe('Weigh it as it is'));
  await user.keyboard('{Backspace}');
  await waitFor(() => expect(heading()).toBe('Shake and match the ink'));
  await user.keyboard(' ');
  await waitFor(() => expect(heading()).toBe('Weigh it as it is'));
  await user.type(screen.getByLabelText('Weight, g'), '60.05{Enter}');
  await waitFor(() => expect(facts('weighed')).toHaveLength(2));
  expect(facts('weighed')[1]).toMatchObject({ purpose: 'before', massG: { value: 60.05 } });
  const kept = store.getState().workbook.notes.bench as { queue: { done: string[] }[] };
  expect(kept.queue[0]!.done).toEqual(['tools', 'shake', 'weigh-before']);
});

test('each chamber takes its own dose; one that cannot be read stops the beginning', async () => {
  const { user, store } = await shown(bodyRoom('integratedHead', 3, { more: [weigh('it', 30)] }));
  await user.click(screen.getByRole('checkbox', { name: 'It' }));
  expect(screen.getByLabelText('Bottle for It: yellow')).toHaveValue('bottle-yellow');
  await user.type(screen.getByLabelText('Dose for It: magenta, ml'), 'much');
  expect(screen.getByRole('button', { name: 'Begin' })).toBeDisabled();
  await user.clear(screen.getByLabelText('Dose for It: magenta, ml'));
  await user.type(screen.getByLabelText('Dose for It: magenta, ml'), '1,5 ml');
  await user.click(screen.getByRole('button', { name: 'Begin' }));
  await waitFor(() => expect(heading()).toBe('Is everything here?'));
  const kept = store.getState().workbook.notes.bench as { queue: { dosesMl: (number | null)[] }[] };
  expect(kept.queue[0]!.dosesMl).toEqual([null, 1.5, null]);
});

test('in a queue each cartridge keeps its own method, occasion and tools where nobody chose', async () => {
  const tank = typePreset('openTank', 'standard');
  const { user, store } = await shown(
    bodyRoom('integratedHead', 1, {
      more: [
        define({ entity: 'cartridgeType', id: 'big', name: 'Big', ...tank }),
        define(cartridge('tank', 'magenta', { label: 'Tank', typeId: 'big', initial: 'empty' })),
        define({
          entity: 'syringe',
          id: 'fine',
          name: 'Fine',
          capacityMl: 2,
          graduationMl: 0.1,
          keepBackMl: 0.1,
          family: '',
        }),
        weigh('it', 34.4),
      ],
    }),
  );
  await user.click(screen.getByRole('checkbox', { name: 'It' }));
  await user.click(screen.getByRole('checkbox', { name: 'Tank' }));
  await user.click(screen.getByRole('button', { name: 'Begin' }));
  await waitFor(() => expect(heading()).toBe('Is everything here?'));
  const { queue } = store.getState().workbook.notes.bench as { queue: object[] };
  expect(queue).toMatchObject([
    { method: 'spongeInjection', occasion: 'topUp', syringeId: 'fine' },
    { method: 'funnelToLine', occasion: 'first', syringeId: 'syringe' },
  ]);
});

test('without a scale the fill is by the syringe, and says how much larger its doubt is', async () => {
  const { user } = await shown();
  await user.click(screen.getByRole('checkbox', { name: 'It' }));
  await user.click(screen.getByLabelText('Weigh before and after'));
  expect(screen.getByText(/about ten times larger/)).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Begin' }));
  expect(screen.getAllByRole('listitem').map((item) => item.textContent)).not.toContain('Weigh it as it is');
});

test('a step is read aloud when asked for, and only where the browser can', async () => {
  const spoken: string[] = [];
  Object.assign(globalThis, {
    SpeechSynthesisUtterance: class {
      rate = 1;
      constructor(readonly text: string) {}
    },
    speechSynthesis: { speak: (words: { text: string }) => spoken.push(words.text), cancel: () => undefined },
  });
  const { user } = await shown();
  await user.click(screen.getByRole('checkbox', { name: 'It' }));
  await user.click(screen.getByRole('button', { name: 'Begin' }));
  expect(spoken).toEqual([]);
  await user.click(screen.getByRole('button', { name: 'Read aloud' }));
  await waitFor(() => expect(spoken[0]).toMatch(/^Is everything here\?/));
});

test('an empty workbook says where to begin; a cartridge without a bottle says where to buy one', async () => {
  await shown([]);
  expect(screen.getByRole('link', { name: /Set up a printer/ })).toBeInTheDocument();
});
