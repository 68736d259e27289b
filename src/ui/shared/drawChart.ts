import { BarChart, LineChart } from 'echarts/charts';
import { AriaComponent, GridComponent, LegendComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { init, use as register, type EChartsCoreOption } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';

register([
  BarChart,
  LineChart,
  GridComponent,
  LegendComponent,
  TooltipComponent,
  AriaComponent,
  MarkLineComponent,
  SVGRenderer,
]);

/** Draws a chart into a box, in the house's colours. @returns takes it away again */
export function drawChart(
  box: HTMLElement,
  option: (colour: (name: string) => string) => EChartsCoreOption,
): () => void {
  const style = getComputedStyle(document.documentElement);
  const colour = (name: string) => style.getPropertyValue(name).trim();
  const chart = init(box, null, { renderer: 'svg' });
  chart.setOption({
    animation: false,
    aria: { enabled: true },
    textStyle: { fontFamily: 'IBM Plex Sans Variable', color: colour('--ink-2') },
    ...option(colour),
  });
  const onResize = () => chart.resize();
  window.addEventListener('resize', onResize);
  return () => {
    window.removeEventListener('resize', onResize);
    chart.dispose();
  };
}
