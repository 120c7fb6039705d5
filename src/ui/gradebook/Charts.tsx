"use client";
import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  type ChartConfiguration,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
} from "chart.js";
import { useEffect, useMemo, useRef, useSyncExternalStore } from "react";
import { barWords, type DistributionBar } from "@/core/figures/distribution";
import { counted } from "@/core/words";
import type { StudentDetails } from "@/workers/engine/studentDetails";

Chart.register(
  BarController,
  BarElement,
  CategoryScale,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
);

interface DistributionChartProps {
  readonly bars: readonly DistributionBar[];
  readonly label: string;
  /** Writes to those whose values make one bar. */
  readonly onWrite: (bar: DistributionBar) => void;
}

/** How values are spread; the same in words below, where each bar is also a way to write to its students. */
export function DistributionChart({ bars, label, onWrite }: DistributionChartProps) {
  const colors = useThemeColors();
  const words = bars.map((bar) => `${barWords(bar)}: ${counted(bar.count, "student")}`);
  const configuration = useMemo(
    (): ChartConfiguration => ({
      type: "bar",
      data: {
        labels: bars.map(({ from, to }) => (to === undefined ? `${from}+` : `${from}–${to - 1}`)),
        datasets: [{ data: bars.map(({ count }) => count), backgroundColor: colors.grape, maxBarThickness: 34 }],
      },
      options: options(colors, { stepSize: 1 }),
    }),
    [bars, colors],
  );
  return (
    <figure className="mb-0">
      <div style={{ height: 150 }}>
        <ChartCanvas label={`${label}. ${words.join("; ")}`} configuration={configuration} />
      </div>
      <figcaption className="small mt-2">
        <span className="quiet">Write to those from </span>
        {bars
          .filter(({ count }) => count > 0)
          .map((bar) => (
            <button key={bar.from} type="button" className="bar-write" onClick={() => onWrite(bar)}>
              <span className="visually-hidden">Write to </span>
              {barWords(bar)} <span className="quiet">({bar.count})</span>
            </button>
          ))}
      </figcaption>
    </figure>
  );
}

/** The running average after each due date; a gap where there was none. */
export function TrendChart({ points }: { points: StudentDetails["trend"] }) {
  const colors = useThemeColors();
  const words = points.map(({ label, shown }) => `${label}: ${shown === undefined ? "no average" : `${shown} %`}`);
  const configuration = useMemo(
    (): ChartConfiguration => ({
      type: "line",
      data: {
        labels: points.map(({ label }) => label),
        datasets: [
          {
            data: points.map(({ shown }) => shown ?? null),
            borderColor: colors.grape,
            backgroundColor: colors.grape,
            pointRadius: 3,
            tension: 0,
            spanGaps: false,
          },
        ],
      },
      options: options(colors, {}),
    }),
    [points, colors],
  );
  return (
    <figure className="mb-0">
      <div style={{ height: 140 }}>
        <ChartCanvas label={`Average after each due date. ${words.join("; ")}`} configuration={configuration} />
      </div>
      <figcaption className="visually-hidden">{words.join("; ")}</figcaption>
    </figure>
  );
}

interface ChartCanvasProps {
  readonly label: string;
  /** Drawn anew where it is another one. */
  readonly configuration: ChartConfiguration;
}

function ChartCanvas({ label, configuration }: ChartCanvasProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (!canvas.current) return;
    const chart = new Chart(canvas.current, configuration);
    return () => chart.destroy();
  }, [configuration]);
  return <canvas ref={canvas} role="img" aria-label={label} />;
}

interface Colors {
  readonly grape: string;
  readonly ink: string;
  readonly line: string;
}

function options({ ink, line }: Colors, ticks: { stepSize?: number }) {
  return {
    animation: false as const,
    maintainAspectRatio: false,
    plugins: { legend: { display: false } },
    scales: {
      x: { ticks: { color: ink, font: { size: 11 } }, grid: { display: false } },
      y: { ticks: { color: ink, font: { size: 11 }, precision: 0, ...ticks }, grid: { color: line } },
    },
  };
}

/** The theme's colours, read again when the theme changes: a canvas knows no style sheet. */
function useThemeColors(): Colors {
  const theme = useSyncExternalStore(
    (changed) => {
      const observer = new MutationObserver(changed);
      observer.observe(document.documentElement, { attributeFilter: ["data-bs-theme"] });
      return () => observer.disconnect();
    },
    () => document.documentElement.dataset.bsTheme ?? "",
    () => "",
  );
  // biome-ignore lint/correctness/useExhaustiveDependencies: the theme decides what the style sheet says
  return useMemo(() => {
    const style = getComputedStyle(document.documentElement);
    const color = (name: string) => style.getPropertyValue(name).trim();
    return { grape: color("--grape"), ink: color("--ink-soft"), line: color("--line") };
  }, [theme]);
}
