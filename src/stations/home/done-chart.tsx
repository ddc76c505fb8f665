import { PLACE_WORDS } from '@/core/home/home-places';
import { dayAfter, weekdayOf } from '@/core/home/clock-time';
import type { Adherence } from '@/core/home/adherence';
import type { HomePlan } from '@/core/home/home-plan.schema';
import { PlaceSign } from '@/pictures/place-sign';

const HEIGHT = 74;
const COLUMN = 34;

/** Day by day how much of what was asked was done: a column as high as what was asked, filled as far as it was done. */
export function DoneChart({
  done,
  plan,
  today,
  className,
}: {
  done: Adherence;
  plan: HomePlan;
  today: string;
  className?: string;
}) {
  const days: string[] = [];
  for (let d = plan.from; d <= plan.until; d = dayAfter(d)) days.push(d);
  const most = Math.max(1, ...done.days.map((d) => d.asked));
  const percent = done.share === null ? null : Math.round(done.share * 100);
  return (
    <div className="space-y-3">
      {percent === null ? (
        <p className="text-soft">Nothing has come back yet; what was not done counts from tomorrow on.</p>
      ) : (
        <p>
          <span className="text-huge font-semibold tabular-nums">{percent} %</span>{' '}
          <span className="text-soft">
            of what was asked was done in {done.days.length} {done.days.length === 1 ? 'day' : 'days'}
          </span>
        </p>
      )}
      <svg
        viewBox={`0 0 ${Math.max(14, days.length) * COLUMN} ${HEIGHT + 22}`}
        className={className}
        style={{ maxHeight: 150 }}
        preserveAspectRatio="xMinYMid meet"
        role="img"
        aria-label={`Done of asked by day: ${done.days.map((d) => `${d.done} of ${d.asked}`).join(', ') || 'nothing yet'}`}
      >
        {days.map((day, i) => {
          const at = done.days.find((d) => d.day === day);
          const full = at ? (at.asked / most) * HEIGHT : 0;
          const part = at && at.asked > 0 ? (at.done / most) * HEIGHT : 0;
          return (
            <g key={day} transform={`translate(${i * COLUMN} 0)`}>
              <rect
                x="4"
                width={COLUMN - 8}
                y={HEIGHT - full}
                height={full}
                fill="none"
                stroke="var(--held)"
                strokeWidth="1.2"
              />
              <rect x="4" width={COLUMN - 8} y={HEIGHT - part} height={part} fill="var(--rise)" />
              <line
                x1="0"
                x2={COLUMN}
                y1={HEIGHT}
                y2={HEIGHT}
                stroke="var(--ink)"
                strokeWidth={day === today ? 4 : 1}
              />
              <text x={COLUMN / 2} y={HEIGHT + 16} textAnchor="middle" fontSize="11" fill="var(--soft)">
                {'MTWTFSS'[weekdayOf(day) - 1]}
              </text>
            </g>
          );
        })}
      </svg>
      {done.byPlace.length > 0 && (
        <ul className="flex flex-wrap gap-x-6 gap-y-1 text-small">
          {done.byPlace.map(({ place, asked, done: n }) => (
            <li key={place} className="flex items-center gap-1.5 tabular-nums">
              <PlaceSign place={place} className="size-5" />
              {place === 'check' ? 'self-checks' : PLACE_WORDS[place].label}: {n} of {asked}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
