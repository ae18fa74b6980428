import { labelCode } from '@hiraeth/core/ledger';
import { QrCode } from '../../parts/QrCode';
import { Swatch } from '../../parts/Swatch';
import { codeSide } from './codeSide';
import type { Label } from './labelsOf';

/** A label as large as it is on paper. */
export function LabelBody({
  label,
  width,
  height,
}: {
  readonly label: Label;
  readonly width: number;
  readonly height: number;
}) {
  const text = labelCode(label.what, label.id);
  const room = codeSide(text, width, height);
  const side = 'side' in room ? room.side : Math.min(width, height) - 2;
  return (
    <div
      className={side > height - 5 ? 'label-body tight' : 'label-body'}
      style={{ width: `${width}mm`, height: `${height}mm` }}
    >
      <QrCode text={text} name={label.name} side={side} />
      <div>
        <strong>{label.name}</strong>
        {label.shades.length > 0 && (
          <div>
            <Swatch shades={label.shades} /> {label.shades.join(', ')}
          </div>
        )}
        {label.lines.map((line) => (
          <div key={line} className="small">
            {line}
          </div>
        ))}
      </div>
    </div>
  );
}
