import { useId } from 'react';
import { CONSTRUCTION_NAMES } from '@hiraeth/core/definition';
import type { Construction, Ports } from '@hiraeth/core/workbook';
import type { Held, Place } from '@hiraeth/core/bench';
import { shadeColour } from '../shade';
import { BODY_DRAWINGS, type Point, type Room } from './bodies';

const HEIGHT = 220;

export const PLACE_NAMES: Readonly<Record<Place, string>> = {
  fillHole: 'fill hole',
  vent: 'vent',
  outlet: 'outlet',
  nozzles: 'nozzles',
  sponge: 'sponge',
  chip: 'chip',
  body: 'the body',
};
const HELD_NAMES: Readonly<Record<Held, string>> = {
  needle: 'needle',
  funnel: 'funnel',
  bottle: 'bottle',
  drop: 'drop by drop',
  clip: 'syringe with its clip',
  finger: 'by hand',
  drill: 'drill',
  towel: 'towel',
};

interface DrawingProps {
  readonly construction: Construction;
  readonly shades: readonly string[];
  /** 0 to 1 of what it holds, and its doubt; null: not known. */
  readonly fill: { readonly share: number; readonly u: number } | null;
  readonly ports?: Ports;
  /** The place that is meant, marked and named. */
  readonly place?: Place | null;
  readonly held?: Held | null;
  /** Outlet up. */
  readonly turned?: boolean;
  readonly width?: number | string;
}

/** A cartridge in section: its rooms, its ports as they stand, its ink with its doubt, and the place that a step is about. */
export function CartridgeDrawing({
  construction,
  shades,
  fill,
  ports = {},
  place = null,
  held = null,
  turned = false,
  width = 360,
}: DrawingProps) {
  const id = useId();
  const drawing = BODY_DRAWINGS[construction];
  const at = place ? drawing.places[place] : undefined;
  const flip = ({ x, y }: Point): Point => (turned ? { x, y: HEIGHT - y } : { x, y });
  const words = [
    CONSTRUCTION_NAMES[construction],
    fill ? `about ${Math.round(100 * fill.share)} % full` : 'its ink not known',
    turned ? 'outlet up' : '',
    place ? `here: ${PLACE_NAMES[place]}${held ? `, ${HELD_NAMES[held]}` : ''}` : '',
  ].filter(Boolean);
  return (
    <svg
      role="img"
      aria-label={words.join('; ')}
      viewBox={`0 0 320 ${HEIGHT}`}
      width={width}
      className="drawing"
      style={{ maxWidth: '100%', height: 'auto' }}
    >
      <g transform={turned ? `translate(0 ${HEIGHT}) scale(1 -1)` : undefined}>
        {drawing.rooms.map((room, i) => (
          <Ink key={i} id={`${id}${i}`} room={room} shades={shades} fill={fill} turned={turned} />
        ))}
        <path d={drawing.outline} className="body-line" />
        {drawing.lines.map((line) => (
          <path key={line} d={line} className="inner-line" />
        ))}
        <Openings drawing={drawing} ports={ports} />
      </g>
      {at && place && <Mark at={flip(at)} place={place} held={held} turned={turned} />}
    </svg>
  );
}

/** Ink in one room: open ink lies level with a blurred edge, a sponge is as dark as it is full. */
function Ink({
  id,
  room: { x, y, w, h, sponge },
  shades,
  fill,
  turned,
}: {
  readonly id: string;
  readonly room: Room;
  readonly shades: readonly string[];
  readonly fill: DrawingProps['fill'];
  readonly turned: boolean;
}) {
  const share = fill ? Math.min(1, Math.max(0, fill.share)) : 0;
  const doubt = fill ? Math.min(0.3, 2 * fill.u) * h : 0;
  const part = w / shades.length;
  return (
    <g>
      <defs>
        <pattern id={`${id}dots`} width="7" height="7" patternUnits="userSpaceOnUse">
          <circle cx="2" cy="2" r="0.9" className="dot" />
          <circle cx="5.5" cy="5.5" r="0.9" className="dot" />
        </pattern>
      </defs>
      {shades.map((shade, i) => (
        <g key={shade} fill={shadeColour(shade)}>
          {sponge ? (
            <rect x={x + i * part} y={y} width={part} height={h} opacity={0.12 + 0.78 * share} />
          ) : (
            // Turned over, ink lies at what is now below.
            <>
              <rect
                x={x + i * part}
                y={turned ? y : y + h * (1 - share) + doubt / 2}
                width={part}
                height={Math.max(0, h * share - doubt / 2)}
                opacity={0.85}
              />
              <rect
                x={x + i * part}
                y={turned ? y + h * share - doubt / 2 : y + h * (1 - share) - doubt / 2}
                width={part}
                height={doubt}
                opacity={0.35}
              />
            </>
          )}
          {i > 0 && <path d={`M${x + i * part} ${y}v${h}`} className="inner-line" />}
        </g>
      ))}
      {sponge && <rect x={x} y={y} width={w} height={h} fill={`url(#${id}dots)`} />}
    </g>
  );
}

/** Holes with what closes them, as far as that is known. */
function Openings({
  drawing: { places, holes = [] },
  ports,
}: {
  readonly drawing: (typeof BODY_DRAWINGS)[Construction];
  readonly ports: Ports;
}) {
  const { fillHole, vent, outlet, nozzles, chip } = places;
  const out = outlet ?? nozzles;
  return (
    <g>
      {[fillHole, ...holes].map(
        (hole, i) =>
          hole && (
            <g key={i} transform={`translate(${hole.x} ${hole.y})`}>
              <path d="M-7 0H7" className="gap-line" />
              {ports.plug === 'in' && <path d="M-9 -7H9L6 4H-6Z" className="cap" />}
              {ports.plug === 'out' && <path d="M14 -20l16 -6l4 10l-16 5z" className="cap" />}
            </g>
          ),
      )}
      {vent && (
        <g transform={`translate(${vent.x} ${vent.y})`}>
          <path d="M-3 0H3M0 0v8" className="gap-line" />
          {ports.vent === 'shut' && <path d="M-6 -6H6V2H-6Z" className="cap" />}
          {ports.tape === 'on' && <path d="M-16 -4H16V1H-16Z" className="tape" />}
        </g>
      )}
      {out && (
        <g transform={`translate(${out.x} ${out.y})`}>
          <path d={outlet ? 'M-10 0V8H10V0' : 'M-30 0H30'} className="body-line" />
          {ports.seal === 'intact' && <path d="M-11 10H11" className="seal" />}
          {ports.keeper === 'on' && <path d="M-18 4V15H18V4" className="cap" />}
        </g>
      )}
      {chip && (
        <path
          d={`M${chip.x} ${chip.y}v26h6v-26zM${chip.x + 1.5} ${chip.y + 6}h3m-3 6h3m-3 6h3`}
          className="chip-line"
        />
      )}
    </g>
  );
}

/** A ring around the place that is meant, its name, and what is held there. */
function Mark({
  at: { x, y },
  place,
  held,
  turned,
}: {
  readonly at: Point;
  readonly place: Place;
  readonly held: Held | null;
  readonly turned: boolean;
}) {
  const above =
    place === 'fillHole' || place === 'vent' || (turned && (place === 'outlet' || place === 'nozzles'));
  const label = above ? Math.max(14, y - 34) : Math.min(HEIGHT - 4, y + 34);
  const side = x > 170 ? 'end' : 'start';
  return (
    <g className="mark">
      {place !== 'body' && <circle cx={x} cy={y} r={15} />}
      {held && place !== 'body' && <Tool held={held} x={x} y={y} above={above} />}
      <text x={x + (side === 'end' ? -20 : 20)} y={place === 'body' ? y : label} textAnchor={side}>
        {place === 'body' ? '' : PLACE_NAMES[place]}
      </text>
    </g>
  );
}

function Tool({
  held,
  x,
  y,
  above,
}: {
  readonly held: Held;
  readonly x: number;
  readonly y: number;
  readonly above: boolean;
}) {
  const up = above ? -1 : 1;
  switch (held) {
    case 'needle':
      return (
        <path d={`M${x} ${y + (above ? 26 : -26)}V${y + 22 * up}m-5 0h10v${24 * up}h-10z`} className="tool" />
      );
    case 'funnel':
      return <path d={`M${x - 16} ${y - 28}h32l-12 16v14h-8v-14z`} className="tool" />;
    case 'bottle':
      return <path d={`M${x} ${y}v-14m-8 0h16v-24h-16z`} className="tool" />;
    case 'drop':
      return <path d={`M${x} ${y - 30}c6 8 6 14 0 14s-6 -6 0 -14`} className="tool" />;
    case 'clip':
      return (
        <path
          d={`M${x - 14} ${y + 4 * up}h28v${8 * up}h-28zM${x - 4} ${y + 12 * up}h8v${22 * up}h-8z`}
          className="tool"
        />
      );
    case 'towel':
      return <path d={`M${x - 34} ${y + 20 * up}q17 6 34 0t34 0`} className="tool" />;
    case 'drill':
    case 'finger':
      return (
        <path
          d={`M${x} ${y + 18 * up}v${20 * up}m0 ${-20 * up}l-5 ${7 * up}m5 ${-7 * up}l5 ${7 * up}`}
          className="tool"
        />
      );
  }
}
