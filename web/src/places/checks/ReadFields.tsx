import { FIELD_LIGHT_WORDS, gapsWords, ODD_LINE_WORDS } from '@hiraeth/core/words';
import type { CheckChannel } from '@hiraeth/core/image';
import type { CheckLayout, Printer } from '@hiraeth/core/workbook';
import type { FieldView } from '../../workers/readCheckPhoto';
import { Pixels } from './Pixels';

/** Each channel of a photographed check, straightened, with what was read in it. */
export function ReadFields({
  printer,
  layout,
  channels,
  views,
}: {
  readonly printer: Printer;
  readonly layout: CheckLayout;
  readonly channels: readonly CheckChannel[];
  readonly views: readonly FieldView[];
}) {
  return (
    <ul className="check-fields" aria-label="Channels in the photograph">
      {views.map((view) => (
        <Field
          key={view.slotId}
          view={view}
          name={printer.slots.find(({ id }) => id === view.slotId)?.name ?? view.slotId}
          channel={channels.find(({ slotId }) => slotId === view.slotId)!}
          light={layout.fields.find(({ slotId }) => slotId === view.slotId)?.light ?? 'white'}
        />
      ))}
    </ul>
  );
}

function Field({
  view,
  name,
  channel: { gaps, unsure, lines },
  light,
}: {
  readonly view: FieldView;
  readonly name: string;
  readonly channel: CheckChannel;
  readonly light: keyof typeof FIELD_LIGHT_WORDS;
}) {
  const all = unsure.length === lines;
  const odd = [...new Set(gaps.map(({ kind }) => kind))].filter((kind) => kind !== 'missing');
  return (
    <li>
      <strong>{name}</strong>{' '}
      <span className={gaps.length > 0 || all ? 'warn' : 'soft'}>
        {all ? 'cannot be told' : gaps.length === 0 ? `all of ${lines}` : gapsWords(gaps)}
        {!all && unsure.length > 0 && `; not sure of ${unsure.join(', ')}`}
      </span>
      {odd.map((kind) => (
        <p key={kind} className="small soft">
          {ODD_LINE_WORDS[kind].then}
        </p>
      ))}
      <div className="check-views">
        <figure>
          <Pixels
            width={view.width}
            height={view.height}
            rgba={view.white}
            label={`${name} in white light`}
          />
          <figcaption className="soft small">in white light</figcaption>
        </figure>
        <figure>
          <Pixels
            width={view.width}
            height={view.height}
            rgba={view.own}
            label={`${name}, ${FIELD_LIGHT_WORDS[light]}`}
          />
          <figcaption className="soft small">{FIELD_LIGHT_WORDS[light]}</figcaption>
        </figure>
      </div>
    </li>
  );
}
