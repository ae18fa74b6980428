import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import {
  all,
  CHIP_STRATEGIES,
  CLASS_NAMES,
  MATTERS,
  CONSTRUCTION_NAMES,
  CONSTRUCTIONS,
  explain,
  INK_CLASSES,
  parseMoney,
  parseQuantity,
  settingsOf,
  SHADES,
  STRATEGY_NAMES,
  type Cartridge,
  type ChipStrategy,
  type Construction,
  type InkClass,
  type Printer,
  type QuantityKind,
  type Variant,
} from '@hiraeth/core';
import { useLedger, useRecord } from '../../state/hooks';
import { useServices } from '../../state/services';
import { FEEDS, optionsOf, Pick, QuantityField } from '../../parts/fields';
import { CartridgeDrawing } from '../../parts/drawing/CartridgeDrawing';
import { FormEnd } from '../../parts/FormEnd';
import { Swatch } from '../../parts/Swatch';
import { setUpEntities, typeOf, type BodyInput, type SetUpInput } from './setUpFacts';

interface Row {
  readonly shade: string;
  readonly price: string;
  readonly nominal: string;
  readonly usable: string;
}

const START: readonly string[] = ['photo black', 'cyan', 'magenta', 'yellow'];
/** Shades that share one body stand in one row. */
const TOGETHER = ', ';
const SHADE_CHOICES = [
  ...optionsOf<string>(SHADES),
  ...[['cyan', 'magenta', 'yellow']].map((shades) => ({
    value: shades.join(TOGETHER),
    label: `${shades.join(TOGETHER)} in one body`,
  })),
];
const row = (shade: string): Row => ({ shade, price: '', nominal: '', usable: '' });

/** A printer, its channels, cartridges and the tools for a first refill, on one sheet. */
export default function OneSheet() {
  const ledger = useLedger();
  const record = useRecord();
  const { newId } = useServices();
  const navigate = useNavigate();
  const { currency } = settingsOf(ledger.context);
  const hasScale = all(ledger.context, 'scale').length > 0;
  const hasSyringe = all(ledger.context, 'syringe').length > 0;
  const [text, setText] = useState({
    name: '',
    emptyG: '',
    fullG: '',
    maxG: '',
    capacityMl: '',
    length: '',
    width: '',
    height: '',
    chipMl: '',
    scaleG: hasScale ? '' : '200',
    stepG: '0.01',
    syringe: hasSyringe ? '' : '20',
  });
  const [rows, setRows] = useState<readonly Row[]>(START.map(row));
  const [feed, setFeed] = useState<Printer['feed']>('stationary');
  const [inkClass, setInkClass] = useState<InkClass>('pigment');
  const [construction, setConstruction] = useState<Construction>('compartmentTank');
  const [variant, setVariant] = useState<Variant | 'own'>('standard');
  const [sets, setSets] = useState('1');
  const [initial, setInitial] = useState<Cartridge['initial']>('unknown');
  const [chip, setChip] = useState<ChipStrategy>('resetter');
  const [error, setError] = useState<string | null>(null);
  const put =
    (key: keyof typeof text) =>
    (value: string): void => {
      setText({ ...text, [key]: value });
      setError(null);
    };
  const change = (i: number, part: Partial<Row>): void =>
    setRows(rows.map((old, j) => (j === i ? { ...old, ...part } : old)));

  const read = (): SetUpInput | string => {
    const problems: string[] = [];
    const number = (raw: string, kind: QuantityKind, name: string): number | null => {
      if (raw.trim() === '') return null;
      const parsed = parseQuantity(raw, kind);
      if (parsed.ok) return parsed.value.value;
      problems.push(`${name}: ${explain(parsed.problem)}`);
      return null;
    };
    if (text.name.trim() === '') problems.push('Give the printer a name.');
    if (rows.length === 0) problems.push('A printer has at least one channel.');
    const channels = rows.map((line) => {
      const nominalMl = number(line.nominal, 'volume', line.shade);
      const money = line.price.trim() === '' ? null : parseMoney(line.price, currency);
      if (money && !money.ok) problems.push(`${line.shade}: ${explain(money.problem)}`);
      const usableMl = number(line.usable, 'volume', line.shade) ?? nominalMl;
      if (money?.ok && nominalMl === null)
        problems.push(`${line.shade}: the original has a price but no volume. Enter its ml.`);
      if (!money && `${line.nominal}${line.usable}`.trim() !== '')
        problems.push(
          `${line.shade}: the original has a volume but no price. Enter its price, or clear the ml.`,
        );
      return {
        shades: line.shade.split(TOGETHER),
        inkClass,
        body: 0,
        initial,
        chipIsOriginal: initial === 'original',
        original:
          money?.ok && nominalMl !== null && usableMl !== null
            ? { priceMinor: money.value, nominalMl, usableMl }
            : null,
      };
    });
    const box = [
      number(text.length, 'length', 'Length'),
      number(text.width, 'length', 'Width'),
      number(text.height, 'length', 'Height'),
    ] as const;
    const body: BodyInput = {
      construction,
      variant,
      emptyG: number(text.emptyG, 'mass', 'Empty mass'),
      fullG: number(text.fullG, 'mass', 'Full mass'),
      maxG: number(text.maxG, 'mass', 'Maximum mass'),
      capacityMl: number(text.capacityMl, 'volume', 'Holds'),
      boxMm: box.every((side) => side !== null) ? [box[0]!, box[1]!, box[2]!] : null,
    };
    const input: SetUpInput = {
      name: text.name.trim(),
      feed,
      channels,
      bodies: [body],
      gauge: { display: 'percent', switchOff: null },
      sets: Number(sets),
      chip,
      chipMl: number(text.chipMl, 'volume', 'Chip counts'),
      scale: ((): SetUpInput['scale'] => {
        const capacityG = number(text.scaleG, 'mass', 'Scale');
        return capacityG === null
          ? null
          : { capacityG, resolutionG: number(text.stepG, 'mass', 'Resolution') ?? 0.01 };
      })(),
      syringeMl: number(text.syringe, 'volume', 'Syringe'),
    };
    if (variant === 'own' && body.emptyG === null)
      problems.push('Weigh the unknown cartridge empty, and enter that mass.');
    if (variant === 'own' && body.fullG === null && body.boxMm === null)
      problems.push('Weigh it full too, or measure its length, width and height.');
    return problems.length > 0 ? problems.join(' ') : input;
  };
  const input = read();
  const type = typeof input === 'string' ? null : typeOf(input.bodies[0]!);
  const save = async (): Promise<void> => {
    if (typeof input === 'string') return setError(input);
    const entities = setUpEntities(input, ledger, newId);
    const saved = await record(
      entities.map((entity) => ({ kind: 'defined', entity })),
      `Saved: ${input.name} with ${input.channels.length} channels.`,
    );
    if (saved) void navigate('/');
  };
  return (
    <form
      className="stack"
      aria-label="Set up a printer"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <h1>A printer and what belongs to it</h1>
      <div className="form">
        <TextField label="Printer’s name" value={text.name} onChange={(e) => put('name')(e.target.value)} />
        <Pick label="Ink feed" value={feed} options={FEEDS} onPick={setFeed} />
        <Pick<InkClass>
          label="Ink"
          value={inkClass}
          options={optionsOf(INK_CLASSES, CLASS_NAMES)}
          onPick={setInkClass}
        />
      </div>
      <div className="scrollx">
        <table className="lines">
          <caption className="visually-hidden">Channels in slot order</caption>
          <thead>
            <tr>
              <th>Channel, in slot order</th>
              <th>Original costs ({currency})</th>
              <th>Nominal, ml</th>
              <th>Usable, ml</th>
              <th>
                <span className="visually-hidden">Remove</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map((line, i) => (
              <tr key={i}>
                <td>
                  <Swatch shades={line.shade.split(TOGETHER)} />
                  <Pick
                    label={`Shade ${i + 1}`}
                    value={line.shade}
                    options={SHADE_CHOICES}
                    onPick={(shade) => change(i, { shade })}
                  />
                </td>
                {(['price', 'nominal', 'usable'] as const).map((key) => (
                  <td key={key}>
                    <TextField
                      value={line[key]}
                      onChange={(event) => change(i, { [key]: event.target.value })}
                      placeholder={i > 0 ? rows[0]![key] : 'optional'}
                      slotProps={{
                        htmlInput: {
                          'aria-label': `${line.shade}, ${{ price: 'original’s price', nominal: 'nominal ml', usable: 'usable ml' }[key]}`,
                          inputMode: 'decimal',
                        },
                      }}
                      sx={{ width: 120 }}
                    />
                  </td>
                ))}
                <td>
                  <Button
                    size="small"
                    onClick={() => setRows(rows.filter((_, j) => j !== i))}
                    aria-label={`Remove ${line.shade}`}
                  >
                    Remove
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="row">
        <Button
          onClick={() =>
            setRows([...rows, row(SHADES.find((shade) => !rows.some((r) => r.shade === shade)) ?? 'grey')])
          }
        >
          Add a channel
        </Button>
        <Button
          onClick={() => setRows(rows.map((old) => ({ ...rows[0]!, shade: old.shade })))}
          disabled={rows.length < 2 || rows[0]!.price === ''}
        >
          All originals as the first
        </Button>
      </div>
      <h2>Its refillable cartridges</h2>
      <CartridgeDrawing
        construction={construction}
        shades={(rows[0]?.shade ?? 'grey').split(', ')}
        fill={{ share: 0.6, u: 0.02 }}
        width={240}
      />
      <div className="form">
        <Pick<Construction>
          label="Construction"
          value={construction}
          options={optionsOf(CONSTRUCTIONS, CONSTRUCTION_NAMES)}
          onPick={setConstruction}
          helperText={MATTERS[construction]}
        />
        <Pick<Variant | 'own'>
          label="Size"
          value={variant}
          options={[
            { value: 'starter', label: 'starter' },
            { value: 'standard', label: 'standard' },
            { value: 'large', label: 'large' },
            { value: 'own', label: 'unknown: I weigh and measure it' },
          ]}
          onPick={setVariant}
        />
        <QuantityField
          label="Empty mass, g"
          kind="mass"
          value={text.emptyG}
          onText={put('emptyG')}
          helperText={
            variant === 'own' ? 'Weigh one empty and dry' : type ? `else ${type.emptyG.value} g` : ''
          }
        />
        <QuantityField
          label="Full mass, g"
          kind="mass"
          value={text.fullG}
          onText={put('fullG')}
          helperText={type ? `else ${type.fullG.toFixed(1)} g` : 'Filled to its line'}
        />
        <QuantityField
          label="Maximum mass, g"
          kind="mass"
          value={text.maxG}
          onText={put('maxG')}
          helperText={type ? `else ${type.maxG.toFixed(1)} g: above it, it leaks` : ''}
        />
        <QuantityField
          label="Holds, ml"
          kind="volume"
          value={text.capacityMl}
          onText={put('capacityMl')}
          helperText={type ? `else ${type.capacityMl} ml; reserve ${type.reserveMl} ml` : ''}
        />
        {variant === 'own' && (
          <>
            <QuantityField label="Length, mm" kind="length" value={text.length} onText={put('length')} />
            <QuantityField label="Width, mm" kind="length" value={text.width} onText={put('width')} />
            <QuantityField label="Height, mm" kind="length" value={text.height} onText={put('height')} />
          </>
        )}
        <Pick
          label="How many sets"
          value={sets}
          options={[
            { value: '1', label: 'one' },
            { value: '2', label: 'two: A and B' },
          ]}
          onPick={setSets}
        />
        <Pick<Cartridge['initial']>
          label="What is in them now"
          value={initial}
          options={[
            { value: 'unknown', label: 'some ink: I will weigh them' },
            { value: 'empty', label: 'nothing: new and dry' },
            { value: 'original', label: 'original ink, full' },
          ]}
          onPick={setInitial}
        />
        <Pick<ChipStrategy>
          label="Chip"
          value={chip}
          options={optionsOf(CHIP_STRATEGIES, STRATEGY_NAMES)}
          onPick={setChip}
        />
        <QuantityField
          label="Chip counts, ml"
          kind="volume"
          value={text.chipMl}
          onText={put('chipMl')}
          helperText="The volume it was made for"
        />
      </div>
      <h2>Scale and syringe</h2>
      <div className="form">
        <QuantityField
          label="Scale carries, g"
          kind="mass"
          value={text.scaleG}
          onText={put('scaleG')}
          helperText={hasScale ? 'One is set up already' : ''}
        />
        <QuantityField label="Its smallest step, g" kind="mass" value={text.stepG} onText={put('stepG')} />
        <QuantityField
          label="Syringe holds, ml"
          kind="volume"
          value={text.syringe}
          onText={put('syringe')}
          helperText={hasSyringe ? 'One is set up already' : ''}
        />
      </div>
      <p className="soft small">All of it can be corrected later, in Workbook.</p>
      <FormEnd error={error} submit="Set it up" onCancel={() => void navigate('/workbook')} />
    </form>
  );
}
