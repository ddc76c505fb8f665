import { standing } from '../home/adherence';
import { dayAfter } from '../home/clock-time';
import { practiceDay } from '../home/zoned';
import { followAll, type FollowedClient } from '../follow/follow-all';
import { sameStates } from '../follow/same-state';
import type { Followed } from '../follow/trend';
import { scoreSymptoms } from '../look/symptoms';
import { nameOf } from '../sequence/sequence';
import { adherenceUntil, measuresIn, type ClientCase, type HomeOfClient } from './case';

const DAYS_OF_A_WEEK = 7;

/** All that is followed of a client, and whether it changed. */
export const followClient = (known: ClientCase, now: Date): Followed[] => followAll(momentsOf(known, now));

/** All that is followed of a client, oldest first: looks, runs, and what came back from home, a week at a time. */
export function momentsOf(known: ClientCase, now: Date): FollowedClient {
  const looks = known.visits.toReversed();
  const same = sameStates(
    looks.map((l) => l.at),
    known.runs.map((r) => r.startedAt),
  );
  return {
    looks: looks.map((l, i) => ({
      at: l.at,
      sameState: same[i]!,
      seen: measuresIn(l),
    })),
    runs: known.runs.toReversed().map(({ startedAt, sequence, state }) => ({
      at: startedAt,
      sameState: false,
      seen: {
        results: state.results,
        names: new Map(sequence.blocks.map((b) => [b.drillId, nameOf(b)])),
      },
    })),
    homes: (known.homes ?? [])
      .filter((h) => h.sentAt !== null)
      .toReversed()
      .flatMap((h) => weeksOf(h, now)),
  };
}

/** A plan at home week by week, whole weeks only, and the answers that were given in each. */
function weeksOf(home: HomeOfClient, now: Date) {
  const { data: plan, reports } = home;
  const today = practiceDay(plan.day, now);
  const { days } = adherenceUntil(home, today);
  const answers = standing(reports).flatMap((r) => (r.kind === 'complaints' ? [r] : []));
  const weeks = [];
  for (let i = 0; i + DAYS_OF_A_WEEK <= days.length; i += DAYS_OF_A_WEEK) {
    const week = days.slice(i, i + DAYS_OF_A_WEEK);
    const [from, to] = [week[0]!.day, dayAfter(week[0]!.day, DAYS_OF_A_WEEK)];
    const asked = week.reduce((n, d) => n + d.asked, 0);
    const done = week.reduce((n, d) => n + d.done, 0);
    const said = answers.findLast((a) => a.day >= from && a.day < to);
    weeks.push({
      at: `${from}T12:00:00.000Z`,
      sameState: false,
      seen: {
        share: asked === 0 ? null : done / asked,
        slots: asked,
        complaints: said ? scoreSymptoms(said.symptoms).total : null,
      },
    });
  }
  return weeks;
}
