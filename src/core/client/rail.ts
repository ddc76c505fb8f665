import { datesIn, USUAL_LOCALE, type Dates } from '../base/dates';
import { changeBetween } from '../change/change';
import { inCommon, LOOK_MEASURES } from '../follow/measures';
import { adherenceOf } from '../home/adherence';
import { practiceDay } from '../home/zoned';
import { namedReadings } from '../read/readings';
import { setFlags } from '../screen/flags';
import { stopsOf } from '../screen/known';
import { clock, layoutOf } from '../sequence/sequence';
import { homeNow, type ClientCase, type HomeOfClient, type SeenLook } from './case';

const STATIONS = ['screen', 'look', 'read', 'write', 'coach', 'home', 'follow'] as const;
export type Station = (typeof STATIONS)[number];
export type Rail = { stations: { station: Station; fresh: string }[]; due: Station; goals: string };

/** After this many days a look is due again. Our choice. */
const LOOK_AGAIN_DAYS = 21;
const DAY_MS = 86_400_000;

/** How fresh each station of a client is, and which one is due. */
export const railOf = (known: ClientCase, now = new Date(), dates = datesIn(USUAL_LOCALE)): Rail => ({
  stations: STATIONS.map((station) => ({ station, fresh: FRESH[station](known, now, dates) })),
  due: dueOf(known, now),
  goals: known.screen.data.goals,
});

/** The station that comes next for a client. */
export function dueOf(known: ClientCase, now = new Date()): Station {
  const { screen, visit, sequences, runs } = known;
  const [sequence, run] = [sequences[0], runs[0]];
  if (redFlags(known) > 0 || screen.updatedAt === null) return 'screen';
  if (run && !run.endedAt) return 'coach';
  if (!visit || !visit.finishedAt) return 'look';
  if (!sequence || sequence.updatedAt < visit.at) return named(visit) > 0 && !sequence ? 'read' : 'write';
  if (!run || run.startedAt < sequence.createdAt) return 'coach';
  if (now.getTime() - Date.parse(visit.at) > LOOK_AGAIN_DAYS * DAY_MS) return 'look';
  return known.homes && needsPlan(known.homes, run.startedAt, now) ? 'home' : 'follow';
}

/** Nothing is at home, and none was sent since the last run. */
const needsPlan = (homes: readonly HomeOfClient[], lastRun: string, now: Date): boolean =>
  homeNow(homes, now) === null && !homes.some((h) => h.sentAt !== null && h.sentAt >= lastRun);

const redFlags = ({ screen }: ClientCase): number => stopsOf(screen.data).length;
const named = (visit: SeenLook): number => namedReadings(visit.readings().readings).length;
const counted = (n: number, what: string): string => `${n} ${what}${n === 1 ? '' : 's'}`;

const FRESH: Record<Station, (known: ClientCase, now: Date, dates: Dates) => string> = {
  screen: (known) => {
    const red = redFlags(known);
    if (red > 0) return `${counted(red, 'red flag')} open`;
    if (known.screen.updatedAt === null) return 'not asked yet';
    const flags = setFlags(known.screen.data.flags).length;
    return flags === 0 ? 'no flags' : counted(flags, 'flag');
  },
  look: ({ visit }, now, dates) =>
    visit ? `${day(visit.at, now, dates)}${visit.finishedAt ? '' : ', open'}` : 'not looked yet',
  read: ({ visit }) => {
    if (!visit) return 'after a look';
    const readings = named(visit);
    return readings === 0 ? 'nothing named' : counted(readings, 'reading');
  },
  write: ({ sequences: [sequence] }) =>
    sequence ? `${clock(layoutOf(sequence.data).totalS)} of ${sequence.data.minutes}:00` : 'not written yet',
  coach: ({ runs }) => (!runs[0] ? 'not yet run' : runs[0].endedAt ? counted(runs.length, 'run') : 'running'),
  home: ({ homes }, now, dates) => {
    const plan = homes && homeNow(homes, now);
    if (!plan) return homes?.some((h) => h.sentAt === null) ? 'being written' : 'nothing at home';
    const today = practiceDay(plan.data.day, now);
    const { share } = adherenceOf({ plan: plan.data, endedOn: null, reports: plan.reports }, today);
    const until = `until ${dates.short(`${plan.data.until}T12:00:00`)}`;
    return share === null ? until : `${until}, ${Math.round(share * 100)} %`;
  },
  follow: ({ visits }) =>
    holdNews(visits) ?? (visits.length > 1 ? `${visits.length} visits` : 'from the second visit'),
};

function day(at: string, now: Date, dates: Dates): string {
  const on = dates.day(at);
  return on === dates.day(now) ? 'today' : on;
}

const HOLD = LOOK_MEASURES.find((m) => m.id === 'hold')!;

/** The change of the calm hold between the two newest visits that have one in the same place, in a few words. */
function holdNews(visits: readonly SeenLook[]): string | null {
  const [now, before] = visits
    .map((v) => ({ data: v.data, quiet: null }))
    .filter((v) => HOLD.find(v).length > 0);
  const both = now && before && inCommon(HOLD, before, now);
  if (!both) return null;
  const change = changeBetween(both[0].measured, both[1].measured, HOLD.noise);
  const seconds = Math.round(change.difference);
  return change.verdict === 'withinNoise'
    ? 'hold: within noise'
    : `hold ${seconds >= 0 ? '+' : '−'}${Math.abs(seconds)} s`;
}
