import { DAY_MIN, dayAfter, minuteOf, spanMin, timeOf, weekdayOf } from '@/core/home/clock-time';
import type { HomePlace } from '@/core/home/home-places';
import type { HomePlan } from '@/core/home/home-plan.schema';
import { awakeMin, sinceWaking, slotsOn, totalOn } from '@/core/home/schedule';
import { PlaceSign } from './place-sign';

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;
const LEFT = 56;
const RIGHT = 92;
const WIDTH = 960;
const ROW = 34;
const TOP = 26;
const SIGN = 20;

/**
 * A week of practice: a line for each day from waking to bedtime, a sign for each thing to do, quiet times hatched, hours of
 * work under a bar, and what the day comes to at its end.
 */
export function HomeWeek({
  plan,
  first,
  className,
}: {
  plan: HomePlan;
  /** The first day that is shown. */
  first: string;
  className?: string;
}) {
  const awake = awakeMin(plan.day);
  const wake = minuteOf(plan.day.wakeAt);
  const x = (m: number) => LEFT + (m / awake) * (WIDTH - LEFT - RIGHT);
  const days = Array.from({ length: 7 }, (_, i) => dayAfter(first, i));
  const whole = { ...plan, from: first, until: days[6]! };
  const firstHour = Math.ceil(wake / 120) * 120 - wake;
  const hours = Array.from(
    { length: Math.max(0, Math.floor((awake - firstHour) / 120) + 1) },
    (_, i) => firstHour + i * 120,
  );
  const placeOf = (entryId: string | null): HomePlace | 'check' =>
    plan.entries.find((e) => e.id === entryId)?.place ?? 'check';
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${TOP + ROW * 7 + 4}`}
      className={className}
      role="img"
      aria-label={saidOf(whole, days)}
    >
      <defs>
        <pattern
          id="quiet-time"
          width="7"
          height="7"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <line x1="0" y1="0" x2="0" y2="7" stroke="var(--rule)" strokeWidth="2.5" />
        </pattern>
      </defs>
      {hours.map((m) => (
        <g key={m}>
          <line x1={x(m)} x2={x(m)} y1={TOP - 6} y2={TOP + ROW * 7} stroke="var(--rule)" strokeWidth="0.8" />
          <text x={x(m)} y={TOP - 11} textAnchor="middle" fontSize="12" fill="var(--soft)">
            {timeOf(wake + m)}
          </text>
        </g>
      ))}
      {days.map((day, i) => {
        const y = TOP + ROW * i + ROW / 2;
        const off = plan.day.off.includes(weekdayOf(day));
        const total = totalOn(whole, day);
        const work = plan.day.work?.days.includes(weekdayOf(day)) ? plan.day.work : undefined;
        return (
          <g key={day}>
            <text x="4" y={y + 5} fontSize="14" fontWeight="600" fill={off ? 'var(--soft)' : 'var(--ink)'}>
              {DAYS[weekdayOf(day) - 1]}
            </text>
            {off ? (
              <text x={LEFT} y={y + 5} fontSize="13" fill="var(--soft)">
                free
              </text>
            ) : (
              <>
                <line x1={x(0)} x2={x(awake)} y1={y} y2={y} stroke="var(--ink)" strokeWidth="1.2" />
                {plan.day.quiet.flatMap(({ from, to }) =>
                  within(sinceWaking(plan.day, from), spanMin(from, to), awake).map(([a, b]) => (
                    <rect
                      key={`${from}${a}`}
                      x={x(a)}
                      width={x(b) - x(a)}
                      y={y - 13}
                      height="26"
                      fill="url(#quiet-time)"
                    />
                  )),
                )}
                {work &&
                  within(sinceWaking(plan.day, work.from), spanMin(work.from, work.to), awake).map(
                    ([a, b]) => (
                      <rect key={a} x={x(a)} width={x(b) - x(a)} y={y + 12} height="3" fill="var(--held)" />
                    ),
                  )}
                {slotsOn(whole, day)
                  .filter((s) => s.at !== null)
                  .map((s) => (
                    <g
                      key={s.key}
                      transform={`translate(${(x(sinceWaking(plan.day, s.at!)) - SIGN / 2).toFixed(1)} ${y - SIGN / 2})`}
                    >
                      <circle cx={SIGN / 2} cy={SIGN / 2} r={SIGN / 2 + 1} fill="var(--paper)" />
                      <g style={{ color: s.kind === 'check' ? 'var(--soft)' : 'var(--rise)' }}>
                        <svg width={SIGN} height={SIGN}>
                          <PlaceSign place={placeOf(s.entryId)} />
                        </svg>
                      </g>
                    </g>
                  ))}
                <text x={WIDTH} y={y + 5} fontSize="13" textAnchor="end" fill="var(--ink)">
                  {minutes(total.seconds)} · {total.breaths}
                </text>
              </>
            )}
          </g>
        );
      })}
      <text x={WIDTH} y={TOP - 11} fontSize="12" textAnchor="end" fill="var(--soft)">
        min · breaths
      </text>
    </svg>
  );
}

const minutes = (seconds: number): string => (seconds / 60).toFixed(seconds < 600 ? 1 : 0);

/** The parts of a span that lie while one is awake. */
function within(start: number, length: number, awake: number): [number, number][] {
  return [start, start - DAY_MIN]
    .map((from): [number, number] => [Math.max(0, from), Math.min(awake, from + length)])
    .filter(([a, b]) => b > a);
}

const saidOf = (plan: HomePlan, days: readonly string[]): string =>
  `A week at home: ${days
    .map((day) => {
      const total = totalOn(plan, day);
      return total.times === 0
        ? `${DAYS[weekdayOf(day) - 1]} free`
        : `${DAYS[weekdayOf(day) - 1]} ${total.times} times, ${minutes(total.seconds)} min`;
    })
    .join('; ')}`;
