import { Shown } from '../testing/shown';
import { LineChart } from './line-chart';

describe('a chart', () => {
  it('is as wide as its place, also where that grows narrow while the window stays', async () => {
    const chart = new Shown(LineChart, {
      label: 'Inhale',
      unit: 's',
      days: ['2026-11-02', '2026-11-20'],
      series: [{ name: 'inhale', values: [8, 9] }],
    });
    const drawnWidth = (): number => chart.page.querySelector('svg')?.getBoundingClientRect().width ?? 0;
    chart.page.style.display = 'block';
    chart.page.style.width = '600px';
    await chart.until(() => drawnWidth() === 600);
    chart.page.style.width = '320px';
    await chart.until(() => drawnWidth() === 320);
    expect(drawnWidth()).toBe(320);
  });
});
