import { GOAL, type Goal } from '../aims/goals';
import type { Need, Needs } from '../aims/needs';
import { isSeparated, LATE_PREGNANCY_WEEK, POSTPARTUM_HEAVY_WEEKS } from '../screen/limits';
import type { Flags } from '../screen/flags';

/** Something besides the look that asks for a need: a flag, or what the client wants and does. */
export type Ask = { need: Need; weight: number; why: string };

type Rule = { when: (flags: Flags) => boolean; why: string; needs: Needs };

/** What flags ask for (practice P9, P10, P75). Our choice of the weights. */
const FLAG_ASKS: readonly Rule[] = [
  {
    when: (f) => f.pregnancyWeek !== undefined && f.pregnancyWeek >= LATE_PREGNANCY_WEEK,
    why: 'for the last weeks before the birth',
    needs: { floorLetGo: 1.5, settle: 0.5, backRibs: 0.4 },
  },
  {
    when: (f) => f.pregnancyWeek !== undefined && f.pregnancyWeek < LATE_PREGNANCY_WEEK,
    why: 'for the pregnancy',
    needs: { floorLink: 0.6, backRibs: 0.5, settle: 0.3 },
  },
  {
    when: (f) => f.postpartumWeeks !== undefined && f.postpartumWeeks < POSTPARTUM_HEAVY_WEEKS,
    why: 'for the weeks after the birth',
    needs: { floorLink: 0.8, floorLetGo: 0.8, coordination: 0.6, settle: 0.4 },
  },
  {
    when: (f) => Boolean(f.leaking),
    why: 'because of leaking',
    needs: { coordination: 1.5, floorLink: 1.2 },
  },
  {
    when: (f) => Boolean(f.heaviness),
    why: 'because of heaviness',
    needs: { coordination: 1, floorLetGo: 0.5 },
  },
  { when: (f) => Boolean(f.urgency), why: 'because of urgency', needs: { floorLetGo: 1.2, settle: 0.5 } },
  {
    when: (f) => Boolean(f.floorTension),
    why: 'because of a pelvic floor that is tense',
    needs: { floorLetGo: 2, settle: 0.5 },
  },
  {
    when: (f) => isSeparated(f.separationMm, f.separationAt),
    why: 'because the abdominal wall is apart',
    needs: { coordination: 0.8 },
  },
  { when: (f) => Boolean(f.backPain), why: 'because of the back', needs: { control: 0.8, upright: 0.8 } },
  {
    when: (f) => Boolean(f.highBloodPressure),
    why: 'to go easy on the blood pressure',
    needs: { settle: 0.8, lowBreath: 0.5 },
  },
  {
    when: (f) => Boolean(f.cardiac) && !f.highBloodPressure,
    why: 'to go easy on the heart',
    needs: { settle: 0.8, lowBreath: 0.5 },
  },
  { when: (f) => Boolean(f.panic), why: 'because of panic before', needs: { settle: 1.5 } },
];

/** Everything that flags and goals ask for, one line a need and reason. */
export function asksOf(flags: Flags, goals: readonly Goal[]): Ask[] {
  const lines = (needs: Needs, why: string): Ask[] =>
    (Object.entries(needs) as [Need, number][]).map(([need, weight]) => ({ need, weight, why }));
  return [
    ...goals.flatMap((goal) => lines(GOAL[goal].needs, GOAL[goal].why)),
    ...FLAG_ASKS.filter((r) => r.when(flags)).flatMap((r) => lines(r.needs, r.why)),
  ];
}
