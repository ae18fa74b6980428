import { areaDm2 } from '@hiraeth/core/area';
import { useState } from 'react';
import TextField from '@mui/material/TextField';
import { all, settingsOf, type Book } from '@hiraeth/core/ledger';
import { beforeFirstFill } from '@hiraeth/core/cost';
import { changePrior, type Printer } from '@hiraeth/core/workbook';
import { explain } from '@hiraeth/core/words';
import { minorPerMajor, parseMoney } from '@hiraeth/core/quantity';
import { useLedger, useMoney, usePriceUnit } from '../../state/hooks';
import { FEED_NAMES, labelOf } from '@hiraeth/core/definition';
import { choicesOf, Pick, readTyped, readWhole, WholeField } from '../../parts/fields';
import { chooseSize, chosenSize, SizePick } from '../../parts/SizePick';

const ANSWERS = {
  yes: 'Yes, it pays',
  perhaps: 'Perhaps: it depends on how much ink your pictures take',
  no: 'No: at this rate originals are cheaper',
} as const;

/** What the workbook knows of the first printer: its channels, what an original and a bottle cost. */
function knownPrices(book: Book, perMajor: number) {
  const [printer] = all(book.context, 'printer');
  const original = printer?.slots.map((slot) => slot.original).find((one) => one !== null);
  const bottle = all(book.context, 'bottle').find(({ priceMinor }) => priceMinor !== null);
  const major = (minor: number | null | undefined): string =>
    minor === null || minor === undefined ? '' : String(minor / perMajor);
  return {
    feed: printer?.feed ?? ('stationary' as const),
    text: {
      channels: String(printer?.slots.length ?? 9),
      original: major(original?.priceMinor),
      usable: original ? String(original.usableMl) : '',
      bottle: major(bottle?.priceMinor),
      bottleMl: bottle ? String(bottle.volumeMl) : '',
    },
  };
}

type Texts = Readonly<
  Record<'channels' | 'original' | 'usable' | 'bottle' | 'bottleMl' | 'kit' | 'prints', string>
>;

/** What was typed, read; and the comparison where all of it can be. */
function readWorth(
  text: Texts,
  feed: Printer['feed'],
  size: ReturnType<typeof chosenSize>,
  { currency, kitLifeMonths }: ReturnType<typeof settingsOf>,
) {
  const amount = (name: 'original' | 'bottle' | 'kit') =>
    text[name].trim() === '' ? null : parseMoney(text[name], currency);
  const volume = (name: 'usable' | 'bottleMl') => readTyped(text[name], 'volume');
  const price = { original: amount('original'), bottle: amount('bottle'), kit: amount('kit') };
  const known = (name: keyof typeof price): number | null => {
    const parsed = price[name];
    return parsed?.ok ? parsed.value : null;
  };
  const [original, bottle, kit] = [known('original'), known('bottle'), known('kit')];
  const [usable, bottleMl] = [volume('usable').value, volume('bottleMl').value];
  const [channels, prints] = [readWhole(text.channels, 1), readWhole(text.prints, 0)];
  const whole =
    original !== null &&
    bottle !== null &&
    kit !== null &&
    usable !== null &&
    usable > 0 &&
    bottleMl !== null &&
    bottleMl > 0 &&
    channels !== null &&
    prints !== null &&
    size !== null;
  const found = whole
    ? beforeFirstFill({
        channels: channels,
        originalMinor: original,
        usableMl: usable,
        primeMl: changePrior(feed, usable).value,
        bottleMinor: bottle,
        bottleMl,
        kitMinor: kit,
        kitLifeMonths,
        printsPerMonth: prints,
        dm2PerPrint: areaDm2(size),
      })
    : null;
  const why = (name: keyof typeof price): string | null => {
    const parsed = price[name];
    return parsed && !parsed.ok ? explain(parsed.problem) : null;
  };
  return { found, why, volumeError: (name: 'usable' | 'bottleMl') => volume(name).error };
}

/** Is it worth beginning? From prices alone, before anything is bought. */
export function WorthIt() {
  const unit = usePriceUnit();
  const ledger = useLedger();
  const { currency, kitLifeMonths } = settingsOf(ledger.context);
  // What setting up has told already is not asked again.
  const [told] = useState(() => knownPrices(ledger, minorPerMajor(currency)));
  const [text, setText] = useState({ kit: '', prints: '20', ...told.text });
  const [feed, setFeed] = useState<Printer['feed']>(told.feed);
  const [size, setSize] = useState(() => chooseSize());
  const { found, why, volumeError } = readWorth(text, feed, chosenSize(size), settingsOf(ledger.context));
  const field = (name: keyof typeof text, label: string, problem: string | null) => (
    <TextField
      label={label}
      value={text[name]}
      onChange={(event) => setText({ ...text, [name]: event.target.value })}
      error={problem !== null}
      helperText={problem}
      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
    />
  );
  return (
    <section className="section" aria-label="Is it worth it?">
      <header>
        <h2>Is it worth it?</h2>
      </header>
      <p>Before you buy anything: what a month costs refilled and with originals, for what you print.</p>
      <div className="form">
        <WholeField
          label="Channels"
          least={1}
          value={text.channels}
          onText={(count) => setText({ ...text, channels: count })}
        />
        <Pick
          label={labelOf('printer', 'feed')}
          value={feed}
          options={choicesOf(FEED_NAMES)}
          onPick={setFeed}
        />
        {field('original', `An original cartridge (${unit})`, why('original'))}
        {field('usable', 'Its usable ink, ml', volumeError('usable'))}
        {field('bottle', `A bottle of ink (${unit})`, why('bottle'))}
        {field('bottleMl', 'It holds, ml', volumeError('bottleMl'))}
        {field('kit', `Kit, once (${unit})`, why('kit'))}
        <WholeField
          label="Prints a month"
          value={text.prints}
          onText={(count) => setText({ ...text, prints: count })}
        />
        <SizePick label="Size of a print" value={size} onPick={setSize} />
      </div>
      <p role="status" data-testid="worth-it">
        {found ? (
          <Answer found={found} kitLifeMonths={kitLifeMonths} />
        ) : (
          'Fill in all prices and volumes to see.'
        )}
      </p>
    </section>
  );
}

function Answer({
  found,
  kitLifeMonths,
}: {
  readonly found: ReturnType<typeof beforeFirstFill>;
  readonly kitLifeMonths: number;
}) {
  const money = useMoney();
  const breakEven = Math.ceil(found.breakEvenPrints ?? 0);
  return (
    <>
      <strong>{ANSWERS[found.answer]}.</strong> A month refilled {money(found.refillMinor.value)} (
      {money(found.refillMinor.low)} to {money(found.refillMinor.high)}), the kit spread over {kitLifeMonths}{' '}
      months in it; with originals {money(found.originalMinor.value)} ({money(found.originalMinor.low)} to{' '}
      {money(found.originalMinor.high)}); a print {money(found.perPrintRefillMinor.value)} and{' '}
      {money(found.perPrintOriginalMinor.value)}.{' '}
      {found.paybackMonths.value !== null &&
        `The kit is paid back after ${found.paybackMonths.value.toFixed(1)} months. `}
      {found.breakEvenPrints !== null &&
        `It breaks even at ${breakEven} ${breakEven === 1 ? 'print' : 'prints'} a month.`}
    </>
  );
}
