import { useState } from 'react';
import TextField from '@mui/material/TextField';
import { beforeFirstFill, explain, parseMoney, settingsOf } from '@hiraeth/core';
import { useLedger, useMoney } from '../../app/hooks';
import { Pick, readTyped } from '../../parts/fields';
import { SIZES, sizeOf, type SizeKey } from '../../parts/sizes';

/** What a print takes of each channel before anything was weighed, a change's priming, and what is lost by hand. */
const PRIOR = { mlPerDm2: { value: 0.012, u: 0.006 }, primeMl: 0.8, lostShare: 0.05 };
const ANSWERS = {
  yes: 'Yes, it pays',
  perhaps: 'Perhaps: it depends on how much ink your pictures take',
  no: 'No: at this rate originals are cheaper',
} as const;

/** Is it worth beginning? From prices alone, before anything is bought. */
export function WorthIt() {
  const money = useMoney();
  const { currency, kitLifeMonths } = settingsOf(useLedger().context);
  const [text, setText] = useState({
    channels: '9',
    original: '',
    usable: '',
    bottle: '',
    bottleMl: '',
    kit: '',
    prints: '20',
  });
  const [size, setSize] = useState<SizeKey>('297x420');
  const amount = (name: 'original' | 'bottle' | 'kit') =>
    text[name].trim() === '' ? null : parseMoney(text[name], currency);
  const volume = (name: 'usable' | 'bottleMl') => readTyped(text[name], 'volume');
  const count = (name: 'channels' | 'prints') => readTyped(text[name], 'plain');
  const price = { original: amount('original'), bottle: amount('bottle'), kit: amount('kit') };
  const known = (name: keyof typeof price): number | null => {
    const parsed = price[name];
    return parsed?.ok ? parsed.value : null;
  };
  const [original, bottle, kit] = [known('original'), known('bottle'), known('kit')];
  const [usable, bottleMl] = [volume('usable').value, volume('bottleMl').value];
  const [channels, prints] = [count('channels').value, count('prints').value];
  const area = sizeOf(size)!;
  const whole =
    original !== null &&
    bottle !== null &&
    kit !== null &&
    usable !== null &&
    usable > 0 &&
    bottleMl !== null &&
    bottleMl > 0 &&
    channels !== null &&
    channels >= 1 &&
    prints !== null &&
    prints >= 0;
  const found = whole
    ? beforeFirstFill({
        ...PRIOR,
        channels: Math.round(channels),
        originalMinor: original,
        usableMl: usable,
        bottleMinor: bottle,
        bottleMl,
        kitMinor: kit,
        kitLifeMonths,
        printsPerMonth: prints,
        dm2PerPrint: (area.widthMm * area.heightMm) / 10_000,
      })
    : null;
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
  const why = (name: keyof typeof price): string | null => {
    const parsed = price[name];
    return parsed && !parsed.ok ? explain(parsed.problem) : null;
  };
  return (
    <section className="section" aria-label="Is it worth it?">
      <header>
        <h2>Is it worth it?</h2>
      </header>
      <p>Before you buy anything: what a month costs refilled and with originals, for what you print.</p>
      <div className="form">
        {field('channels', 'Channels', count('channels').error)}
        {field('original', `An original cartridge (${currency})`, why('original'))}
        {field('usable', 'Its usable ink, ml', volume('usable').error)}
        {field('bottle', `A bottle of ink (${currency})`, why('bottle'))}
        {field('bottleMl', 'It holds, ml', volume('bottleMl').error)}
        {field('kit', `Kit, once (${currency})`, why('kit'))}
        {field('prints', 'Prints a month', count('prints').error)}
        <Pick<SizeKey>
          label="Size of a print"
          value={size}
          options={SIZES.filter((one) => one.value !== 'own')}
          onPick={setSize}
        />
      </div>
      <p role="status" data-testid="worth-it">
        {!found && 'Fill in all prices and volumes to see.'}
        {found && (
          <>
            <strong>{ANSWERS[found.answer]}.</strong> A month refilled {money(found.refillMinor.value)} (
            {money(found.refillMinor.low)} to {money(found.refillMinor.high)}), the kit spread over{' '}
            {kitLifeMonths} months in it; with originals {money(found.originalMinor.value)} (
            {money(found.originalMinor.low)} to {money(found.originalMinor.high)}).{' '}
            {found.paybackMonths.value !== null &&
              `The kit is paid back after ${found.paybackMonths.value.toFixed(1)} months. `}
            {found.breakEvenPrints !== null &&
              `It breaks even at ${Math.ceil(found.breakEvenPrints)} prints a month.`}
          </>
        )}
      </p>
    </section>
  );
}
