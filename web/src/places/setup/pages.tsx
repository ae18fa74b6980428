import { typeOfBody, type Now } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { Fragment } from 'react';
import {
  CHIP_STRATEGIES,
  CLOSURES,
  CONSTRUCTIONS,
  hasBothBlacks,
  INK_CLASSES,
  PORTS,
  SHADES,
  typePreset,
  type Closure,
  type Construction,
  type InkClass,
  type Port,
  type Printer,
  type Variant,
} from '@hiraeth/core/workbook';
import {
  CLASS_NAMES,
  CLOSURE_NAMES,
  CONSTRUCTION_NAMES,
  MATTERS,
  PORT_NAMES,
  STRATEGY_NAMES,
} from '@hiraeth/core/words';
import { isWall } from '@hiraeth/core/bench';
import { settingsOf } from '@hiraeth/core/ledger';
import { useLedger, usePriceUnit } from '../../state/hooks';
import { SHARE_LINE } from '../../parts/blacks';
import { CartridgeDrawing } from '../../parts/drawing/CartridgeDrawing';
import { FEEDS, optionsOf, Pick, QuantityField } from '../../parts/fields';
import { Swatch } from '../../parts/Swatch';
import {
  bodyDraft,
  channelDraft,
  PATTERNS,
  portOfBody,
  readAnswers,
  TOGETHER,
  type BodyDraft,
  type ChannelDraft,
  type Draft,
  type PageProps,
} from './draft';
import { Tiles } from './Tiles';
import { Lines, type Column } from '../../parts/Lines';

const SHADE_CHOICES = [
  ...optionsOf<string>(SHADES),
  { value: 'cyan, magenta, yellow', label: 'cyan, magenta, yellow in one body' },
];

const changed = (draft: Draft, i: number, part: Partial<ChannelDraft>): Partial<Draft> => ({
  channels: draft.channels.map((channel, at) => (at === i ? { ...channel, ...part } : channel)),
});
const body = (draft: Draft, i: number, part: Partial<BodyDraft>): Partial<Draft> => ({
  bodies: draft.bodies.map((one, at) => (at === i ? { ...one, ...part } : one)),
});

export function Name({ draft, put }: PageProps) {
  return (
    <>
      <div className="form">
        <TextField
          label="Printer’s name"
          value={draft.name}
          onChange={(event) => put({ name: event.target.value })}
          helperText="As you speak of it"
        />
      </div>
      <Tiles<Printer['feed']>
        label="Where do the cartridges sit?"
        value={draft.feed}
        options={FEEDS.map(({ value, label }) => ({ value, label }))}
        onPick={(feed) => put({ feed })}
      />
    </>
  );
}

export function Channels({ draft, put }: PageProps) {
  const [first] = draft.channels;
  return (
    <>
      <div className="row" role="group" aria-label="Begin with a pattern">
        {PATTERNS.map(({ name, shades }) => (
          <Button
            key={name}
            variant="outlined"
            onClick={() =>
              put({
                channels: shades.map((one) =>
                  channelDraft(one, first && one !== 'clear coat' ? { inkClass: first.inkClass } : {}),
                ),
              })
            }
          >
            {name}
          </Button>
        ))}
      </div>
      <div className="row">
        <Pick<InkClass>
          label="Ink of all"
          value={first?.inkClass ?? 'pigment'}
          options={optionsOf(INK_CLASSES, CLASS_NAMES)}
          onPick={(inkClass) =>
            put({
              channels: draft.channels.map((channel) =>
                channel.shades === 'clear coat' ? channel : { ...channel, inkClass },
              ),
            })
          }
        />
      </div>
      <Lines
        columns={[
          { of: (_, i) => i + 1, tone: 'soft' },
          {
            of: (channel, i) => (
              <div className="row" style={{ flexWrap: 'nowrap' }}>
                <Swatch shades={channel.shades.split(TOGETHER)} />
                <Pick
                  label={`Shade ${i + 1}`}
                  value={channel.shades}
                  options={SHADE_CHOICES}
                  onPick={(shades) => put(changed(draft, i, { shades }))}
                />
              </div>
            ),
          },
          {
            of: (channel, i) => (
              <Pick<InkClass>
                label={`Ink ${i + 1}`}
                value={channel.inkClass}
                options={optionsOf(INK_CLASSES, CLASS_NAMES)}
                onPick={(inkClass) => put(changed(draft, i, { inkClass }))}
              />
            ),
          },
          {
            n: true,
            of: (channel, i) => (
              <Button
                size="small"
                aria-label={`Remove ${channel.shades}`}
                onClick={() => put({ channels: draft.channels.filter((_, at) => at !== i) })}
              >
                Remove
              </Button>
            ),
          },
        ]}
        rows={draft.channels}
        keyOf={(_, i) => i}
        widest={760}
        caption="Channels in slot order"
      />
      <div>
        <Button
          onClick={() =>
            put({
              channels: [
                ...draft.channels,
                channelDraft(
                  SHADES.find((shade) => !draft.channels.some((channel) => channel.shades === shade)) ??
                    'grey',
                  first ? { inkClass: first.inkClass } : {},
                ),
              ],
            })
          }
        >
          Add a channel
        </Button>
      </div>
      {hasBothBlacks(draft.channels.map(({ shades }) => ({ shades: [shades] }))) && (
        <label className="row" style={{ gap: 8 }}>
          <input
            type="checkbox"
            checked={draft.shareLine}
            onChange={(event) => put({ shareLine: event.target.checked })}
          />
          {SHARE_LINE}
        </label>
      )}
    </>
  );
}

export function Bodies({ draft, put }: PageProps) {
  return (
    <>
      {draft.bodies.map((one, i) => (
        <div key={i} className="stack">
          <Tiles<Construction>
            label={draft.bodies.length > 1 ? `Body ${i + 1}` : 'Choose by looking'}
            value={one.construction}
            options={CONSTRUCTIONS.map((value) => ({
              value,
              label: CONSTRUCTION_NAMES[value],
              picture: (
                <CartridgeDrawing
                  construction={value}
                  shades={['cyan']}
                  fill={{ share: 0.6, u: 0.02 }}
                  width={150}
                />
              ),
            }))}
            onPick={(construction) => put(body(draft, i, { construction, port: '', closure: '' }))}
          />
          <p className="small">{MATTERS[one.construction]}</p>
          <div className="row">
            <Pick<Variant | 'own'>
              label={`Size${draft.bodies.length > 1 ? ` of body ${i + 1}` : ''}`}
              value={one.variant}
              options={[
                { value: 'starter', label: 'small, as it comes with the printer' },
                { value: 'standard', label: 'the usual one' },
                { value: 'large', label: 'large' },
                { value: 'own', label: 'unknown: by its masses' },
              ]}
              onPick={(variant) => put(body(draft, i, { variant }))}
            />
            {typePreset(one.construction, 'standard').port !== 'outlet' && (
              <Pick<Port | ''>
                label={`Ink goes in by${draft.bodies.length > 1 ? `, body ${i + 1}` : ''}`}
                value={one.port}
                options={[
                  {
                    value: '',
                    label: `as usual: ${PORT_NAMES[typePreset(one.construction, 'standard').port]}`,
                  },
                  ...optionsOf(
                    PORTS.filter((port) => port !== 'outlet'),
                    PORT_NAMES,
                  ),
                ]}
                onPick={(port) => put(body(draft, i, { port }))}
              />
            )}
            {isWall(portOfBody(one)) && (
              <Pick<Closure | ''>
                label={`Its hole is closed by${draft.bodies.length > 1 ? `, body ${i + 1}` : ''}`}
                value={one.closure}
                options={[
                  { value: '', label: 'not known: by what stands behind it' },
                  ...optionsOf(CLOSURES, CLOSURE_NAMES),
                ]}
                onPick={(closure) => put(body(draft, i, { closure }))}
              />
            )}
            {i > 0 && (
              <Button
                onClick={() =>
                  put({
                    bodies: draft.bodies.filter((_, at) => at !== i),
                    channels: draft.channels.map((channel) =>
                      channel.body === i
                        ? { ...channel, body: 0 }
                        : channel.body > i
                          ? { ...channel, body: channel.body - 1 }
                          : channel,
                    ),
                  })
                }
              >
                Not this body
              </Button>
            )}
          </div>
        </div>
      ))}
      <div>
        <Button
          onClick={() => put({ bodies: [...draft.bodies, bodyDraft(draft.bodies[0]!.construction)] })}
          disabled={draft.bodies.length >= 4}
        >
          Some slots take another body
        </Button>
      </div>
      {draft.bodies.length > 1 && (
        <div className="form">
          {draft.channels.map((channel, i) => (
            <Pick
              key={i}
              label={`${channel.shades} takes`}
              value={String(Math.min(channel.body, draft.bodies.length - 1))}
              options={draft.bodies.map((one, at) => ({
                value: String(at),
                label: `body ${at + 1}: ${CONSTRUCTION_NAMES[one.construction]}`,
              }))}
              onPick={(value) => put(changed(draft, i, { body: Number(value) }))}
            />
          ))}
        </div>
      )}
    </>
  );
}

export function Masses({ draft, put }: PageProps) {
  return (
    <>
      <p>
        Leave empty what is not known: bodies of this kind weigh about what stands below, and the workbook
        asks for one to be weighed when it matters.
      </p>
      {draft.bodies.map((one, i) => {
        const usual = typePreset(one.construction, one.variant === 'own' ? 'standard' : one.variant);
        const field = (
          key: 'emptyG' | 'fullG' | 'maxG' | 'capacityMl',
          label: string,
          help: string,
        ): React.ReactElement => (
          <QuantityField
            key={key}
            label={draft.bodies.length > 1 ? `Body ${i + 1}: ${label}` : label}
            kind={key === 'capacityMl' ? 'volume' : 'mass'}
            value={one[key]}
            onText={(text) => put(body(draft, i, { [key]: text }))}
            helperText={help}
          />
        );
        return (
          <div className="form" key={i}>
            {field('emptyG', 'Empty and dry, g', `not known yet: about ${usual.emptyG.value.toFixed(1)} g`)}
            {field('fullG', 'Full to its line, g', `not known yet: about ${usual.fullG.toFixed(1)} g`)}
            {field(
              'maxG',
              'At most, g',
              `not known yet: about ${usual.maxG.toFixed(1)} g; above it, it leaks`,
            )}
            {field('capacityMl', 'Holds, ml', `not known yet: about ${usual.capacityMl} ml`)}
          </div>
        );
      })}
    </>
  );
}

const NOW: readonly { readonly value: Now; readonly label: string }[] = [
  { value: 'original', label: 'an original, full' },
  { value: 'partUsed', label: 'an original, part used' },
  { value: 'declaredEmpty', label: 'an original that says it is empty' },
  { value: 'ranOut', label: 'run really out: nothing comes any more' },
  { value: 'refilled', label: 'refilled ink: it will be weighed' },
  { value: 'dry', label: 'nothing: new and dry' },
  { value: 'wet', label: 'rinsed, still wet' },
  { value: 'fluid', label: 'flush fluid: a cleaning cartridge' },
];

export function NowInside({ draft, put }: PageProps) {
  const [first] = draft.channels;
  const alike = draft.channels.every(({ now }) => now === first?.now);
  return (
    <>
      <Tiles<Now | 'each'>
        label="All of them"
        value={alike ? (first?.now ?? 'refilled') : 'each'}
        options={alike ? NOW : [...NOW, { value: 'each', label: 'each its own, as below' }]}
        onPick={(now) =>
          now !== 'each' && put({ channels: draft.channels.map((channel) => ({ ...channel, now })) })
        }
      />
      <div className="form">
        {draft.channels.map((channel, i) => (
          <Fragment key={i}>
            <Pick<Now>
              label={channel.shades}
              value={channel.now}
              options={NOW}
              onPick={(now) => put(changed(draft, i, { now }))}
            />
            {channel.now === 'partUsed' && (
              <QuantityField
                label={`${channel.shades}: how full, %`}
                kind="percent"
                value={channel.level}
                onText={(level) => put(changed(draft, i, { level }))}
                helperText="Not known: leave it empty"
              />
            )}
          </Fragment>
        ))}
      </div>
      <label className="row" style={{ gap: 8 }}>
        <input
          type="checkbox"
          checked={draft.installed}
          onChange={(event) => put({ installed: event.target.checked })}
        />
        They stand in the printer; what is dry, wet or for cleaning lies on the shelf
      </label>
    </>
  );
}

export function Sets({ draft, put }: PageProps) {
  return (
    <Tiles<'1' | '2' | 'waiting'>
      label="Sets"
      value={draft.sets}
      options={[
        { value: '1', label: 'one: each cartridge is refilled when it needs it' },
        { value: '2', label: 'two, A and B: one prints while the other is refilled' },
        {
          value: 'waiting',
          label: 'originals print on; new, dry refillables wait on the shelf, and go in one by one',
        },
      ]}
      onPick={(sets) => put({ sets })}
    />
  );
}

export function Chip({ draft, put }: PageProps) {
  return (
    <>
      <div className="form">
        <Pick<Printer['gauge']['display']>
          label="What does the printer show of its ink?"
          value={draft.display}
          options={[
            { value: 'percent', label: 'a figure or a bar for each channel' },
            { value: 'steps', label: 'a few steps for each channel' },
            { value: 'lampForAll', label: 'one lamp for all' },
            { value: 'optical', label: 'a signal: it sees the ink itself' },
            { value: 'invisible', label: 'nothing' },
          ]}
          onPick={(display) => put({ display })}
        />
        <Pick
          label="And the chip, at a refill?"
          value={draft.chip}
          options={optionsOf(CHIP_STRATEGIES, STRATEGY_NAMES)}
          onPick={(chip) => put({ chip })}
        />
        {draft.chip === 'switchedOff' && (
          <Pick
            label="Is it switched off?"
            value={draft.off}
            options={[
              { value: 'already', label: 'already: the printer no longer counts' },
              { value: 'planned', label: 'planned: when the printer offers it' },
            ]}
            onPick={(off) => put({ off })}
          />
        )}
        <QuantityField
          label="It counts from, ml"
          kind="volume"
          value={draft.chipMl}
          onText={(chipMl) => put({ chipMl })}
          helperText="The volume it was made for; not known yet: empty"
        />
        <Pick
          label="Can it be told to print on without counting?"
          value={draft.switchOff}
          options={[
            { value: 'unknown', label: 'not known yet' },
            { value: 'yes', label: 'yes: it offers that' },
            { value: 'no', label: 'no' },
          ]}
          onPick={(switchOff) => put({ switchOff })}
        />
      </div>
      <label className="row" style={{ gap: 8 }}>
        <input
          type="checkbox"
          checked={draft.prism}
          onChange={(event) => put({ prism: event.target.checked })}
        />
        Beside that a prism sees when the free ink is gone
      </label>
    </>
  );
}

export function Scale({ draft, put }: PageProps) {
  const { currency } = settingsOf(useLedger().context);
  const { read } = readAnswers(draft, currency);
  const heaviest = Math.max(...read.input.bodies.map((one) => typeOfBody(one).maxG));
  const carries = read.input.scale?.capacityG ?? null;
  return (
    <>
      <div className="form">
        <QuantityField
          label="The scale carries, g"
          kind="mass"
          value={draft.scaleG}
          onText={(scaleG) => put({ scaleG })}
          helperText="Empty: no scale, or one that is set up already"
        />
        <QuantityField
          label="Its smallest step, g"
          kind="mass"
          value={draft.stepG}
          onText={(stepG) => put({ stepG })}
        />
        <QuantityField
          label="The syringe holds, ml"
          kind="volume"
          value={draft.syringeMl}
          onText={(syringeMl) => put({ syringeMl })}
          helperText="Empty: none"
        />
      </div>
      {carries !== null && (
        <p role="status" className={carries < heaviest ? 'warn' : ''}>
          {carries < heaviest
            ? `The heaviest of these weighs up to ${heaviest.toFixed(0)} g: this scale carries ${carries} g. Those are filled by line or by volume, or on a larger scale.`
            : `The heaviest of these weighs up to ${heaviest.toFixed(0)} g: it carries them.`}
        </p>
      )}
    </>
  );
}

/** A grid with a line for each channel, and one press that copies the first line down. */
function Grid({
  draft,
  put,
  columns,
  copies,
}: PageProps & {
  readonly columns: readonly {
    readonly key: 'ink' | 'bottleMl' | 'bottlePrice' | 'price' | 'nominal' | 'usable';
    readonly label: string;
  }[];
  readonly copies: string;
}) {
  const [first] = draft.channels;
  return (
    <>
      <div className="scrollx">
        <Lines
          widest={760}
          columns={[
            {
              head: 'Channel',
              of: ({ shades }) => (
                <>
                  <Swatch shades={shades.split(TOGETHER)} /> {shades}
                </>
              ),
            },
            ...columns.map(({ key, label }): Column<Draft['channels'][number]> => ({
              head: label,
              of: (channel, i) => (
                <TextField
                  value={channel[key]}
                  onChange={(event) => put(changed(draft, i, { [key]: event.target.value }))}
                  slotProps={{ htmlInput: { 'aria-label': `${channel.shades}: ${label}` } }}
                  sx={{ width: key === 'ink' ? 200 : 110 }}
                />
              ),
            })),
          ]}
          rows={draft.channels}
          keyOf={(_, i) => i}
        />
      </div>
      <div>
        <Button
          onClick={() =>
            put({
              channels: draft.channels.map((channel) => ({
                ...channel,
                ...Object.fromEntries(columns.map(({ key }) => [key, first?.[key] ?? ''])),
              })),
            })
          }
          disabled={draft.channels.length < 2 || columns.every(({ key }) => first?.[key] === '')}
        >
          {copies}
        </Button>
      </div>
    </>
  );
}

export function Inks(props: PageProps) {
  const unit = usePriceUnit();
  return (
    <>
      <p>One bottle for each channel; more can be bought later, in Inks. Nothing yet: leave it empty.</p>
      <Grid
        {...props}
        copies="All bottles as the first"
        columns={[
          { key: 'ink', label: 'Maker or line' },
          { key: 'bottleMl', label: 'Holds, ml' },
          { key: 'bottlePrice', label: `Cost, ${unit}` },
        ]}
      />
    </>
  );
}

export function Originals(props: PageProps) {
  const unit = usePriceUnit();
  return (
    <>
      <p>
        To compare with: what one original costs, what it says it holds, and what it gives before the printer
        calls it empty. Not known yet: leave it empty; costs are then told without the comparison.
      </p>
      <Grid
        {...props}
        copies="All originals as the first"
        columns={[
          { key: 'price', label: `Cost, ${unit}` },
          { key: 'nominal', label: 'Nominal, ml' },
          { key: 'usable', label: 'Usable, ml' },
        ]}
      />
    </>
  );
}

export function Done({ draft }: PageProps) {
  const { currency } = settingsOf(useLedger().context);
  const { read } = readAnswers(draft, currency);
  const { input, bottles } = read;
  const inside = new Map<Now, number>();
  for (const { now } of draft.channels) inside.set(now, (inside.get(now) ?? 0) + 1);
  const unweighed = input.bodies.some(({ emptyG }) => emptyG === null);
  return (
    <ul>
      <li>
        <strong>{input.name}</strong>, {FEEDS.find(({ value }) => value === input.feed)?.label}
      </li>
      <li>
        {input.channels.length} channels: {draft.channels.map(({ shades }) => shades).join('; ')}
      </li>
      <li>
        {input.bodies
          .map((one) => {
            const type = typeOfBody(one);
            return `${CONSTRUCTION_NAMES[one.construction]}, ${type.capacityMl} ml, ${type.emptyG.value.toFixed(1)} to ${type.fullG.toFixed(1)} g`;
          })
          .join('; ')}
        {input.sets > 1 ? '; two sets' : ''}
      </li>
      <li>
        Now:{' '}
        {[...inside]
          .map(([now, count]) => `${count} × ${NOW.find(({ value }) => value === now)!.label}`)
          .join('; ')}
      </li>
      <li>
        {bottles.length === 0
          ? 'No bottle yet'
          : `${bottles.length} ${bottles.length === 1 ? 'bottle' : 'bottles'} on the shelf`}
        {input.scale ? `; a scale of ${input.scale.capacityG} g` : ''}
        {input.syringeMl === null ? '' : `; a syringe of ${input.syringeMl} ml`}
      </li>
      {unweighed && (
        <li className="warn">
          An empty mass is not known yet: what is in them is known to a few tenths of a ml less well until one
          is weighed empty and dry. It is asked for on Plan and Rack.
        </li>
      )}
    </ul>
  );
}
