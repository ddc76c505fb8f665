import { fail, ok, type Result } from '../base/result';
import { durationS } from '../breath/timeline';
import { homeOptions, type HomeClient, type HomeOption } from './choices';
import type { HomeAmount, HomePlace } from './home-places';
import type { HomeDay, HomeEntry, HomePlan } from './home-plan.schema';
import { isResisted } from '../propose/air';
import { breathsAllowed, fullRoundsOf, HOME_LIMIT, isHeld } from './limits';
import { awakeMin, breathsOf, CHECK_S, fullestDay } from './schedule';

/** What of a plan is asked for: the day, the dates and how much. */
export type HomeWish = Pick<HomePlan, 'day' | 'from' | 'until' | 'amount'> &
  Partial<Pick<HomePlan, 'unwanted' | 'note' | 'asks'>>;

/** So many breaths a day of one drill are worth two thirds of all that it can do at home. Our choice. */
const USEFUL_BREATHS = 15;
/** A further drill has to add so much of all that is needed (practice P67: dose beats variety). Our choice. */
const DRILL_COST = 0.08;
/** Between two plans that serve alike the shorter is better: a minute costs so much of all. Our choice. */
const MINUTE_COST = 0.004;
const HALF = 0.5;
const FIVE_MIN_S = 300;
/** Of the options of one place so many are weighed: the best by worth. */
const WEIGHED = 8;

/**
 * Two or three drills, each at its place in the day: what serves the client's needs most within the time and what a day may
 * hold. Every choice of drill and dose for waking, bedtime, the time between and an occasion is weighed.
 *
 * @returns a plan without id; a failure where nothing may go home yet, in words
 */
export function planHome(client: HomeClient, wish: HomeWish): Result<HomePlan> {
  const full = bestWithin(client, { ...wish, amount: 'full' }, HOME_LIMIT.minutes * 60);
  if (!full.ok || wish.amount === 'full') return full;
  const most = wish.amount === 'half' ? fullestDay(full.value).total.seconds * HALF : FIVE_MIN_S;
  const less = bestWithin(client, wish, Math.min(most, fullestDay(full.value).total.seconds));
  return less.ok ? less : fail('No drill fits into that time. Choose all of it, or add one by hand.');
}

/** A plan with nothing in it yet, to be filled by hand. */
export const emptyHome = (wish: HomeWish): HomePlan => written([], wish);

type Chosen = readonly (HomeOption | null)[];

function bestWithin(client: HomeClient, wish: HomeWish, mostS: number): Result<HomePlan> {
  const options = homeOptions(client, wish.unwanted);
  if (options.length === 0)
    return fail(
      client.coached.length === 0 && (client.plan.owned ?? []).length === 0 && !client.sequence
        ? 'Nothing was coached or written yet. Write a sequence and coach it; what went well there goes home.'
        : 'Of what was coached nothing may go home: it went badly, is barred, or waits until it is owned.',
    );
  const needed = Object.values(client.plan.needs).reduce((a, b) => a + b, 0);
  const between: HomePlace = client.plan.goals?.includes('sitting') ? 'sitting' : 'hourly';
  const places: HomePlace[] = [
    'waking',
    'bedtime',
    ...(wish.amount === 'five' ? [] : [between]),
    ...(wish.amount === 'full' ? occasionsOf(client) : []),
  ];
  const at = places.map((place): (HomeOption | null)[] => [
    null,
    ...options
      .filter((o) => o.place === place)
      .sort((a, b) => b.worth - a.worth)
      .slice(0, WEIGHED),
  ]);
  const times = places.map((place) => timesADay(place, wish.day));
  const checks = checksFor(wish.amount, false) * CHECK_S;
  let best: { chosen: Chosen; value: number } | null = null;
  const choose = (i: number, chosen: (HomeOption | null)[]) => {
    if (i < at.length) {
      for (const option of at[i]!) choose(i + 1, [...chosen, option]);
      return;
    }
    const value = valueOf(chosen, times, client, wish.amount, mostS - checks, needed);
    if (value !== null && (best === null || value > best.value + 1e-9)) best = { chosen, value };
  };
  choose(0, []);
  const found = best as { chosen: Chosen; value: number } | null;
  if (found === null || found.chosen.every((o) => o === null))
    return fail(
      wish.amount === 'full'
        ? 'No drill is ready for home yet. Coach one more, or add one by hand.'
        : 'No drill is ready for home yet. Coach one more, or add one by hand.',
    );
  return ok(written(found.chosen, wish));
}

/** Occasions that the client has anyway. */
function occasionsOf({ plan }: HomeClient): HomePlace[] {
  if (plan.goals?.includes('running')) return ['beforeRun'];
  return plan.props.includes('counter') ? ['kettle'] : [];
}

/** How often a place comes in the fullest day, before anything is put there. */
function timesADay(place: HomePlace, day: HomeDay): number {
  if (place === 'hourly') return Math.max(0, Math.floor(awakeMin(day) / 60) - 1);
  return place === 'sitting' ? 3 : 1;
}

/** What a choice is worth; null where it goes beyond what a day may hold. */
function valueOf(
  chosen: Chosen,
  times: readonly number[],
  client: HomeClient,
  amount: HomeAmount,
  mostS: number,
  needed: number,
): number | null {
  const drills = new Map<string, { worth: number; breaths: number }>();
  let [seconds, counted, resisted, held, fullRounds] = [0, 0, 0, 0, 0];
  chosen.forEach((o, i) => {
    if (!o) return;
    const n = times[i]!;
    const paced = o.block.breathing.kind === 'free' ? 0 : breathsOf(o.block) * n;
    seconds += lengthS(o) * n;
    counted += paced;
    if (isResisted(o.block)) resisted += paced;
    if (isHeld(o.block)) held += paced;
    fullRounds += fullRoundsOf(o.block) * n;
    const before = drills.get(o.drill.id) ?? { worth: 0, breaths: 0 };
    const breaths = o.breaths * n;
    // The worth of a drill is the mean of its places, by breaths.
    drills.set(o.drill.id, {
      worth: (before.worth * before.breaths + o.worth * breaths) / (before.breaths + breaths),
      breaths: before.breaths + breaths,
    });
  });
  const few = amount !== 'full' || (client.plan.visits ?? 1) <= 1;
  if (
    seconds > mostS ||
    counted > breathsAllowed(client.plan.flags) ||
    resisted > HOME_LIMIT.resistedBreaths ||
    held > HOME_LIMIT.heldBreaths ||
    fullRounds > HOME_LIMIT.fullRounds ||
    drills.size > (few ? HOME_LIMIT.fewDrills : HOME_LIMIT.drills)
  )
    return null;
  const served = [...drills.values()].reduce(
    (sum, { worth, breaths }) => sum + worth * (1 - Math.exp(-breaths / USEFUL_BREATHS)),
    0,
  );
  return served - needed * (DRILL_COST * drills.size + (MINUTE_COST * seconds) / 60);
}

const lengthS = ({ block }: HomeOption): number => durationS(block.breathing, block.dose);

/** Looks at posture and breath a day (practice P47: two or three), fewer where something is done between anyway. */
const checksFor = (amount: HomeAmount, often: boolean): number =>
  amount === 'five' ? 1 : amount === 'half' || often ? 2 : 3;

function written(chosen: Chosen, wish: HomeWish): HomePlan {
  const entries = chosen.flatMap((o, i): HomeEntry[] =>
    o ? [{ id: `h${i + 1}`, place: o.place, block: { ...o.block, id: `h${i + 1}` } }] : [],
  );
  const often = entries.some((e) => e.place === 'hourly' || e.place === 'sitting');
  return {
    day: wish.day,
    entries,
    checks: checksFor(wish.amount, often),
    from: wish.from,
    until: wish.until,
    amount: wish.amount,
    unwanted: [...(wish.unwanted ?? [])],
    asks: wish.asks ?? false,
    note: wish.note ?? '',
  };
}
