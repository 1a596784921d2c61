'use client';
import { LineChart, BarChart, CustomChart } from 'echarts/charts';
import {
  GridComponent,
  LegendComponent,
  MarkAreaComponent,
  MarkLineComponent,
  MarkPointComponent,
  TooltipComponent,
} from 'echarts/components';
import { init, use as register, type ECharts, type EChartsCoreOption } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { THEMES, FONT } from '../theme/tokens';
import type { ChartColours } from './look';

register([
  LineChart,
  BarChart,
  CustomChart,
  GridComponent,
  LegendComponent,
  MarkAreaComponent,
  MarkLineComponent,
  MarkPointComponent,
  TooltipComponent,
  CanvasRenderer,
]);

export interface ChartProps {
  /** What it shows, for those who do not see it; the table beside it says the rest. */
  readonly label: string;
  readonly height: number;
  /** What to draw in the colours of the theme. A new function draws anew. */
  readonly draw: (colours: ChartColours) => EChartsCoreOption;
}

function shownColours(): ChartColours {
  const { theme } = document.documentElement.dataset;
  const isDark = theme ? theme === 'dark' : matchMedia('(prefers-color-scheme: dark)').matches;
  return isDark ? THEMES.dark : THEMES.light;
}

/** Follows the theme, chosen or the system's. */
function useShownColours(): ChartColours {
  const [colours, setColours] = useState(shownColours);
  useEffect(() => {
    const follow = () => setColours(shownColours());
    const query = matchMedia('(prefers-color-scheme: dark)');
    query.addEventListener('change', follow);
    const observer = new MutationObserver(follow);
    observer.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] });
    return () => {
      query.removeEventListener('change', follow);
      observer.disconnect();
    };
  }, []);
  return colours;
}

/** So far beyond the edge of the window a chart is drawn already, in pixels. */
const NEAR_PX = 300;

type Sight = 'far' | 'near' | 'on paper';

function useSight(place: React.RefObject<HTMLElement | null>): Sight {
  const [sight, setSight] = useState<Sight>('far');
  useEffect(() => {
    const observer = new IntersectionObserver(
      (entries) => setSight(entries.at(-1)!.isIntersecting ? 'near' : 'far'),
      { rootMargin: `${NEAR_PX}px` },
    );
    observer.observe(place.current!);
    const draw = () => flushSync(() => setSight('on paper'));
    window.addEventListener('beforeprint', draw);
    return () => {
      observer.disconnect();
      window.removeEventListener('beforeprint', draw);
    };
  }, [place]);
  return sight;
}

/** Whether it is still so near: what was drawn together with it may have pushed it away, which is reported only later. */
function isStillNear(element: HTMLElement): boolean {
  const { top, bottom } = element.getBoundingClientRect();
  return top < window.innerHeight + 2 * NEAR_PX && bottom > -2 * NEAR_PX;
}

/**
 * A chart drawn by ECharts, as wide as its place. Loaded when the first one is shown, drawn when it comes into sight. On a canvas:
 * three years of weekly bars took the browser over a second to paint as SVG.
 */
export function Chart({ label, height, draw }: ChartProps) {
  const place = useRef<HTMLDivElement>(null);
  const chart = useRef<ECharts | null>(null);
  const colours = useShownColours();
  const sight = useSight(place);
  const drawn = useRef<readonly unknown[]>([]);
  const tip = useRef<unknown>(undefined);
  useEffect(() => {
    const element = place.current!;
    const observer = new ResizeObserver(() => {
      // It reports once at the start too; to draw all again for nothing takes as long as the first time.
      const made = chart.current;
      if (made && made.getWidth() !== element.clientWidth) made.resize();
    });
    observer.observe(element);
    return () => {
      observer.disconnect();
      chart.current?.dispose();
      chart.current = null;
      drawn.current = [];
    };
  }, []);
  useEffect(() => {
    const wanted = [draw, colours];
    if (sight === 'far' || wanted.every((one, at) => one === drawn.current[at])) return;
    if (sight === 'near' && !isStillNear(place.current!)) return;
    drawn.current = wanted;
    const { tooltip, ...still } = draw(colours);
    tip.current = tooltip;
    chart.current ??= init(place.current!, null, { renderer: 'canvas' });
    chart.current.setOption(
      {
        // Still at once: what moves is only waited for.
        animation: false,
        textStyle: { fontFamily: FONT, color: colours.ink },
        ...still,
      },
      { notMerge: true },
    );
  }, [draw, colours, sight]);
  // What is said at the pointer takes its time to make, and most charts are only looked at.
  const makeTip = () => {
    if (tip.current) chart.current?.setOption({ tooltip: tip.current });
    tip.current = undefined;
  };
  return (
    <div
      ref={place}
      role="img"
      aria-label={label}
      style={{ height }}
      data-chart
      onPointerEnter={makeTip}
      onPointerMove={makeTip}
    />
  );
}
