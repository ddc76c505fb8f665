import fc from 'fast-check';
import { dropIn } from '@/core/class/member';
import { LIBRARY } from '@/core/drills/library';
import type { HomeOfClient } from '@/core/client/case';
import type { HomeClient } from '@/core/home/choices';
import { timeOf } from '@/core/home/clock-time';
import { HOME_PLACES } from '@/core/home/home-places';
import type { HomeDay, HomeEntry, HomePlan } from '@/core/home/home-plan.schema';
import { POSITIONS } from '@/core/body/positions';
import { PROPS } from '@/core/body/props';
import { GOALS } from '@/core/aims/goals';
import { verdictFor } from '@/core/safety/verdict';
import { makeBlock } from '@/core/sequence/make-block';
import { READINGS } from '@/core/aims/reading-names';
import type { Flags } from '@/core/screen/flags';
import { anyFlags, anyNeeds } from '../helpers';

/** An ordinary day. */
export const DAY: HomeDay = { wakeAt: '07:00', bedAt: '22:30', off: [], quiet: [], zone: 'Europe/Oslo' };

const anyTime = fc.integer({ min: 0, max: 287 }).map((n) => timeOf(n * 5));
const anySpan = fc.record({ from: anyTime, to: anyTime });
const weekdays = fc.subarray([1, 2, 3, 4, 5, 6, 7], { maxLength: 6 });

/** Any day that one may lead, night shifts and days that turn round midnight with it. */
export const anyDay: fc.Arbitrary<HomeDay> = fc.record(
  {
    wakeAt: anyTime,
    bedAt: anyTime,
    work: fc.record({ from: anyTime, to: anyTime, days: weekdays }),
    off: weekdays,
    quiet: fc.array(anySpan, { maxLength: 3 }),
    zone: fc.constantFrom('Europe/Oslo', 'America/New_York', 'Australia/Lord_Howe', 'Asia/Kolkata'),
  },
  { requiredKeys: ['wakeAt', 'bedAt', 'off', 'quiet', 'zone'] },
);

const ids = LIBRARY.map((d) => d.id);

/** Anybody who may be sent home with something. */
export const anyHomeClient: fc.Arbitrary<HomeClient> = fc
  .record({
    flags: fc.option(anyFlags, { nil: {} as Flags, freq: 1 }),
    needs: anyNeeds,
    owned: fc.subarray(ids, { minLength: 4, maxLength: 24 }),
    coached: fc.subarray(ids, { maxLength: 12 }),
    lost: fc.subarray(ids, { maxLength: 3 }),
    at: fc.constantFrom(...POSITIONS),
    props: fc.subarray([...PROPS]),
    goals: fc.subarray([...GOALS], { maxLength: 3 }),
    readings: fc.subarray([...READINGS], { maxLength: 2 }),
    calmHoldS: fc.option(fc.integer({ min: 2, max: 40 }), { nil: null }),
  })
  .map(({ flags, needs, owned, coached, lost, at, props, goals, readings, calmHoldS }) => {
    const { plan } = dropIn('', '', flags, 'lowQuiet');
    return {
      plan: {
        ...plan,
        needs,
        owned,
        lost,
        ownedAt: Object.fromEntries(owned.map((id) => [id, at])),
        props,
        goals,
        readings,
        calmHoldS,
        visits: owned.length > 0 ? 2 : 1,
      },
      sequence: null,
      coached,
      library: LIBRARY,
    };
  });

export const planOf = (parts: Partial<HomePlan>): HomePlan => ({
  day: DAY,
  entries: [],
  checks: 0,
  from: '2026-03-02',
  until: '2026-04-12',
  amount: 'full',
  unwanted: [],
  asks: false,
  note: '',
  ...parts,
});

/** Entries at any places, of any drills. */
export const anyEntries: fc.Arbitrary<HomeEntry[]> = fc
  .uniqueArray(fc.tuple(fc.constantFrom(...HOME_PLACES), fc.constantFrom(...LIBRARY)), {
    maxLength: 5,
    selector: ([place]) => place,
  })
  .map((list) => list.map(([place, drill]) => ({ id: place, place, block: blockOf(drill.id) })));

/** A drill as it is usually done, for nobody in particular. */
export function blockOf(drillId: string): HomeEntry['block'] {
  const drill = LIBRARY.find((d) => d.id === drillId)!;
  const verdict = verdictFor(drill, {}, [...PROPS]);
  return makeBlock({
    id: 'b',
    drill,
    verdict,
    position: drill.positions[0]!,
    amount: 'usual',
    client: {},
    available: [...PROPS],
  });
}

/** A plan that was sent, with one drill on waking and nothing back yet. */
export const homeOf = (until: string, sentAt: string, patch: Partial<HomeOfClient> = {}): HomeOfClient => ({
  id: 'p',
  number: 1,
  sentAt,
  endedAt: null,
  createdAt: sentAt,
  data: planOf({ entries: [{ id: 'h1', place: 'waking', block: blockOf('twoHands') }], until }),
  reports: [],
  ...patch,
});
