import { subDays } from 'date-fns';
import { homeClientOf } from '@/core/client/home-client';
import { catalogueOf, NO_OWN } from '@/core/drills/catalogue';
import { fail, ok, type Result } from '@/core/base/result';
import { dayAfter, dayIn } from '@/core/home/clock-time';
import { idOf } from '@/core/home/hand-back';
import { usualDay } from '@/core/home/new-home';
import { planHome, type HomeWish } from '@/core/home/plan-home';
import type { HomeDay } from '@/core/home/home-plan.schema';
import type { HomeReport } from '@/core/home/report.schema';
import { slotsOn } from '@/core/home/schedule';
import { momentIn } from '@/core/home/zoned';
import { SYMPTOMS } from '@/core/look/symptoms';
import { seeded } from '@/core/simulate/random';
import { caseFor } from '@/server/case';
import { createHomePlan, sendHomePlan } from '@/server/home-plans';
import { keepHomeReports } from '@/server/home-reports';
import type { Scope } from '@/server/scope';
import { putVisits } from '@/server/visits';

type AtHome = {
  name: string;
  /** Sent so many days ago, for so many days. */
  sentDaysAgo: number;
  days: number;
  /** How much of what is asked is done. */
  keeps: number;
  felt: number;
  day: Partial<HomeDay>;
  stop?: 'dizziness';
  answers?: true;
};

const ZONE = 'Europe/Oslo';

/** Who of the made-up house has something at home. */
const AT_HOME: readonly AtHome[] = [
  {
    name: 'Petra V.',
    sentDaysAgo: 9,
    days: 14,
    keeps: 0.62,
    felt: 3,
    day: { wakeAt: '06:30', bedAt: '22:00', quiet: [{ from: '12:00', to: '13:30' }] },
  },
  {
    name: 'Jorun S.',
    sentDaysAgo: 12,
    days: 14,
    keeps: 0.85,
    felt: 2,
    day: { wakeAt: '08:00', bedAt: '23:00', off: [7] },
    answers: true,
  },
  {
    name: 'Odile K.',
    sentDaysAgo: 6,
    days: 14,
    keeps: 0.4,
    felt: 4,
    day: { wakeAt: '07:00', bedAt: '23:00', work: { from: '09:00', to: '17:00', days: [1, 2, 3, 4, 5] } },
    stop: 'dizziness',
  },
];

/** Sends plans home in the made-up house and lets some of it come back. */
export function fillHome(
  scope: Scope,
  clients: readonly { id: string; name: string }[],
  now: Date,
): Result<number> {
  for (const [i, person] of AT_HOME.entries()) {
    const client = clients.find((c) => c.name === person.name);
    const known = client && caseFor(scope, client.id);
    if (!client || !known) return fail(`${person.name} is not in the house.`);
    const day: HomeDay = { ...usualDay(ZONE), ...person.day };
    const from = dayIn(ZONE, subDays(now, person.sentDaysAgo));
    const wish: HomeWish = { day, from, until: dayAfter(from, person.days - 1), amount: 'full' };
    const made = planHome(homeClientOf(known, catalogueOf(NO_OWN)), wish);
    if (!made.ok) return made;
    const at = momentIn(ZONE, from, '06:00').toISOString();
    const id = createHomePlan(scope, client.id, made.value, at);
    sendHomePlan(scope, id, at);
    const random = seeded(500 + i);
    const reports: HomeReport[] = [];
    const today = dayIn(ZONE, now);
    for (let d = from; d <= today; d = dayAfter(d))
      for (const slot of slotsOn(made.value, d)) {
        const when = momentIn(ZONE, slot.day, slot.at ?? '17:00');
        if (when >= now || random() > person.keeps * (slot.key.startsWith('hour') ? 0.8 : 1.1)) continue;
        reports.push({
          kind: 'done',
          id: idOf(`${id} ${d} ${slot.key}`),
          at: when.toISOString(),
          day: d,
          slot: slot.key,
          entryId: slot.entryId,
          ...(slot.kind === 'drill'
            ? { felt: Math.max(0, Math.min(10, person.felt + Math.round(random() * 2 - 1))) }
            : {}),
        });
      }
    const yesterday = dayAfter(today, -1);
    if (person.stop)
      reports.push({
        kind: 'stop',
        id: idOf(`${id} stop`),
        at: momentIn(ZONE, yesterday, '18:20').toISOString(),
        day: yesterday,
        entryId: made.value.entries[0]!.id,
        sign: person.stop,
      });
    if (person.answers)
      reports.push({
        kind: 'complaints',
        id: idOf(`${id} answers`),
        at: momentIn(ZONE, yesterday, '20:00').toISOString(),
        day: yesterday,
        symptoms: Object.fromEntries(SYMPTOMS.map((s) => [s, Math.floor(random() * 2.6)])),
      });
    const kept = keepHomeReports(scope, { id, clientId: client.id }, reports);
    if (!kept.ok) return kept;
  }
  return ok(AT_HOME.length);
}

/** Who comes in the next days. */
export function fillDiary(scope: Scope, now: Date): void {
  const day = (n: number) => dayAfter(dayIn(ZONE, now), n);
  putVisits(
    scope,
    (
      [
        [1, '09:30', 'Odile K.', 45],
        [1, '11:00', 'Bram T.', 60],
        [2, '10:00', 'Jorun S.', 45],
      ] as const
    ).map(([n, time, title, lengthMin]) => ({
      uid: `${idOf(`${title} ${n}`)}@kokyu.invalid`,
      startAt: momentIn(ZONE, day(n), time).toISOString(),
      lengthMin,
      title,
    })),
  );
}
