import { readUnfinished } from '../../state/unfinished';
import { afterEach, expect, test } from '@jest/globals';
import { screen, waitFor } from '@testing-library/react';
import { typePreset } from '@hiraeth/core/workbook';
import { bodyRoom, cartridge, define, weigh } from '@hiraeth/core/testing';
import { ScaleRail } from '../../parts/ScaleRail';
import { renderApp } from '../../testing/renderApp';
import Bench from './index';
import Paper from './Paper';

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
  await waitFor(() => expect(heading()).toBe('Shake the bottle'));
  for (const title of ['Match ink and cartridge', 'Ink into the syringe', 'Shut the outlet']) {
    await user.keyboard(' ');
    await waitFor(() => expect(heading()).toBe(title));
  }
  await user.keyboard('{Backspace}');
  await waitFor(() => expect(heading()).toBe('Ink into the syringe'));
  for (const title of ['Shut the outlet', 'Weigh it as it is']) {
    await user.keyboard(' ');
    await waitFor(() => expect(heading()).toBe(title));
  }
  await user.type(screen.getByLabelText('Weight, g'), '60.05{Enter}');
  await waitFor(() => expect(facts('weighed')).toHaveLength(2));
  expect(facts('weighed')[1]).toMatchObject({ purpose: 'before', massG: { value: 60.05 } });
  const kept = readUnfinished(store.getState().workbook.notes, 'bench')!;
  expect(kept.queue[0]!.done).toEqual([
    'tools',
    'shake',
    'match-1',
    'draw-up',
    'shut-outlet',
    'weigh-before',
  ]);
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
  const kept = readUnfinished(store.getState().workbook.notes, 'bench')!;
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
  const { queue } = readUnfinished(store.getState().workbook.notes, 'bench')!;
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

test('the wrong bottle is asked about before anything is open; meant so, it is said so in the log', async () => {
  const { user, store } = await shown();
  await user.click(screen.getByRole('checkbox', { name: 'It' }));
  await user.selectOptions(screen.getByLabelText('Bottle for It'), 'bottle-magenta');
  expect(screen.getByRole('group', { name: 'Is it meant so?' })).toHaveTextContent(
    'The bottle holds magenta, the cartridge is for cyan.',
  );
  expect(screen.getByRole('button', { name: 'Begin' })).toBeDisabled();
  await user.click(screen.getByLabelText('It is meant so'));
  await user.click(screen.getByRole('button', { name: 'Begin' }));
  const kept = readUnfinished(store.getState().workbook.notes, 'bench')!;
  expect(kept.queue).toMatchObject([{ confirmed: ['otherShade'], bottleIds: ['bottle-magenta'] }]);
});

test('on paper: every step with its answers, and where the hole is at true size', async () => {
  const at = { lengthMm: 60, widthMm: 20, xMm: 12, yMm: 8, diameterMm: 3 };
  await renderApp(
    <Paper />,
    bodyRoom('spongeReservoir', 1, { type: { holeAt: at }, more: [weigh('it', 20)] }),
    undefined,
    '/bench/steps?cartridge=it&occasion=original&scale=scale',
  );
  expect(screen.getByRole('heading', { level: 1 })).toHaveTextContent('It: syringe from the top');
  expect(screen.getByText('Drill the fill hole')).toBeInTheDocument();
  expect(screen.getByText(/□ Wet, and all is shut: too full/)).toBeInTheDocument();
  const template = screen.getByRole('img', { name: /hole of 3 mm, its centre 12 mm from the left/ });
  expect(template).toHaveAttribute('width', '62mm');
});

test('quick gear: a top-up by its numbers alone, a press for each; what was taken as done can be said to be otherwise', async () => {
  const { user, facts } = await shown(bodyRoom('compartmentTank', 1, { more: [weigh('it', 60)] }));
  await user.click(screen.getByRole('checkbox', { name: 'It' }));
  await user.click(screen.getByLabelText('Quick gear: stop only at numbers'));
  await user.click(screen.getByRole('button', { name: 'Begin' }));
  await waitFor(() => expect(heading()).toBe('Weigh it as it is'));
  expect(
    screen.getByText(/^Taken as done: is everything here\?, shake the bottle, match/),
  ).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Not so: Shut the outlet', hidden: true }));
  await waitFor(() => expect(heading()).toBe('Shut the outlet'));
  // That step is guided now; the gear can be taken up again.
  await user.click(screen.getByRole('button', { name: 'Quick gear' }));
  await waitFor(() => expect(heading()).toBe('Weigh it as it is'));
  let presses = 0;
  const type = async (grams: string): Promise<void> => {
    await user.clear(screen.getByLabelText('Weight, g'));
    await user.type(screen.getByLabelText('Weight, g'), `${grams}{Enter}`);
  };
  await type('60.05');
  await waitFor(() => expect(heading()).toMatch(/^Inject slowly/));
  for (let i = 0; i < 6 && /^Inject/.test(heading() ?? ''); i++) {
    const before = heading();
    screen.getByRole('heading', { level: 1 }).focus();
    await user.keyboard(' ');
    presses += 1;
    await waitFor(() => expect(heading()).not.toBe(before));
  }
  await waitFor(() => expect(heading()).toBe('Weigh it full'));
  await type(screen.getByTestId('step-number').textContent.replace(/[^\d.]/g, ''));
  await waitFor(() => expect(heading()).toBe('Into the log'));
  await user.keyboard(' ');
  presses += 1;
  await waitFor(() => expect(facts('filled')).toHaveLength(1));
  expect(presses).toBeLessThanOrEqual(5);
  expect(facts('chipReset')).toMatchObject([{ worked: true }]);
});
