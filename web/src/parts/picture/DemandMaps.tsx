import { useMemo } from 'react';
import { demandPicture, type ChannelDemand, type MeasuredPicture } from '@hiraeth/core/image';
import type { Printer } from '@hiraeth/core/workbook';
import { shadeColour } from '../shade';

/** Where the picture asks for each channel's ink, in that ink's own colour; beneath it, how much. */
export function DemandMaps({
  picture,
  printer,
  demand,
  matte,
}: {
  readonly picture: MeasuredPicture;
  readonly printer: Printer;
  readonly demand: readonly ChannelDemand[];
  readonly matte: boolean;
}) {
  const maps = useMemo(
    () => demandPicture(picture.small.rgba, printer.slots, matte),
    [picture, printer, matte],
  );
  const most = Math.max(...demand.map(({ mlPerDm2 }) => mlPerDm2));
  return (
    <ul className="demand-maps" aria-label="What the picture asks of each channel">
      {printer.slots.map((slot, s) => {
        const ml = demand[s]!.mlPerDm2;
        return (
          <li key={slot.id} className={ml === most ? 'most' : ''}>
            <canvas
              ref={(canvas) => {
                if (canvas) paint(canvas, picture.small, maps[s]!, shadeColour(slot.shades[0]!));
              }}
              aria-hidden="true"
            />
            <span>{slot.name}</span>
            <span className="n">{(1000 * ml).toFixed(1)} µl/dm²</span>
          </li>
        );
      })}
    </ul>
  );
}

const PAPER = [250, 248, 242] as const;

function paint(
  canvas: HTMLCanvasElement,
  { width, height }: MeasuredPicture['small'],
  area: Float32Array,
  colour: string,
): void {
  canvas.width = width;
  canvas.height = height;
  const context = canvas.getContext('2d');
  if (!context) return;
  const ink = [1, 3, 5].map((at) => Number.parseInt(colour.slice(at, at + 2), 16));
  const image = context.createImageData(width, height);
  area.forEach((covered, i) => {
    for (let k = 0; k < 3; k++) image.data[4 * i + k] = PAPER[k]! + covered * (ink[k]! - PAPER[k]!);
    image.data[4 * i + 3] = 255;
  });
  context.putImageData(image, 0, 0);
}
