import type { Construction } from '@hiraeth/core/workbook';
import type { Place } from '@hiraeth/core/bench';

export interface Point {
  readonly x: number;
  readonly y: number;
}

/** A room inside a body that holds ink: open, or a sponge. */
export interface Room {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  readonly sponge: boolean;
}

/** A schematic section through a construction, in a box of 320 by 220. */
export interface BodyDrawing {
  readonly outline: string;
  readonly rooms: readonly Room[];
  /** Inner walls, ducts and lines. */
  readonly lines: readonly string[];
  readonly places: Partial<Readonly<Record<Place, Point>>>;
  /** Further fill holes, of further chambers. */
  readonly holes?: readonly Point[];
}

const BOX = 'M70 50H250V176H70Z';
const middle: Point = { x: 160, y: 112 };
const chip: Point = { x: 250, y: 78 };

/** One drawing for each construction: schematic, in this sheet's own manner. */
export const BODY_DRAWINGS: Readonly<Record<Construction, BodyDrawing>> = {
  openTank: {
    outline: 'M84 34H236V176H84Z',
    rooms: [{ x: 84, y: 34, w: 152, h: 142, sponge: false }],
    lines: ['M90 54H230', 'M90 160H230', 'M208 176V150H222V70'],
    places: {
      fillHole: { x: 116, y: 34 },
      vent: { x: 206, y: 34 },
      outlet: { x: 215, y: 176 },
      body: middle,
      chip: { x: 236, y: 78 },
      sponge: middle,
    },
  },
  compartmentTank: {
    outline: BOX,
    rooms: [{ x: 70, y: 50, w: 180, h: 126, sponge: false }],
    lines: ['M124 50V164', 'M188 62V176', 'M188 140H222V176'],
    places: {
      fillHole: { x: 96, y: 50 },
      vent: { x: 226, y: 50 },
      outlet: { x: 206, y: 176 },
      body: middle,
      chip,
      sponge: middle,
    },
  },
  smallVentedTank: {
    outline: 'M100 64H220V176H100Z',
    rooms: [{ x: 100, y: 64, w: 120, h: 112, sponge: false }],
    lines: ['M168 176V150H200'],
    places: {
      fillHole: { x: 126, y: 64 },
      vent: { x: 196, y: 64 },
      outlet: { x: 184, y: 176 },
      body: middle,
      chip: { x: 220, y: 90 },
      sponge: middle,
    },
  },
  bag: {
    outline: 'M58 56H262V176H58Z',
    rooms: [{ x: 74, y: 76, w: 172, h: 88, sponge: false }],
    lines: ['M74 120C74 66 246 66 246 120C246 174 74 174 74 120', 'M160 162V176'],
    places: { outlet: { x: 160, y: 176 }, body: middle, chip: { x: 262, y: 84 }, sponge: middle },
  },
  spongeReservoir: {
    outline: BOX,
    rooms: [
      { x: 70, y: 50, w: 84, h: 126, sponge: false },
      { x: 154, y: 66, w: 96, h: 110, sponge: true },
    ],
    lines: ['M154 50V166', 'M154 118H250'],
    places: {
      fillHole: { x: 104, y: 50 },
      vent: { x: 226, y: 50 },
      outlet: { x: 206, y: 176 },
      sponge: { x: 202, y: 112 },
      body: middle,
      chip,
    },
  },
  spongeOutletFed: {
    outline: BOX,
    rooms: [
      { x: 70, y: 66, w: 104, h: 110, sponge: true },
      { x: 174, y: 50, w: 76, h: 126, sponge: false },
    ],
    lines: ['M174 50V166'],
    places: {
      vent: { x: 96, y: 50 },
      outlet: { x: 122, y: 176 },
      sponge: { x: 122, y: 112 },
      body: middle,
      chip,
    },
  },
  integratedHead: {
    outline: 'M78 46H242V150L214 166H106L78 150Z',
    rooms: [{ x: 78, y: 60, w: 164, h: 76, sponge: true }],
    lines: ['M92 136H228', 'M106 136V150', 'M214 136V150', 'M118 176H202'],
    places: {
      fillHole: { x: 110, y: 46 },
      vent: { x: 226, y: 46 },
      nozzles: { x: 160, y: 170 },
      sponge: { x: 160, y: 98 },
      body: middle,
      chip: { x: 242, y: 80 },
    },
    holes: [
      { x: 160, y: 46 },
      { x: 204, y: 46 },
    ],
  },
  twoPart: {
    outline: 'M60 76H136V176H60ZM150 46H264V148H150Z',
    rooms: [
      { x: 60, y: 88, w: 76, h: 76, sponge: true },
      { x: 150, y: 46, w: 114, h: 102, sponge: false },
    ],
    lines: ['M150 132H136', 'M74 182H122'],
    places: {
      fillHole: { x: 84, y: 76 },
      vent: { x: 244, y: 46 },
      nozzles: { x: 98, y: 178 },
      sponge: { x: 98, y: 126 },
      body: { x: 206, y: 100 },
      chip: { x: 264, y: 74 },
    },
    holes: [{ x: 180, y: 46 }],
  },
};
