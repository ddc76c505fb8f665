'use client';

import {
  CategoryScale,
  Chart,
  Filler,
  LinearScale,
  LineElement,
  PointElement,
  Tooltip,
  type ChartOptions,
} from 'chart.js';
import { Line } from 'react-chartjs-2';
import { useDates } from '@/ui/dates';
import type { Measured } from '@/core/change/change';

Chart.register(CategoryScale, LinearScale, LineElement, PointElement, Filler, Tooltip);

const css = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

/** One measure over the visits. The band is the noise of the test round the first visit. */
export function Trend({
  name,
  unit,
  points,
  noise,
}: {
  name: string;
  unit: string;
  points: { at: string; measured: Measured }[];
  noise: number | null;
}) {
  const dates = useDates();
  const [ink, soft, rule] = [css('--ink'), css('--soft'), css('--rule')];
  const first = points[0]!.measured;
  const band = (v: number | null) => points.map(() => v);
  const data = {
    labels: points.map((p) => dates.short(p.at)),
    datasets: [
      {
        data: points.map((p) => p.measured.value),
        borderColor: ink,
        backgroundColor: ink,
        borderWidth: 2,
        pointRadius: 4,
        tension: 0,
      },
      ...(noise === null
        ? []
        : [
            {
              data: band(first.value + noise),
              borderWidth: 0,
              pointRadius: 0,
              fill: '+1' as const,
              backgroundColor: `${rule}88`,
            },
            { data: band(first.value - noise), borderWidth: 0, pointRadius: 0, fill: false as const },
          ]),
    ],
  };
  const font = { family: "'Atkinson Hyperlegible Next Variable', sans-serif", size: 13 };
  const options: ChartOptions<'line'> = {
    animation: false,
    maintainAspectRatio: false,
    plugins: {
      tooltip: {
        filter: (item) => item.datasetIndex === 0,
        callbacks: { label: (item) => `${(item.parsed.y ?? 0).toFixed(1)} ${unit}` },
      },
    },
    scales: {
      x: { grid: { display: false }, border: { color: rule }, ticks: { color: soft, font }, offset: true },
      y: {
        grid: { color: `${rule}99` },
        border: { display: false },
        ticks: { color: soft, font, maxTicksLimit: 5 },
        grace: '15%',
      },
    },
  };
  const said = points.map((p) => `${dates.short(p.at)} ${p.measured.value.toFixed(1)}`).join(', ');
  return (
    <div className="h-[190px]">
      <Line data={data} options={options} role="img" aria-label={`${name} (${unit}): ${said}`} />
    </div>
  );
}
