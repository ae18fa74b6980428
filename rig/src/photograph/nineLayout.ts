import type { CheckLayout } from '@hiraeth/core/workbook';

const LIGHT = {
  pk: 'white',
  mk: 'white',
  gy: 'white',
  lg: 'white',
  cy: 'red',
  lc: 'red',
  ma: 'green',
  lm: 'green',
  ye: 'blue',
} as const;

/** The nine-channel printer's own check: three fields a row between four solid corners, lines in steps of ten. */
export const NINE_LAYOUT: CheckLayout = {
  format: 'hiraeth-check-layout',
  version: 1,
  name: 'Penhallow Nine, its own check',
  aspect: 1.25,
  fields: Object.entries(LIGHT).map(([slotId, light], i) => ({
    slotId,
    x: 0.06 + (i % 3) * 0.3,
    y: 0.08 + Math.floor(i / 3) * 0.295,
    width: 0.27,
    height: 0.255,
    columns: 10,
    rows: 18,
    light,
  })),
};
