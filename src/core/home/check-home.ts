import { isResisted } from '../propose/air';
import { blockClientOf, type ClientPlan } from '../propose/input';
import type { Drill } from '../drills/drill';
import { problemsOf } from '../sequence/check';
import { clock, drillOf, nameOf } from '../sequence/sequence';
import { asSequence } from './as-sequence';
import { daysBetween } from './clock-time';
import type { HomePlan } from './home-plan.schema';
import { breathsAllowed, fullRoundsOf, HOME_LIMIT, isHeld, onlyWhenOwned } from './limits';
import { breathsOf, fullestDay, slotsOn } from './schedule';

/** What is wrong with a plan for home. `stop` forbids sending it; `care` is the instructor's choice. */
export type HomeProblem = { entryId: string | null; level: 'stop' | 'care'; text: string };

type HomeRules = Pick<ClientPlan, 'flags' | 'props' | 'owned' | 'lost'> &
  Partial<ClientPlan> & { library: readonly Drill[] };

/** Everything in a plan that a rule, a limit or a date speaks against. What is barred in the room is barred at home. */
export function homeProblems(plan: HomePlan, client: HomeRules, today: string): HomeProblem[] {
  const on = (entryId: string | null, level: HomeProblem['level'], text: string): HomeProblem => ({
    entryId,
    level,
    text,
  });
  const days = daysBetween(plan.from, plan.until) + 1;
  return [
    ...(plan.entries.length === 0 ? [on(null, 'stop', 'nothing is in it yet')] : []),
    ...(days < 1 ? [on(null, 'stop', 'it ends before it begins')] : []),
    ...(days > HOME_LIMIT.days
      ? [
          on(
            null,
            'stop',
            `it runs for ${days} days; ${HOME_LIMIT.days} at most, then it is renewed at a visit`,
          ),
        ]
      : []),
    ...(days >= 1 && plan.until < today ? [on(null, 'stop', 'its last day is over')] : []),
    ...entryProblems(plan, client).map((p) => on(p.entryId, p.level, p.text)),
    ...(days >= 1 ? dayProblems(plan, client).map((text) => on(null, 'care', text)) : []),
  ];
}

function entryProblems({ entries }: HomePlan, client: HomeRules): HomeProblem[] {
  const blocks = entries.map((e) => ({ ...e.block, id: e.id }));
  const barred = problemsOf(asSequence(blocks), {
    flags: client.flags,
    props: client.props,
    library: client.library,
    client: blockClientOf(client),
  })
    .filter((p) => p.level === 'stop' || p.barred)
    .map((p): HomeProblem => ({ entryId: p.blockId, level: 'stop', text: p.text }));
  const own = entries.flatMap((entry): HomeProblem[] => {
    const drill = drillOf(entry.block);
    if (!drill) return [];
    const what = onlyWhenOwned(drill, entry.block);
    const lost = client.lost?.includes(drill.id);
    return [
      ...(what !== null && !client.owned?.includes(drill.id)
        ? [{ entryId: entry.id, level: 'stop' as const, text: `${what} goes home only when it is owned` }]
        : []),
      ...(lost
        ? [
            {
              entryId: entry.id,
              level: 'care' as const,
              text: 'it went badly last time; at home nobody mends it',
            },
          ]
        : []),
    ];
  });
  return [...barred, ...own];
}

/** What is too much for a day. */
function dayProblems(plan: HomePlan, { flags }: HomeRules): string[] {
  const { day, total } = fullestDay(plan);
  const times = new Map<string, number>();
  for (const s of slotsOn({ ...plan, until: '9999-12-31' }, day))
    if (s.entryId) times.set(s.entryId, (times.get(s.entryId) ?? 0) + 1);
  const count = (which: (e: HomePlan['entries'][number]) => boolean): number =>
    plan.entries.filter(which).reduce((sum, e) => sum + breathsOf(e.block) * (times.get(e.id) ?? 0), 0);
  const resisted = count((e) => isResisted(e.block));
  const held = count((e) => isHeld(e.block));
  const fullRounds = plan.entries.reduce((n, e) => n + fullRoundsOf(e.block) * (times.get(e.id) ?? 0), 0);
  const drills = new Set(plan.entries.map((e) => e.block.drillId)).size;
  const most = breathsAllowed(flags);
  return [
    ...(total.seconds > HOME_LIMIT.minutes * 60
      ? [
          `${clock(total.seconds)} a day: ${HOME_LIMIT.minutes} min at most are done, more is left out at home`,
        ]
      : []),
    ...(total.breaths > most
      ? [
          `${total.breaths} counted breaths a day: ${most} at most for this client, so that nobody over-breathes`,
        ]
      : []),
    ...(resisted > HOME_LIMIT.resistedBreaths
      ? [`${resisted} breaths against resistance a day: ${HOME_LIMIT.resistedBreaths} at most`]
      : []),
    ...(held > HOME_LIMIT.heldBreaths
      ? [`${held} held breaths a day: ${HOME_LIMIT.heldBreaths} at most`]
      : []),
    ...(fullRounds > HOME_LIMIT.fullRounds
      ? [`${fullRounds} rounds of full exhales a day: ${HOME_LIMIT.fullRounds} at most`]
      : []),
    ...(drills > HOME_LIMIT.drills
      ? [
          `${drills} drills: two or three are done, more are not (${plan.entries.map((e) => nameOf(e.block)).join(', ')})`,
        ]
      : []),
  ];
}

/** Whether a plan may go home. */
export const maySend = (problems: readonly HomeProblem[]): boolean =>
  problems.every((p) => p.level !== 'stop');
