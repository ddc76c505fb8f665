type Props = {
  values: readonly number[];
  /** Half of the band round the first value that is noise; null: not known. */
  noise: number | null;
  className?: string;
  title: string;
};

const WIDTH = 132;
const HEIGHT = 30;
const EDGE = 5;

/** A row of values small enough for a line of a table, with the band of noise round the first. */
export function Spark({ values, noise, className, title }: Props) {
  const all = [...values, ...(noise === null ? [] : [values[0]! + noise, values[0]! - noise])];
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const reach = high - low || 1;
  const x = (i: number) => EDGE + (i / Math.max(1, values.length - 1)) * (WIDTH - 2 * EDGE);
  const y = (v: number) => HEIGHT - EDGE - ((v - low) / reach) * (HEIGHT - 2 * EDGE);
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className={className} role="img" aria-label={title}>
      {noise !== null && (
        <rect
          x="0"
          width={WIDTH}
          y={y(values[0]! + noise)}
          height={Math.max(1, y(values[0]! - noise) - y(values[0]! + noise))}
          fill="var(--rule)"
          opacity="0.55"
        />
      )}
      <polyline
        points={values.map((v, i) => `${x(i).toFixed(1)},${y(v).toFixed(1)}`).join(' ')}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.6"
      />
      {values.map((v, i) => (
        <circle key={i} cx={x(i)} cy={y(v)} r={i === values.length - 1 ? 3 : 1.8} fill="var(--ink)" />
      ))}
    </svg>
  );
}
