import { beforeEach, describe, expect, test } from '@jest/globals';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { ALWAYS } from '@hiraeth/core/account';
import { compareShades } from '@hiraeth/core/colour';
import { find, Ledger } from '@hiraeth/core/ledger';
import { headHealth } from '@hiraeth/core/nozzle';
import { periodCost, printerCost } from '@hiraeth/core/cost';
import { PLAN_DEFAULTS, planBasis } from '@hiraeth/core/plan';
import type { CartridgeRun } from '@hiraeth/core/bench';
import type { FactDraft, Printer } from '@hiraeth/core/workbook';
import type { MeasuredPicture } from '@hiraeth/core/image';
import {
  cartridge,
  define,
  fill,
  install,
  print,
  PRINTER,
  script,
  setUp,
  weigh,
} from '@hiraeth/core/testing';
import { ScaleRail } from '../parts/ScaleRail';
import CameraScan from '../parts/scan/CameraScan';
import { ScanProvider } from '../parts/scan/useScans';
import { DemandMaps } from '../parts/picture/DemandMaps';
import { renderApp } from '../testing/renderApp';
import { ScannedMatch } from './bench/work/ScannedMatch';
import { HeadMap } from './checks/HeadMap';
import { TeachLayout } from './checks/TeachLayout';
import Cost from './cost';
import { BuyKit } from './cost/BuyKit';
import { Edition } from './cost/Edition';
import { OverTime } from './cost/OverTime';
import QuoteSheet from './cost/QuoteSheet';
import { WhereItGoes } from './cost/WhereItGoes';
import Labels from './labels';
import { DueList } from './plan/DueList';
import { Fan } from './plan/Fan';
import Prints from './prints';
import { CanPrint } from './rack/CanPrint';
import Slip from './rack/Slip';
import Rotate from './rotate';
import { ShadeList } from './cartridge/ShadeList';
import { Ramps } from './shades/Ramps';

const AT = '2026-03-10T10:00:00.000Z';
const nothing = (): void => undefined;
/** A printer that is used for a week, filled from bottles of known price. */
const used = (...more: FactDraft[]) =>
  script([
    ...setUp,
    define({ entity: 'subject', id: 'night', name: 'Night' }),
    ...['cyan', 'magenta', 'yellow'].flatMap((id) => [weigh(id, 42), fill(id, 40), weigh(id, 84.5)]),
    install,
    print(20),
    ...['cyan', 'magenta', 'yellow'].map((id) => weigh(id, 80)),
    ...more,
  ]);
const picture = (name = 'tide.png'): File =>
  new File(['as a browser would see it'], name, { type: 'image/png' });
const file = (): HTMLElement => screen.getByLabelText('Picture to measure');

beforeEach(() => localStorage.clear());

describe('a picture that is measured', () => {
  test('its demand goes with the logged print, its name into the title; without it the kind decides again', async () => {
    const { user, facts } = await renderApp(<Prints />, used());
    await user.upload(file(), picture());
    const box = screen.getByTestId('picture');
    expect(await within(box).findByText('tide.png')).toBeInTheDocument();
    expect(within(box).getByRole('list', { name: /asks of each channel/ })).toHaveTextContent(
      /cyan.*µl\/dm²/,
    );
    expect(screen.getByLabelText('Title')).toHaveValue('tide');
    await user.click(screen.getByRole('button', { name: 'Log the print' }));
    await waitFor(() => expect(facts('printed')).toHaveLength(2));
    const [, measured] = facts('printed');
    expect(measured!.demand!.map(({ slotId }) => slotId)).toEqual(['cyan', 'magenta', 'yellow']);
    // It was this print's picture: the next one is another.
    await waitFor(() => expect(within(box).queryByText('tide.png')).toBeNull());
    await user.upload(file(), picture());
    await user.click(await within(box).findByRole('button', { name: 'Without it' }));
    await user.click(screen.getByRole('button', { name: 'Log the print' }));
    await waitFor(() => expect(facts('printed')).toHaveLength(3));
    expect(facts('printed').at(-1)!.demand).toBeUndefined();
  });

  test('each channel’s amount under its small picture, the most of them marked', async () => {
    const small = { width: 1, height: 1, rgba: new Uint8ClampedArray([9, 9, 9, 255]) };
    await renderApp(
      <DemandMaps
        picture={{ small } as MeasuredPicture}
        printer={PRINTER}
        demand={PRINTER.slots.map(({ id }, i) => ({ slotId: id, mlPerDm2: 0.01 * (i + 1) }))}
        matte={false}
      />,
      [],
    );
    const shown = screen.getAllByRole('listitem');
    expect(shown.map((item) => item.className)).toEqual(['', '', 'most']);
    expect(shown[2]).toHaveTextContent('yellow30.0 µl/dm²');
  });

  test('what waits is in the answer, kept in the workbook, and taken off again', async () => {
    const { user, facts } = await renderApp(<CanPrint />, used());
    const safe = (): number => Number(/Safe are (\d+)/.exec(document.body.textContent)![1]);
    const alone = safe();
    await user.upload(file(), picture('edition.png'));
    await screen.findByText('edition.png');
    await user.clear(screen.getByLabelText('Copies'));
    await user.type(screen.getByLabelText('Copies'), '12');
    await user.click(screen.getByRole('button', { name: 'Keep it in the plan' }));
    const waiting = screen.getByRole('list', { name: 'Waiting to be printed' });
    expect(waiting).toHaveTextContent('12 × edition.png, 297 × 420 mm');
    expect(safe()).toBeLessThan(alone);
    expect(facts('jobPlanned')).toMatchObject([{ copies: 12, title: 'edition.png' }]);
    await user.click(screen.getByRole('button', { name: 'Take off: 12 × edition.png' }));
    expect(screen.queryByRole('list', { name: 'Waiting to be printed' })).toBeNull();
  });

  test('a slip says after how many sheets, and what then; without its numbers it says where to ask', async () => {
    await renderApp(<Slip />, used(), AT, '/slip?printer=printer&slot=cyan&after=48&of=Night');
    const slip = screen.getByRole('region', { name: 'Marker slip' });
    expect(slip).toHaveTextContent('48 sheets lie above this: Night');
    expect(slip).toHaveTextContent('Stop here: cyan on Test printer');
  });

  test.each(['after=0', 'after=1.5', 'slot=none&after=4'])('no slip for %s', async (asked) => {
    await renderApp(
      <Slip />,
      used(),
      AT,
      `/slip?printer=printer&slot=cyan&${asked}`.replace('slot=cyan&slot', 'slot'),
    );
    expect(screen.getByRole('heading', { name: 'No slip' })).toBeInTheDocument();
  });
});

describe('other costs, quotes and scenarios', () => {
  test('a kit with its ink, its life and its printer; what cannot be is said, and nothing is kept', async () => {
    const { user, facts } = await renderApp(<BuyKit onDone={nothing} />, used());
    await user.type(screen.getByLabelText('Price (GBP)'), '90');
    await user.type(screen.getByLabelText('Of it ink (GBP)'), '95');
    await user.click(screen.getByRole('button', { name: 'Record it' }));
    expect(screen.getByRole('alert')).toHaveTextContent('more than the whole price');
    expect(facts('purchased')).toEqual([]);
    await user.clear(screen.getByLabelText('Of it ink (GBP)'));
    await user.type(screen.getByLabelText('Of it ink (GBP)'), '30');
    await user.type(screen.getByLabelText('Lasts, months'), '24');
    await user.click(screen.getByRole('button', { name: 'Record it' }));
    await waitFor(() => expect(facts('purchased')).toHaveLength(1));
    expect(facts('purchased')[0]).toMatchObject({
      what: 'kit',
      priceMinor: 9000,
      inkMinor: 3000,
      lifeMonths: 24,
    });
  });

  test('a price that nobody knows stays unknown; work and paper are kinds of their own', async () => {
    const { user, facts } = await renderApp(<BuyKit onDone={nothing} />, used());
    await user.selectOptions(screen.getByLabelText('Bought'), 'work');
    expect(screen.queryByLabelText('Of it ink (GBP)')).toBeNull();
    // An empty form writes nothing: that nobody knows the price is said.
    await user.click(screen.getByRole('button', { name: 'Record it' }));
    await screen.findByText(/say below that nobody knows/);
    expect(facts('purchased')).toHaveLength(0);
    await user.click(screen.getByLabelText(/^Nobody knows what it cost/));
    await user.click(screen.getByRole('button', { name: 'Record it' }));
    await waitFor(() => expect(facts('purchased')).toHaveLength(1));
    expect(facts('purchased')[0]).toMatchObject({ what: 'work', name: 'working time', priceMinor: null });
  });

  test('a quote is kept as it was said, with its picture, and stands on a sheet of its own', async () => {
    const { user, facts } = await renderApp(<Edition printerId="printer" at={AT} />, used());
    await user.upload(file(), picture('low tide.png'));
    await screen.findByText('low tide.png');
    expect(screen.getByLabelText('Edition')).toHaveValue('low tide');
    await user.click(screen.getByRole('button', { name: 'Keep this quote' }));
    await waitFor(() => expect(facts('editionPriced')).toHaveLength(1));
    const quote = facts('editionPriced')[0]!;
    expect(quote).toMatchObject({
      name: 'low tide',
      copies: 25,
      spoils: 2,
      picture: 'low tide.png',
      allowance: 0.1,
    });
    expect(await screen.findByRole('link', { name: 'low tide' })).toHaveAttribute(
      'href',
      `/cost/quote/${quote.id}`,
    );
    expect(screen.getByRole('row', { name: /^low tide/ })).toHaveTextContent(/–$/);
  });

  test('a quote that was taken back has no sheet', async () => {
    await renderApp(<QuoteSheet />, used(), AT, '/cost/quote/none');
    expect(screen.getByRole('heading', { name: 'No such quote' })).toBeInTheDocument();
  });

  test('what if: a scenario stands beside what was, and goes back to it; what was left out is named', async () => {
    const { user } = await renderApp(<Cost />, used(), AT, '/cost/what-if');
    const what = screen.getByRole('region', { name: 'What if' });
    const refilled = (): string => within(what).getByTestId('then-Refilled').textContent;
    const before = refilled();
    await user.click(within(what).getByRole('button', { name: /^Bigger bottles/ }));
    expect(refilled()).not.toBe(before);
    fireEvent.change(within(what).getByRole('slider', { name: 'How much you print' }), {
      target: { value: 200 },
    });
    expect(within(what).getByText('200 %')).toBeInTheDocument();
    await user.click(within(what).getByRole('button', { name: 'As it was' }));
    expect(refilled()).toBe(before);
    await user.click(screen.getByRole('link', { name: 'A print' }));
    expect(screen.getByTestId('left-out')).toHaveTextContent(
      'working time; the printer or its head: wear; paper',
    );
    await user.selectOptions(screen.getByLabelText('Period'), 'month-1');
    expect(screen.getByText(/Nothing was printed in this period/)).toBeInTheDocument();
  });
});

test('prints of unknown ink stand beside the cost and its months, not in them', async () => {
  const { user } = await renderApp(<Cost />, script([print(7), ...setUp, ...used()]), AT);
  expect(screen.getByTestId('unknown-ink')).toHaveTextContent(
    /^7 prints are left out, the last of 1 Mar 2026: .* never weighed\.$/,
  );
  await user.click(screen.getByRole('link', { name: 'Months' }));
  expect(screen.getByText(/^and 7 of unknown ink$/)).toBeInTheDocument();
});

test('a channel that was never weighed is named, and has no use a dm²', async () => {
  const weighed = ['cyan', 'magenta'];
  const room = script([
    ...setUp,
    ...weighed.flatMap((id) => [weigh(id, 42), fill(id, 40), weigh(id, 84.5)]),
    install,
    print(20),
    ...weighed.map((id) => weigh(id, 80)),
  ]);
  const { user } = await renderApp(<Cost />, room, AT);
  expect(screen.getByTestId('unknown-ink')).toHaveTextContent(
    'yellow is left out: its cartridge was never weighed.',
  );
  expect(within(screen.getByTestId('unknown-ink')).getByRole('link')).toHaveAttribute('href', '/weigh-in');
  // As the way out promises.
  const then = Ledger.from([...room, ...script([weigh('yellow', 60)], AT)]);
  expect(printerCost(then, 'printer', '2026-03-11T10:00:00.000Z')!.unweighed).toEqual([]);
  await user.click(screen.getByRole('link', { name: 'The sums' }));
  const [cyan, yellow] = ['cyan', 'yellow'].map((name) =>
    within(screen.getByText('Channel by channel').closest('details')!)
      .getByRole('cell', { name })
      .closest('tr'),
  );
  expect(cyan).toHaveTextContent(/ml\d+£/);
  // Not nothing, and not nothing for certain.
  expect(yellow).toHaveTextContent(/^yellownever weighed––/);
  expect(screen.getAllByText(/^never weighed: nothing of it is in the sum$/)).toHaveLength(1);
});

describe('a set for the one that is in', () => {
  const second = ['cyan', 'magenta', 'yellow'].flatMap((shade) => [
    define(cartridge(`${shade}-b`, shade, { set: 'B' })),
    weigh(`${shade}-b`, 85),
  ]);

  test('one at a time, with the masses that were taken, in one routine; only what was swapped goes in', async () => {
    const { user, facts } = await renderApp(<Rotate />, used(...second), AT);
    expect(screen.getByTestId('rotated')).toHaveTextContent('3cartridges to go in');
    await user.click(screen.getByRole('button', { name: 'It is open: begin' }));
    expect(screen.getByRole('timer')).toHaveTextContent(/may stand open for 15:00/);
    await user.type(screen.getByLabelText('cyan out, g'), '79.9');
    await user.click(screen.getByRole('button', { name: 'cyan is swapped' }));
    await user.click(screen.getByRole('button', { name: 'Close it here: save these 1' }));
    await waitFor(() => expect(facts('installed')).toHaveLength(2));
    expect(facts('installed')[1]).toMatchObject({ into: [{ slotId: 'cyan', cartridgeId: 'cyan-b' }] });
    expect(facts('weighed').at(-1)).toMatchObject({ subjectId: 'cyan', massG: { value: 79.9 } });
    await waitFor(() => expect(screen.queryByRole('timer')).toBeNull());
    expect(screen.getByRole('link', { name: 'top them up on the Bench' })).toHaveAttribute(
      'href',
      '/bench?cartridges=cyan',
    );
  });

  test('chips of what goes in are reset together, those filled since their last reset alone', async () => {
    const { user, facts } = await renderApp(
      <Rotate />,
      used(
        ...second,
        fill('cyan-b', 2, { bottleId: 'bottle-cyan' }),
        fill('magenta-b', 2, { bottleId: 'bottle-magenta' }),
        fill('yellow-b', 2, { bottleId: 'bottle-yellow' }),
        { kind: 'chipReset', cartridgeId: 'yellow-b', worked: true },
      ),
      AT,
    );
    await user.click(screen.getByRole('button', { name: 'All 2 chips are reset' }));
    await waitFor(() =>
      expect(facts('chipReset').map(({ cartridgeId }) => cartridgeId)).toEqual([
        'yellow-b',
        'cyan-b',
        'magenta-b',
      ]),
    );
    expect(screen.queryByRole('button', { name: /chips are reset/ })).toBeNull();
  });

  test('one whose plug is out stops it before the printer is opened', async () => {
    await renderApp(
      <Rotate />,
      used(...second, { kind: 'portChanged', cartridgeId: 'yellow-b', ports: { plug: 'out' } }),
      AT,
    );
    expect(screen.getByRole('button', { name: 'It is open: begin' })).toBeDisabled();
    expect(screen.getByText(/Its fill plug is out/)).toBeInTheDocument();
  });

  test('without a second set it says so', async () => {
    await renderApp(<Rotate />, used(), AT);
    expect(screen.getByText(/a second set is needed/)).toBeInTheDocument();
  });

  test('rotation is due, and leads to where it is done', async () => {
    const policy: Printer['policy'] = { code: 'rotateEveryN', threshold: 30 };
    await renderApp(<DueList />, used(define({ ...PRINTER, policy })), AT);
    expect(screen.getByRole('link', { name: 'Rotate the set of Test printer' })).toHaveAttribute(
      'href',
      '/rotate?printer=printer',
    );
  });
});

describe('labels', () => {
  test('one for each that is in use, with its masses; another size and another kind', async () => {
    const { user } = await renderApp(
      <Labels />,
      used({ kind: 'retired', what: 'cartridge', subjectId: 'yellow', reason: 'cracked' }),
    );
    expect(screen.getAllByRole('img', { name: /^Code of/ })).toHaveLength(2);
    expect(screen.getByRole('list')).toHaveTextContent(/cyan.*set A.*empty 41\.58 g.*full 90\.90 g/);
    await user.selectOptions(screen.getByLabelText('Size of a label'), 'own');
    await user.clear(screen.getByLabelText('Width, mm'));
    await user.type(screen.getByLabelText('Width, mm'), '90');
    expect(screen.getByRole('list')).toHaveStyle({ gridTemplateColumns: 'repeat(auto-fill, 90mm)' });
    await user.selectOptions(screen.getByLabelText('For'), 'bottle');
    expect(screen.getByRole('list')).toHaveTextContent(/Ink cyan.*lot M1.*250 ml/);
  });

  const typeCode = (code: string): void => {
    for (const key of code) fireEvent.keyDown(document.body, { key });
    fireEvent.keyDown(document.body, { key: 'Enter' });
  };

  test('a scanned cartridge lies on the scale; at the match the wrong one is refused', async () => {
    let wrong = 0;
    const run = { cartridgeId: 'cyan', bottleIds: ['bottle-cyan'] } as unknown as CartridgeRun;
    await renderApp(
      <ScanProvider>
        <ScaleRail />
        <ScannedMatch run={run} onWrong={() => (wrong += 1)} />
      </ScanProvider>,
      used(),
    );
    const says = screen.getByTestId('scanned-match');
    typeCode('%hb:bottle-yellow');
    await waitFor(() =>
      expect(says).toHaveTextContent('This is Ink yellow, M1, not the bottle of this refill'),
    );
    expect(wrong).toBe(1);
    typeCode('%hc:cyan');
    await waitFor(() => expect(says).toHaveTextContent('still to scan: the bottle'));
    typeCode('%hb:bottle-cyan');
    await waitFor(() => expect(says).toHaveTextContent('Both labels are right.'));
  });

  test('keys that come as slowly as a person types are no code', async () => {
    await renderApp(
      <ScanProvider>
        <ScaleRail />
      </ScanProvider>,
      used(),
    );
    fireEvent.keyDown(document.body, { key: '%' });
    await new Promise((resolve) => setTimeout(resolve, 120));
    typeCode('hc:cyan');
    expect(screen.getByLabelText('of')).toHaveValue('');
  });
});

describe('what was looked at', () => {
  test('where lines were missing, look by look', async () => {
    const check = (lines: readonly number[]): FactDraft => ({
      kind: 'nozzleChecked',
      printerId: 'printer',
      gaps: lines.length > 0 ? [{ slotId: 'cyan', nozzles: lines.length, lines: [...lines] }] : [],
    });
    const facts = used(define({ ...PRINTER, headLines: 40 }), check([7]), check([7, 9]), check([7]));
    const health = headHealth(Ledger.from(facts), 'printer')!;
    await renderApp(<HeadMap health={health} printer={{ ...PRINTER, headLines: 40 }} />, facts);
    expect(screen.getByRole('img', { name: 'cyan: line 7 at 3 of 3, line 9 at 1 of 3' })).toBeInTheDocument();
    expect(document.querySelectorAll('.map-failing')).toHaveLength(3);
  });

  test('ramps in words; a cartridge’s shades by the lots in its channel', async () => {
    const patches = (shift: number) =>
      [1, 2, 3].map((step) => ({ name: `G${step}`, lab: [20 * step + shift, 0, 0] as const }));
    await renderApp(<Ramps found={compareShades(patches(0), patches(-3))!} />, []);
    expect(screen.getByRole('img', { name: /^G: darker by 3\.0, most at \d: ΔE00/ })).toBeInTheDocument();
  });

  test('a cartridge without measurings says nothing; with them, each with its lot', async () => {
    const measured = (ink: 'original' | 'refill', l: number): FactDraft => ({
      kind: 'shadeMeasured',
      ink,
      printerId: 'printer',
      chart: 'Rows',
      condition: 'M1',
      illuminant: 'D50',
      patches: [{ name: 'A1', lab: [l, 10, 10] }],
      ...(ink === 'refill' ? { lots: [{ slotId: 'cyan', bottleId: 'bottle-cyan' }] } : {}),
    });
    await renderApp(<ShadeList cartridgeId="cyan" />, used(measured('original', 50), measured('refill', 58)));
    expect(screen.getByRole('listitem')).toHaveTextContent(/Ink cyan, lot M1: ΔE00 \d\.\d from the original/);
  });
});

describe('pictures that say it', () => {
  test('ink over the coming weeks: one fan a channel, each in words', async () => {
    const days = Array.from({ length: 30 }, () => print(1));
    const facts = used(...days).map((fact, i) => ({
      ...fact,
      at: new Date(Date.parse(fact.at) + i * 12 * 3_600_000).toISOString(),
    }));
    const at = '2026-04-01T12:00:00.000Z';
    const ledger = Ledger.from(facts);
    const basis = planBasis(ledger, 'printer', at, PLAN_DEFAULTS)!;
    await renderApp(<Fan by="rhythm" printer={PRINTER} basis={basis} />, facts, at);
    for (const name of ['cyan', 'magenta', 'yellow'])
      expect(
        screen.getByRole('img', { name: new RegExp(`^${name}: from \\d+ ml, at its reserve`) }),
      ).toBeInTheDocument();
    expect(screen.getByText(/nine in ten/)).toBeInTheDocument();
    // A channel of which nothing is known has no fan, and no false promise.
    expect(basis.forecast.length).toBe(3 * (PLAN_DEFAULTS.weeks + 1));
  });

  test('where the money for ink goes: the dearest channel first, its parts said; months in one picture', async () => {
    const facts = used(
      { kind: 'cleaned', printerId: 'printer', level: 'deep' },
      weigh('cyan', 74),
      weigh('yellow', 70),
    );
    const ledger = Ledger.from(facts);
    const found = periodCost(ledger, 'printer', ALWAYS, AT)!;
    await renderApp(
      <>
        <WhereItGoes cost={found.cost} causes={found.causes} />
        <OverTime
          months={[0, 1].map((i) => ({ ...found.months[0]!, from: `2026-0${i + 2}-01T00:00:00.000Z` }))}
          payback={found.payback}
          currency="GBP"
        />
      </>,
      facts,
      AT,
    );
    const rows = within(screen.getByRole('region', { name: 'Where the money for ink goes' })).getAllByRole(
      'row',
    );
    expect(rows.slice(1).map((row) => row.textContent.split('£')[0])).toEqual([
      ' yellow',
      ' cyan',
      ' magenta',
    ]);
    expect(screen.getAllByRole('img', { name: /on paper, £\d+\.\d\d not on paper/ })).toHaveLength(3);
    expect(screen.getByRole('img', { name: /^Cost by month over 2 months/ })).toBeInTheDocument();
    expect(screen.getByRole('button', { name: 'This picture (SVG)' })).toBeInTheDocument();
  });

  test('one month is no picture over time; a price that is not known has no bar', async () => {
    const facts = used(
      define({
        entity: 'bottle',
        id: 'bottle-cyan',
        inkId: 'ink-cyan',
        lot: 'M1',
        volumeMl: 250,
        priceMinor: null,
        emptyG: null,
      }),
    );
    const found = periodCost(Ledger.from(facts), 'printer', ALWAYS, AT)!;
    await renderApp(
      <>
        <WhereItGoes cost={found.cost} causes={found.causes} />
        <OverTime months={found.months.slice(0, 1)} payback={found.payback} currency="GBP" />
      </>,
      facts,
      AT,
    );
    expect(screen.queryByRole('img', { name: /^Cost by month/ })).toBeNull();
    const region = screen.queryByRole('region', { name: 'Where the money for ink goes' });
    expect(region?.textContent ?? '').not.toMatch(/cyan/);
  });
});

describe('what a check’s layout is taught by', () => {
  const layout = {
    format: 'hiraeth-check-layout',
    version: 1,
    name: 'Shared',
    aspect: 1.2,
    fields: ['cyan', 'magenta', 'yellow'].map((slotId, i) => ({
      ...{ slotId, x: 0.1 + 0.3 * i, y: 0.1, width: 0.25, height: 0.5, columns: 5, rows: 8 },
      light: 'white',
    })),
  };
  const shared = (value: unknown): File =>
    new File([JSON.stringify(value)], 'layout.json', { type: 'application/json' });

  test.each([
    ['no layout', { format: 'other' }, /This layout cannot be used: format has to be/],
    [
      'another printer’s',
      { ...layout, fields: [{ ...layout.fields[0]!, slotId: 'gloss' }] },
      /a channel “gloss” that Test printer does not have/,
    ],
  ])('a shared file that is %s is refused with what is wrong', async (_, value, words) => {
    const { user, facts } = await renderApp(
      <TeachLayout printer={PRINTER} file={picture()} onDone={nothing} />,
      used(),
    );
    const before = facts('defined').length;
    await user.upload(screen.getByLabelText('Layout file'), shared(value));
    expect(await screen.findByRole('alert')).toHaveTextContent(words);
    expect(facts('defined')).toHaveLength(before);
  });

  test('a good one stands in the printer’s definition; how many lines is asked before it is marked', async () => {
    let told: unknown = null;
    const { user, services } = await renderApp(
      <TeachLayout printer={PRINTER} file={picture()} onDone={(taught) => (told = taught)} />,
      used(),
    );
    await user.clear(screen.getByLabelText('Rows of lines'));
    expect(screen.getByRole('button', { name: 'Mark it in this photograph' })).toBeDisabled();
    await user.upload(screen.getByLabelText('Layout file'), shared(layout));
    await waitFor(() => expect(told).toEqual(layout));
    expect(find(services.ledger.context, 'printer', 'printer')!.checkLayout).toEqual(layout);
  });
});

describe('a label by the camera', () => {
  test('without one it says what else there is; where pictures cannot be looked into, that is said', async () => {
    let closed = 0;
    const { user } = await renderApp(
      <ScanProvider>
        <CameraScan onClose={() => (closed += 1)} />
      </ScanProvider>,
      used(),
    );
    expect(await screen.findByRole('alert')).toHaveTextContent(/No camera can be used here/);
    await user.upload(screen.getByLabelText('Photograph of a label'), picture());
    await waitFor(() => expect(screen.getByRole('alert')).toHaveTextContent(/cannot look into a picture/));
    await user.click(screen.getByRole('button', { name: 'Close' }));
    expect(closed).toBe(1);
  });
});
