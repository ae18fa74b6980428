import { describe, expect, test } from '@jest/globals';
import { act, cleanup, screen, waitFor, within } from '@testing-library/react';
import { useLocation } from 'react-router';
import { all, bottleRemaining, type Ledger } from '@hiraeth/core/ledger';
import { listOf } from '@hiraeth/core/exposure';
import { cartridgeView } from '@hiraeth/core/advice';
import type { FactDraft } from '@hiraeth/core/workbook';
import { define, fill, install, print, PRINTER, script, setUp, weigh } from '@hiraeth/core/testing';
import { useLedger, useNow } from '../state/hooks';
import { EXPORT_NOTE } from '../state/keptFile';
import { keepNote } from '../state/thunks';
import { onlyOnce } from '../parts/onlyOnce';
import { renderApp } from '../testing/renderApp';
import { Evidence } from './cartridge/Evidence';
import { BuyKit } from './cost/BuyKit';
import { BuyBottle } from './inks/BuyBottle';
import { SqueezeBench } from './inks/SqueezeBench';
import Gauge from './gauge';
import Prepare from './prepare';
import { Dilute } from './prepare/Dilute';
import { ScaleRail } from '../parts/ScaleRail';
import { CanPrint } from './rack/CanPrint';
import { Rack } from './rack';
import WeighIn from './weighin';
import SetUp from './setup';
import OneSheet from './setup/OneSheet';

const room = script([
  ...setUp,
  weigh('cyan', 63.42),
  weigh('magenta', 80),
  weigh('yellow', 75),
  install,
  print(2),
]);
const nothing = (): void => undefined;

describe('setting up', () => {
  const [own, press] = ['unknown: by its masses', { name: 'Set it up' }];

  test('what is missing or cannot be read is said together, each below its question; nothing is half set up', async () => {
    const { user, facts } = await renderApp(<OneSheet />, []);
    await user.selectOptions(screen.getByLabelText('Size'), own);
    await user.type(screen.getByLabelText(/^cyan: Original costs/), 'dear');
    await user.type(screen.getByLabelText('Length, mm'), '60');
    expect(screen.queryAllByRole('alert')).toEqual([]);
    await user.click(screen.getByRole('button', press));
    const said = () => screen.queryAllByRole('alert').map((alert) => alert.textContent);
    await waitFor(() =>
      expect(said()).toEqual([
        'Give the printer a name.',
        'a size has length, width and height. Enter all three, or clear them.',
        expect.stringMatching(/“dear” is not a number/),
      ]),
    );
    expect(screen.getByLabelText('Printer’s name')).toHaveFocus();
    // What was mended is not said any longer.
    await user.keyboard('Attic');
    await user.clear(screen.getByLabelText('Length, mm'));
    await waitFor(() => expect(said()).toEqual([expect.stringMatching(/dear/)]));
    expect(facts('defined')).toEqual([]);
    // All of it put away by a press in the wrong place comes back by the same.
    await user.click(screen.getByRole('button', { name: 'From the beginning' }));
    expect(screen.getByLabelText('Printer’s name')).toHaveValue('');
    expect(screen.queryAllByRole('alert')).toEqual([]);
    await user.click(screen.getByRole('button', { name: 'My answers back' }));
    expect(screen.getByLabelText('Printer’s name')).toHaveValue('Attic');
  });

  test('an unknown cartridge, weighed and measured; channels added and removed; begun on the sheet, ended a question a page', async () => {
    const Both = () => (useLocation().pathname === '/set-up' ? <SetUp /> : <OneSheet />);
    const { user, services } = await renderApp(<Both />, [], undefined, '/set-up/sheet');
    await user.type(screen.getByLabelText('Printer’s name'), 'Attic printer');
    await user.click(screen.getByRole('button', { name: 'Remove black' }));
    await user.click(screen.getByRole('button', { name: 'Add a channel' }));
    await user.selectOptions(screen.getByLabelText('Size'), own);
    await user.type(screen.getByLabelText('Empty and dry, g'), '12.4');
    await user.type(screen.getByLabelText('Full to its line, g'), '25');
    await user.click(screen.getByRole('link', { name: 'A question a page' }));
    expect(screen.getByLabelText('Printer’s name')).toHaveValue('Attic printer');
    for (let asked = 0; asked < 10; asked++) await user.click(screen.getByRole('button', { name: 'Next' }));
    await user.click(screen.getByRole('button', press));
    await waitFor(() => expect(all(services.ledger.context, 'printer')).toHaveLength(1));
    const type = all(services.ledger.context, 'cartridgeType')[0]!;
    expect(type).toMatchObject({ variant: 'own', emptyG: { value: 12.4 }, fullG: 25 });
    expect(type.capacityMl).toBeCloseTo(11.8, 1);
    expect(all(services.ledger.context, 'cartridge')).toHaveLength(4);
  });
});

const bought = (ledger: Ledger) =>
  listOf(ledger.state.purchases).map(({ what, priceMinor }) => [what, priceMinor]);

describe('buying', () => {
  test('a bottle of a new ink: what is missing is said at its field, all at once', async () => {
    const { user, services } = await renderApp(<BuyBottle onDone={nothing} />, []);
    const press = () => user.click(screen.getByRole('button', { name: 'Record the bottle' }));
    const said = () => screen.queryAllByRole('alert').map((alert) => alert.textContent);
    await press();
    await waitFor(() =>
      expect(said()).toEqual([
        'Give the ink a name, as on its label.',
        'Enter how much the bottle holds, in ml.',
      ]),
    );
    await user.type(screen.getByLabelText('Holds, ml'), '250 ml');
    await user.type(screen.getByLabelText('Price (GBP)'), '22.50');
    await user.type(screen.getByLabelText('Density, g/ml'), '1.7');
    await press();
    await waitFor(() =>
      expect(said()).toEqual([
        'Give the ink a name, as on its label.',
        expect.stringMatching(/lies near 1\.05 g\/ml/),
      ]),
    );
    await user.type(screen.getByLabelText('Ink’s name'), 'Marram cyan');
    await user.clear(screen.getByLabelText('Density, g/ml'));
    await user.type(screen.getByLabelText('Density, g/ml'), '1,064');
    await press();
    await waitFor(() => expect(all(services.ledger.context, 'bottle')).toHaveLength(1));
    const [bottle] = all(services.ledger.context, 'bottle');
    expect(bottleRemaining(services.ledger, bottle!.id)!.now.value).toBe(250);
    expect(services.ledger.state.bottles.get(bottle!.id)!.openedAt).not.toBeNull();
    expect(bought(services.ledger)).toEqual([['bottle', 2250]]);
  });

  test('the next bottle of an ink is as the last one was, in two presses; what was typed stays, whatever ink is chosen then', async () => {
    const small = { entity: 'bottle', lot: 'M2', volumeMl: 100, priceMinor: 1250, emptyG: null } as const;
    const { user, services } = await renderApp(
      <BuyBottle onDone={nothing} />,
      script([...setUp, define({ ...small, id: 'small', inkId: 'ink-magenta' })]),
    );
    const says = () =>
      [/^Holds/, /^Price/].map((label) => screen.getByLabelText<HTMLInputElement>(label).value);
    expect(says()).toEqual(['250', '22.5']);
    await user.selectOptions(screen.getByLabelText('Ink'), 'ink-magenta');
    expect(says()).toEqual(['100', '12.5']);
    await user.clear(screen.getByLabelText(/^Price/));
    await user.type(screen.getByLabelText(/^Price/), '13');
    await user.selectOptions(screen.getByLabelText('Ink'), 'ink-cyan');
    expect(says()).toEqual(['250', '13']);
    await user.click(screen.getByRole('button', { name: 'Record the bottle' }));
    await waitFor(() => expect(bought(services.ledger)).toEqual([['bottle', 1300]]));
  });

  test('an ink that is new: of the shade and class that the printer asks for first, its price left open', async () => {
    const dye = { ...PRINTER, slots: PRINTER.slots.map((slot) => ({ ...slot, inkClass: 'dye' as const })) };
    const inks = setUp.filter((draft) => draft.kind !== 'defined' || draft.entity.entity !== 'bottle');
    const { user, services } = await renderApp(
      <BuyBottle onDone={nothing} />,
      script([...inks, define(dye)]),
    );
    await user.selectOptions(screen.getByLabelText('Ink'), 'an ink that is new here');
    const says = () =>
      ['Shade', 'Class'].map((label) => screen.getByLabelText<HTMLSelectElement>(label).value);
    // The pigment inks that there are fit no slot.
    expect(says()).toEqual(['cyan', 'dye']);
    await user.selectOptions(screen.getByLabelText('Class'), 'pigment');
    await user.selectOptions(screen.getByLabelText('Shade'), 'yellow');
    expect(says()).toEqual(['yellow', 'pigment']);
    await user.type(screen.getByLabelText('Ink’s name'), 'Marram yellow');
    await user.type(screen.getByLabelText('Holds, ml'), '100');
    await user.click(screen.getByRole('button', { name: 'Record the bottle' }));
    await waitFor(() => expect(bought(services.ledger)).toEqual([['bottle', null]]));
  });

  test('a kit: its price is read as money', async () => {
    const { user, services } = await renderApp(<BuyKit onDone={nothing} />, room);
    await user.type(screen.getByLabelText('Price (GBP)'), '-5');
    await user.click(screen.getByRole('button', { name: 'Record it' }));
    expect(await screen.findByText(/cannot be below zero/)).toBeInTheDocument();
    await user.clear(screen.getByLabelText('Price (GBP)'));
    await user.type(screen.getByLabelText('Price (GBP)'), '168');
    await user.click(screen.getByRole('button', { name: 'Record it' }));
    await waitFor(() => expect(bought(services.ledger)).toEqual([['kit', 16_800]]));
  });

  test('a double click records once', async () => {
    const { user, services } = await renderApp(
      <div onClickCapture={onlyOnce}>
        <BuyKit onDone={nothing} />
      </div>,
      room,
    );
    await user.type(screen.getByLabelText('Price (GBP)'), '10');
    await user.dblClick(screen.getByRole('button', { name: 'Record it' }));
    await waitFor(() => expect(bought(services.ledger)).toEqual([['kit', 1000]]));
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(bought(services.ledger)).toEqual([['kit', 1000]]);
  });

  test('a squeeze, by weighing ten', async () => {
    const { user, services } = await renderApp(<SqueezeBench onDone={nothing} />, room);
    await user.type(screen.getByLabelText('Weighed, g'), '8.51');
    expect(screen.getByText(/0\.80 ± 0\.05 ml/)).toBeInTheDocument();
    await user.click(screen.getByRole('button', { name: 'Record it' }));
    await waitFor(() =>
      expect(
        all(services.ledger.context, 'tool').find((tool) => tool.tool === 'squeezeBottle')?.squeezeMl?.value,
      ).toBeCloseTo(0.8, 2),
    );
  });
});

test('a drop, by weighing fifty', async () => {
  const { user, services } = await renderApp(<SqueezeBench onDone={nothing} />, room);
  await user.selectOptions(screen.getByLabelText('Bottle'), 'a new drop bottle');
  expect(screen.getByLabelText('Drops')).toHaveValue('50');
  await user.type(screen.getByLabelText('Weighed, g'), '1.65');
  await user.click(screen.getByRole('button', { name: 'Record it' }));
  await waitFor(() =>
    expect(
      all(services.ledger.context, 'tool').find(({ tool }) => tool === 'dropBottle')?.squeezeMl?.value,
    ).toBeCloseTo(0.031, 3),
  );
});

describe('the Rack', () => {
  test('an empty workbook says what to do first', async () => {
    await renderApp(<Rack />, []);
    expect(screen.getByRole('heading', { name: 'An empty workbook' })).toBeInTheDocument();
    expect(screen.getByRole('link', { name: 'Set up a printer' })).toHaveAttribute('href', '/set-up');
  });

  test('each slot as a strip that says in words what it shows', async () => {
    await renderApp(<Rack />, room);
    expect(
      screen.getByLabelText(/^cyan: .* ml inside, reserve 3\.5 ml, target 46\.\d ml$/),
    ).toBeInTheDocument();
    expect(screen.getByRole('region', { name: 'Test printer' })).toBeInTheDocument();
    expect(
      within(screen.getByRole('region', { name: 'Test printer' })).getAllByText(/weighed \d days ago/),
    ).toHaveLength(3);
  });

  test('the headline is of the printer that printed last; another is one press away, and stays chosen', async () => {
    const office = define({ ...PRINTER, id: 'office', name: 'Office' });
    const { user, store } = await renderApp(<Rack />, [
      ...room,
      ...script([office], '2026-03-09T09:00:00.000Z'),
    ]);
    const others = () => screen.getByRole('group', { name: 'Other printers' });
    // The office printer has nothing in it: that is no reason to hide what the art printer can do.
    expect(screen.getByText('standard sheets are safe')).toBeInTheDocument();
    expect(within(others()).getByRole('button')).toHaveTextContent(/^Office: cyan, put a cartridge in$/);
    await user.click(within(others()).getByRole('button'));
    await waitFor(() => expect(screen.getByText('An empty slot')).toBeInTheDocument());
    expect(within(others()).getByRole('button')).toHaveTextContent(/^Test printer: \d+ sheets are safe$/);
    expect(store.getState().workbook.notes['rack-lead']).toBe('office');
  });

  test('what this browser alone has is said, once it is worth saving', async () => {
    await renderApp(<Rack />, room, '2026-03-05T10:00:00.000Z');
    expect(screen.queryByText(/in this browser only/)).toBeNull();
    cleanup();
    // Long enough ago, a handful is worth it too.
    const { store } = await renderApp(<Rack />, room, '2026-03-20T10:00:00.000Z');
    expect(await screen.findByText(/All \d+ entries are in this browser only/)).toBeInTheDocument();
    await act(() => store.dispatch(keepNote(EXPORT_NOTE, '2026-03-20T10:00:00.000Z')));
    expect(screen.queryByText(/in this browser only/)).toBeNull();
  });

  test('can this be printed? The answer follows the copies', async () => {
    const { user } = await renderApp(<CanPrint />, room);
    const copies = screen.getByLabelText('Copies');
    const says = () => screen.getByRole('status').textContent;
    await user.clear(copies);
    await user.type(copies, '1');
    expect(says()).toMatch(/^Yes, it is safe\. cyan goes first/);
    await user.clear(copies);
    await user.type(copies, '9000');
    expect(says()).toMatch(/^No: top up first/);
  });
});

describe('the weigh-in', () => {
  test('what cannot be read is said at its slot until a good number comes; both columns record', async () => {
    const { user, facts } = await renderApp(<WeighIn />, room);
    const gauge = screen.getByLabelText('cyan, gauge in %');
    await user.type(gauge, '140{Enter}');
    expect(await screen.findByRole('alert')).toHaveTextContent(/0 to 100 %/);
    await user.clear(gauge);
    await user.type(gauge, '40{Enter}');
    await waitFor(() => expect(facts('gaugeRead')[0]).toMatchObject({ slotId: 'cyan', fraction: 0.4 }));
    await waitFor(() => expect(screen.queryByRole('alert')).not.toBeInTheDocument());
    await user.type(screen.getByLabelText('cyan, weight in g'), '60,40{Enter}');
    await waitFor(() =>
      expect(facts('weighed').at(-1)).toMatchObject({
        subjectId: 'cyan',
        scaleId: 'scale',
        massG: { value: 60.4 },
      }),
    );
    expect(screen.getByLabelText('magenta, weight in g')).toHaveFocus();
  });
});

describe('preparing', () => {
  const round: FactDraft = {
    kind: 'flushed',
    cartridgeId: 'cyan',
    chamber: 0,
    bottleId: 'bottle-magenta',
    addedMl: 4,
    drawnMl: 4,
  };
  function OfCyan() {
    const view = cartridgeView(useLedger(), 'cyan', useNow());
    return view && <Dilute view={view} bottleId="bottle-magenta" residualMl={1.8} suggestedMl={4} />;
  }
  test('rounds before the last fill belong to an earlier conversion', async () => {
    await renderApp(<OfCyan />, script([...setUp, weigh('cyan', 44), round, fill('cyan', 20), round]));
    expect(screen.getByTestId('old-left')).toHaveTextContent(/after 1 round$/);
  });
});

describe('other evidence', () => {
  function OfCyan() {
    const view = cartridgeView(useLedger(), 'cyan', useNow());
    return view && <Evidence view={view} />;
  }
  test.each([
    [/The optical signal came/, 'sensorSignalled'],
    [/The float sensor changed over/, 'sensorSignalled'],
    [/A print faded/, 'fadedOrRanDry'],
    [/It ran dry/, 'fadedOrRanDry'],
  ] as const)('%s is one press', async (button, kind) => {
    const { user, facts } = await renderApp(<OfCyan />, room);
    await user.click(screen.getByRole('button', { name: /I saw its level/ }));
    await user.click(screen.getByRole('button', { name: button }));
    if (kind === 'fadedOrRanDry') {
      // By its weight it was far from empty: what happened is asked, and kept with the entry.
      const dialog = await screen.findByRole('dialog', { name: 'What happened?' });
      expect(within(dialog).getByRole('button', { name: /with this reason/ })).toBeDisabled();
      await user.click(within(dialog).getByLabelText(/not logged/));
      await user.click(within(dialog).getByRole('button', { name: /with this reason/ }));
      await waitFor(() => expect(facts(kind)[0]).toMatchObject({ because: 'notLogged' }));
    }
    await waitFor(() => expect(facts(kind)).toHaveLength(1));
  });

  test('a level is typed in percent; one that cannot be is not taken', async () => {
    const { user, facts } = await renderApp(<OfCyan />, room);
    await user.click(screen.getByRole('button', { name: /I saw its level/ }));
    await user.type(screen.getByLabelText('Level seen, %'), '140');
    await user.click(screen.getByRole('button', { name: 'Record the level' }));
    expect(await screen.findByRole('alert')).toHaveTextContent(/how full it looks, from 0 to 100 %|0 to 100/);
    expect(facts('levelSeen')).toEqual([]);
    await user.clear(screen.getByLabelText('Level seen, %'));
    await user.type(screen.getByLabelText('Level seen, %'), '35{Enter}');
    await waitFor(() => expect(facts('levelSeen')[0]).toMatchObject({ fraction: 0.35 }));
  });
});

describe('a printer with one lamp for all', () => {
  const lamp = script([
    ...setUp,
    define({ ...PRINTER, gauge: { ...PRINTER.gauge, display: 'lampForAll' } }),
    weigh('cyan', 46.5),
    weigh('magenta', 80),
    weigh('yellow', 75),
    install,
  ]);
  test('is never asked for a figure; “one of them is empty” names the likely one, and what was found is recorded', async () => {
    const { user, facts } = await renderApp(<Gauge />, lamp, '2026-03-02T10:00:00.000Z');
    expect(screen.queryByLabelText(/printer says %/)).toBeNull();
    const part = screen.getByRole('region', { name: 'One of them is empty' });
    await user.click(within(part).getByRole('button', { name: 'It says that one of them is empty' }));
    expect(within(part).getByText(/^Likely cyan: look there first/)).toBeInTheDocument();
    await user.click(within(part).getByRole('button', { name: /^cyan, \d+ %/ }));
    await waitFor(() =>
      expect(facts('fadedOrRanDry')).toMatchObject([{ cartridgeId: 'cyan', ranDry: false }]),
    );
  });
});

describe('the drying tray', () => {
  test('several at once: the marked one is weighed by the rail, then the next', async () => {
    const rinsed = script([
      ...setUp,
      { kind: 'flushed', cartridgeId: 'cyan', chamber: 0, addedMl: 9, drawnMl: 4 },
      { kind: 'flushed', cartridgeId: 'magenta', chamber: 0, addedMl: 9, drawnMl: 4 },
    ]);
    const { user, facts } = await renderApp(
      <>
        <Prepare />
        <ScaleRail />
      </>,
      rinsed,
      '2026-03-01T10:00:00.000Z',
    );
    const tray = screen.getByRole('region', { name: 'On the drying tray' });
    expect(within(tray).getByRole('row', { name: /cyan.*5\.0 ml, 11 %/ })).toBeInTheDocument();
    await user.click(within(tray).getByLabelText('Weigh magenta next'));
    await user.type(screen.getByLabelText('Weight, g'), '46.20{Enter}');
    await waitFor(() =>
      expect(facts('weighed')).toMatchObject([{ subjectId: 'magenta', purpose: 'drying' }]),
    );
    // The one that was not weighed yet is next.
    await waitFor(() => expect(within(tray).getByLabelText('Weigh cyan next')).toBeChecked());
  });
});
