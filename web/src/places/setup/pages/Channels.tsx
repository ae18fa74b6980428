import Button from '@mui/material/Button';
import { hasBothBlacks, SHADES, type InkClass } from '@hiraeth/core/workbook';
import { CLASS_NAMES, labelOf } from '@hiraeth/core/definition';
import { choicesOf, optionsOf, Pick } from '../../../parts/fields';
import { Lines, type Column } from '../../../parts/Lines';
import { Swatch } from '../../../parts/Swatch';
import { Tick } from '../../../parts/Tick';
import {
  bodyDraft,
  channelDraft,
  PATTERNS,
  TOGETHER,
  type Answering,
  type BodyDraft,
  type ChannelDraft,
} from '../draft';
import type { PageProps } from '../readAnswers';
import { changed } from './change';

const SHADE_CHOICES = [
  ...optionsOf<string>(SHADES),
  { value: 'cyan, magenta, yellow', label: 'cyan, magenta, yellow in one body' },
];
const CLASSES = choicesOf(CLASS_NAMES);
/** A clear coat is one whatever the colours are. */
const isCoat = (shades: string): boolean => shades === 'clear coat';

/** Nothing was said of the bodies yet: they are what every set-up begins with. */
const isUntold = ([first, ...more]: readonly BodyDraft[]): boolean =>
  more.length === 0 &&
  Object.entries(bodyDraft()).every(([key, value]) => first?.[key as keyof BodyDraft] === value);

export function Channels({ draft, put }: PageProps) {
  const [first] = draft.channels;
  const inkClass = first?.inkClass ?? 'pigment';
  const add = (): void => {
    const missing = SHADES.find((shade) => !draft.channels.some((channel) => channel.shades === shade));
    put({ channels: [...draft.channels, channelDraft(missing ?? 'grey', first ? { inkClass } : {})] });
  };
  return (
    <>
      <div className="row" role="group" aria-label="Begin with a pattern">
        {PATTERNS.map(({ name, shades, construction }) => (
          <Button
            key={name}
            variant="outlined"
            onClick={() =>
              put({
                channels: shades.map((one) => channelDraft(one, first && !isCoat(one) ? { inkClass } : {})),
                ...(construction && isUntold(draft.bodies) ? { bodies: [bodyDraft(construction)] } : {}),
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
          value={inkClass}
          options={CLASSES}
          onPick={(picked) =>
            put({
              channels: draft.channels.map((channel) =>
                isCoat(channel.shades) ? channel : { ...channel, inkClass: picked },
              ),
            })
          }
        />
      </div>
      <Lines
        columns={columnsOf({ draft, put })}
        rows={draft.channels}
        keyOf={(_, i) => i}
        widest={760}
        caption="Channels in slot order"
      />
      <div>
        <Button onClick={add}>Add a channel</Button>
      </div>
      {hasBothBlacks(draft.channels.map(({ shades }) => ({ shades: [shades] }))) && (
        <Tick
          label={labelOf('printer', 'blacksShareLine')}
          checked={draft.shareLine}
          onTick={(shareLine) => put({ shareLine })}
        />
      )}
    </>
  );
}

const columnsOf = ({ draft, put }: Answering): readonly Column<ChannelDraft>[] => [
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
        options={CLASSES}
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
];
