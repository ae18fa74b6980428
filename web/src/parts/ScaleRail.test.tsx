import { expect, test } from '@jest/globals';
import { screen, waitFor } from '@testing-library/react';
import { useMemo, useState } from 'react';
import type { MassReading } from '@hiraeth/core/ledger';
import { script, setUp, weigh } from '@hiraeth/core/testing';
import { useScale, useScaleTarget } from '../devices/useScale';
import { renderApp } from '../testing/renderApp';
import { ScaleRail } from './ScaleRail';

const room = script([...setUp, weigh('cyan', 63.42)]);
const rail = (more: React.ReactNode = null) =>
  renderApp(
    <>
      {more}
      <ScaleRail />
    </>,
    room,
  );
const field = () => screen.getByLabelText(/Weight, g|or type g/);

test('a typed weight goes to the chosen cartridge, with the ink it means shown before it is taken', async () => {
  const { user, facts } = await rail();
  await user.selectOptions(screen.getByLabelText('of'), 'magenta');
  await user.type(field(), '12');
  expect(screen.getByRole('status')).toHaveTextContent('lighter than it is empty (41.58 g)');
  await user.clear(field());
  await user.type(field(), '63,42');
  expect(screen.getByRole('status')).toHaveTextContent(/= 20\.5\d ± 0\.2\d ml of ink/);
  await user.keyboard('{Enter}');
  await waitFor(() => expect(facts('weighed')).toHaveLength(2));
  expect(facts('weighed')[1]).toMatchObject({
    subjectId: 'magenta',
    massG: { value: 63.42 },
    purpose: 'weighIn',
  });
  expect(field()).toHaveValue('');
  // A display that will not stand still: its two ends, and how little that says of the ink.
  await user.type(field(), '62–64');
  expect(screen.getByRole('status')).toHaveTextContent(/= 20\.\d ± 1\.\d ml of ink/);
  await user.keyboard('{Enter}');
  await waitFor(() => expect(facts('weighed')).toHaveLength(3));
  expect(facts('weighed')[2]).toMatchObject({ massG: { value: 63 }, range: [62, 64] });
});

test('the weight of a cartridge whose type is gone is kept, and what it lacks is said before', async () => {
  const type = room.find((fact) => fact.kind === 'defined' && fact.entity.entity === 'cartridgeType')!;
  const undo = script([{ kind: 'voided', factId: type.id, reason: '' }], '2026-03-02T09:00:00.000Z');
  const { user, facts } = await renderApp(<ScaleRail />, [...room, ...undo]);
  await user.selectOptions(screen.getByLabelText('of'), 'cyan');
  expect(screen.getByRole('status')).toBeEmptyDOMElement();
  await user.type(field(), '60.10');
  expect(screen.getByRole('status')).toHaveTextContent(
    /^Its type is not in the workbook: the weight is kept/,
  );
  await user.keyboard('{Enter}');
  await waitFor(() => expect(facts('weighed')).toHaveLength(2));
});

test('a step that waits for a weight takes it instead', async () => {
  const taken: MassReading[] = [];
  function Step() {
    useScaleTarget(
      useMemo(() => ({ label: 'the step', onTake: (reading: MassReading) => void taken.push(reading) }), []),
    );
    return null;
  }
  const { user, facts } = await rail(<Step />);
  expect(screen.getByText('the step')).toBeInTheDocument();
  expect(screen.queryByLabelText('of')).not.toBeInTheDocument();
  await user.type(field(), '2.2 oz{Enter}');
  expect(taken[0]!.massG.value).toBeCloseTo(62.369, 3);
  expect(facts('weighed')).toHaveLength(1);
});

test('from a live scale only a settled weight is taken; its trouble is said; typing still works', async () => {
  let hub: ReturnType<typeof useScale>['hub'] | null = null;
  function Grab() {
    ({ hub } = useScale());
    return null;
  }
  const { user, facts } = await rail(<Grab />);
  await user.selectOptions(screen.getByLabelText('Scale', { selector: 'select' }), 'simulated');
  await user.selectOptions(screen.getByLabelText('of'), 'cyan');
  hub!.simulated.unplugged = true;
  expect(await screen.findByText(/The scale is silent/)).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Take the weight' }));
  expect(screen.getByText(/Wait until the weight stands still/)).toBeInTheDocument();
  expect(facts('weighed')).toHaveLength(1);
  await user.selectOptions(screen.getByLabelText('Scale', { selector: 'select' }), 'typed');
  await user.type(field(), '63.40{Enter}');
  await waitFor(() => expect(facts('weighed')).toHaveLength(2));
});

test('what is put on a live scale after it was asked for is taken by itself, once; what lay there is not', async () => {
  let hub: ReturnType<typeof useScale>['hub'] | null = null;
  const taken: number[] = [];
  function Step() {
    ({ hub } = useScale());
    const [n, setN] = useState(1);
    useScaleTarget(
      useMemo(
        () => ({
          label: `cartridge ${n}`,
          range: [41, 70] as const,
          onTake: ({ massG }: MassReading) => {
            taken.push(Math.round(massG.value));
            setN((old) => old + 1);
          },
        }),
        [n],
      ),
    );
    return null;
  }
  const { user } = await rail(<Step />);
  const live = () => Number.parseFloat(screen.getByLabelText('Live weight').textContent);
  const put = async (g: number): Promise<void> => {
    hub!.simulated.put(g);
    await waitFor(() => expect(live()).toBeCloseTo(g, 0), { timeout: 6000 });
  };
  const heard = (masses: readonly number[]) =>
    waitFor(() => expect(taken).toEqual(masses), { timeout: 6000 });
  hub!.simulated.put(50);
  await user.selectOptions(screen.getByLabelText('Scale', { selector: 'select' }), 'simulated');
  await screen.findByText('still', {}, { timeout: 6000 });
  // The hand that lifts it off, and the empty pan; then the next one.
  await put(0);
  expect(taken).toEqual([]);
  await put(63);
  await heard([63]);
  // A press that was meant for it is not one for the next.
  expect(screen.getByRole('button', { name: 'Taken' })).toBeDisabled();
  await put(120);
  await put(44);
  await heard([63, 44]);
  await user.click(screen.getByLabelText('takes a still weight by itself'));
  await put(0);
  await put(55);
  await screen.findByText('still', {}, { timeout: 6000 });
  expect(taken).toEqual([63, 44]);
  await user.click(await screen.findByRole('button', { name: 'Take the weight' }));
  await heard([63, 44, 55]);
}, 30_000);

test('on a page for something else it is one line, until a number is typed or a weight is asked for', async () => {
  const { user, facts } = await renderApp(<ScaleRail quiet />, room);
  expect(screen.queryByLabelText(/Weight, g/)).toBeNull();
  // A scale that types needs no press: all of its digits are there.
  await user.keyboard('63.42');
  expect(field()).toHaveValue('63.42');
  await user.selectOptions(screen.getByLabelText('of'), 'magenta');
  await user.click(screen.getByRole('button', { name: 'Take the weight' }));
  await waitFor(() => expect(facts('weighed')).toHaveLength(2));
  await user.keyboard('w');
  expect(field()).toHaveFocus();
  await user.click(screen.getByRole('button', { name: 'Put it away' }));
  expect(screen.queryByLabelText(/Weight, g/)).toBeNull();
  await user.click(screen.getByRole('button', { name: 'Weigh something' }));
  expect(field()).toHaveFocus();
});
