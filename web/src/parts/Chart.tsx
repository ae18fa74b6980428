import Button from '@mui/material/Button';
import { useEffect, useRef } from 'react';
import { COVERAGE } from '@hiraeth/core/numeric';
import type { Uncertain } from '@hiraeth/core/quantity';
import { useThemeName } from './ThemeSwitch';
import { PALETTES } from './theme';
import type { EChartsCoreOption, EChartsType } from 'echarts/core';
import { downloadAs } from './download';
import { useSeen } from './useSeen';

export type Palette = (typeof PALETTES)['light' | 'dim'];

interface ChartProps {
  /** Said to those who cannot see it. */
  readonly label: string;
  readonly height?: number;
  readonly option: (palette: Palette) => EChartsCoreOption;
  /** Offer the picture as a file of this name. */
  readonly file?: string;
}

const takingTurns = <T,>(value: T): Promise<T> =>
  new Promise((resolve) => {
    setTimeout(() => resolve(value));
  });

/** A chart that loads its library when it first comes near the screen, and draws anew when its data or the theme changes. */
export function Chart({ label, height = 260, option, file }: ChartProps) {
  const drawn = useRef<EChartsType | null>(null);
  const box = useRef<HTMLDivElement>(null);
  const seen = useSeen(box);
  const [theme] = useThemeName();
  useEffect(() => {
    if (!seen) return;
    let alive = true;
    let dispose: () => void = () => undefined;
    // Each chart in a turn of its own: several that wait for the library would otherwise be drawn in one go.
    void import('./echarts').then(takingTurns).then(({ init }) => {
      if (!alive || !box.current) return;
      const chart = init(box.current);
      drawn.current = chart;
      const palette = PALETTES[theme];
      chart.setOption(
        {
          // What moves is drawn again and again, and says nothing.
          animation: false,
          textStyle: { fontFamily: 'inherit', color: palette.text },
          aria: { enabled: true, label: { description: label } },
          ...option(palette),
        },
        // Read now, drawn with the next frame: two shorter turns.
        { lazyUpdate: true },
      );
      // The first word of an observer is the size that it was just drawn at.
      const watch = new ResizeObserver(([entry]) => {
        if (entry && Math.round(entry.contentRect.width) !== chart.getWidth()) chart.resize();
      });
      watch.observe(box.current);
      dispose = () => {
        watch.disconnect();
        chart.dispose();
      };
    });
    return () => {
      alive = false;
      dispose();
    };
  }, [option, label, theme, seen]);
  return (
    <>
      <div ref={box} className="chart" style={{ height }} role="img" aria-label={label} />
      {file && (
        <div className="no-print" style={{ textAlign: 'right' }}>
          <Button
            size="small"
            onClick={() => {
              const url = drawn.current?.getDataURL({ type: 'svg' });
              if (url) downloadAs(`${file}.svg`, url);
            }}
          >
            This picture (SVG)
          </Button>
        </div>
      )}
    </>
  );
}

/** Axes in the sheet's look. */
export const axis = (palette: Palette, part: object = {}) => ({
  axisLine: { lineStyle: { color: palette.text } },
  axisTick: { lineStyle: { color: palette.line } },
  axisLabel: { color: palette.soft, fontSize: 13 },
  nameTextStyle: { color: palette.soft, fontSize: 13 },
  splitLine: { lineStyle: { color: palette.line } },
  ...part,
});

/** Names of what is drawn, in one line however narrow the page is: what has no room is a press away. */
export const legend = (palette: Palette, data?: readonly string[]) => ({
  type: 'scroll',
  top: 0,
  left: 0,
  right: 0,
  textStyle: { color: palette.text },
  ...(data ? { data } : {}),
});

/** What is said where one points, in the sheet's look. */
export const tooltip = (palette: Palette, part: object) => ({
  trigger: 'axis',
  backgroundColor: palette.sheet,
  borderColor: palette.line,
  textStyle: { color: palette.text },
  ...part,
});

/** The interval of about 95 % around a line: an unseen floor, and its width tinted on top of it. */
export const band = (palette: Palette, points: readonly (Uncertain & { readonly x: string })[]) => {
  const layer = (data: readonly (readonly [string, number])[], tint: number) => ({
    type: 'line',
    stack: 'band',
    // Also where the floor lies below zero.
    stackStrategy: 'all',
    data,
    silent: true,
    showSymbol: false,
    lineStyle: { opacity: 0 },
    areaStyle: { color: palette.petrol, opacity: tint },
    tooltip: { show: false },
  });
  return [
    layer(
      points.map(({ x, value, u }) => [x, value - COVERAGE * u]),
      0,
    ),
    layer(
      points.map(({ x, u }) => [x, 2 * COVERAGE * u]),
      0.16,
    ),
  ];
};
