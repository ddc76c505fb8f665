import { GOAL } from '../aims/goals';
import { listed } from '../base/listed';
import { MEASURE_GROUPS } from '../follow/measures';
import { NOISE_FROM, signed, valueOf, verdictSaid } from '../follow/said';
import type { Followed } from '../follow/trend';
import { firstNameOf } from '../home/home-doc';
import { PLACE_WORDS } from '../home/home-places';
import { practiceDay } from '../home/zoned';
import { strengthWord, READING, NAMED_FROM } from '../read/readings';
import { cautionsFor } from '../safety/verdict';
import { describeFlag, setFlags } from '../screen/flags';
import { RED_FLAG_LABEL } from '../screen/red-flags';
import { STOP_SIGN_LABEL } from '../screen/stop-signs';
import { clock, layoutOf, nameOf } from '../sequence/sequence';
import { stopSaid } from '../screen/stop-signs';
import { doseOf, homeLines } from '../sequence/sheet';
import { adherenceUntil, homeNow, type ClientCase, type HomeOfClient } from './case';
import { codeOf } from './code';
import { followClient } from './followed';

/** The one row that shows the change: its values over the visits, and the band in which nothing is said to have changed. */
export type ReportPicture = {
  label: string;
  unit: string;
  points: { at: string; value: number }[];
  noise: number | null;
};

/** What a client takes home about how it went: one page, no reading, no flag, no word of the trade. */
export type ClientReport = {
  for: 'client';
  title: string;
  period: string;
  changed: string[];
  same: string;
  picture: ReportPicture | null;
  done: string[];
  next: string[];
  mind: string[];
  stop: string;
};

type MeasuredLine = {
  group: (typeof MEASURE_GROUPS)[number];
  label: string;
  unit: string;
  first: string;
  newest: string;
  difference: string;
  noise: string;
  verdict: string;
};

/** What a clinician reads: seen, measured, done, changed, by which methods, and what cannot be known from it. */
export type ClinicianReport = {
  for: 'clinician';
  title: string;
  /** The code by which exchanged data name the client. */
  code: string;
  period: string;
  wants: string;
  cautions: string[];
  signs: string[];
  seen: { label: string; strength: string; certainty: string; because: string[] }[];
  measured: MeasuredLine[];
  changed: string[];
  picture: ReportPicture | null;
  done: string[];
  methods: string[];
  unknown: string[];
};

/** `from`: whose report it is, for its foot. */
export type Report = (ClientReport | ClinicianReport) & { from?: string };
export const REPORT_FOR = ['client', 'clinician'] as const;

export type ReportOf = {
  clientId: string;
  name: string;
  known: ClientCase;
  now: Date;
  /** A day in words. */
  day: (at: string) => string;
};

/** A report needs two looks to tell of a change; from one on it tells what was found. */
export const reportOf = (who: Report['for'], of: ReportOf): Report =>
  who === 'client' ? forClient(of) : forClinician(of);

const periodOf = ({ known: { visits }, day }: ReportOf): string => {
  const [newest, first] = [visits[0], visits.at(-1)];
  if (!newest || !first) return 'no look yet';
  return newest === first ? day(newest.at) : `${day(first.at)} to ${day(newest.at)}`;
};

/** What a row is called by somebody who has never seen a stopwatch at work, and what is said when it has changed. */
const PLAIN: Readonly<Record<string, { name: string; said: (now: string, first: string) => string }>> = {
  rate: {
    name: 'how often you breathe at rest',
    said: (now, first) => `At rest you breathe ${now} times a minute. At first it was ${first}.`,
  },
  exhale: {
    name: 'your quiet breath out',
    said: (now, first) => `Your quiet breath out takes ${now} seconds. At first it took ${first}.`,
  },
  hold: {
    name: 'your calm pause',
    said: (now, first) =>
      `After breathing out you can pause for ${now} seconds and stay calm. At first it was ${first}.`,
  },
  comfortable: {
    name: 'your long breath out',
    said: (now, first) => `You can breathe out for ${now} seconds without effort. At first it was ${first}.`,
  },
  pain: {
    name: 'your pain',
    said: (now, first) => `You gave your pain ${now} of 10. At first it was ${first}.`,
  },
  complaints: {
    name: 'the sixteen complaints',
    said: (now, first) => `The sixteen complaints came to ${now} of 64 points. At first it was ${first}.`,
  },
  complaintsAtHome: {
    name: 'the sixteen complaints at home',
    said: (now, first) =>
      `Asked at home, the sixteen complaints came to ${now} of 64 points. At first it was ${first}.`,
  },
  breathless: {
    name: 'breathlessness at rest',
    said: (now, first) => `You gave breathlessness at rest ${now} of 10. At first it was ${first}.`,
  },
};

/** What is told of a client's own chart at most; more is a table. Our choice. */
const MOST_SENTENCES = 5;

function forClient(of: ReportOf): ClientReport {
  const { known, now, name } = of;
  const rows = followClient(known, now).filter((r) => r.points.length > 1 && r.id in PLAIN);
  const first = onceEach(rows);
  const changed = first.filter((r) => r.verdict === 'changed').slice(0, MOST_SENTENCES);
  const same = first.filter((r) => r.verdict !== 'changed').map((r) => PLAIN[r.id]!.name);
  const { goalList = [] } = known.screen.data;
  const flags = known.flags();
  return {
    for: 'client',
    title: `How it went, ${firstNameOf(name)}`,
    period: periodOf(of),
    changed:
      changed.length > 0
        ? changed.map((r) => PLAIN[r.id]!.said(newestOf(r), firstOf(r)))
        : [
            rows.length > 0
              ? nothingYet(same)
              : known.visits.length > 1
                ? APART
                : known.visits.length > 0
                  ? ONE_LOOK
                  : NO_LOOK,
          ],
    same:
      same.length === 0 || changed.length === 0
        ? ''
        : `No clear difference yet: ${listed(same)}. Such numbers go up and down from day to day by themselves.`,
    picture: pictureOf(first, true),
    done: doneForClient(of),
    next: nextAtHome(known, now),
    mind: homeLines(flags, goalList),
    stop: `${stopSaid(flags)} If it does not pass within minutes, or comes back, ask a doctor.`,
  };
}

const nothingYet = (names: readonly string[]): string =>
  `Nothing has changed by more than such numbers change from day to day by themselves: ${listed(names)}. That is common in the first weeks, and says nothing about how well you practise.`;
const NO_LOOK = 'We have not looked yet.';
const APART =
  'We have looked at something else each time. What changes shows once the same is looked at again.';
const ONE_LOOK = 'We have looked once so far. What changes shows from the next time on.';

/** Of a measure that was taken in several places, the place that was looked at most. */
function onceEach(rows: readonly Followed[]): Followed[] {
  const ids = new Set<string>();
  return rows.filter((r) => !ids.has(r.id) && ids.add(r.id));
}

const firstOf = (r: Followed): string => valueOf(r, r.points[0]!.measured.value);
const newestOf = (r: Followed): string => valueOf(r, r.points.at(-1)!.measured.value);

/** The row that changed most for its noise; where none did, the first that was taken twice. */
function pictureOf(rows: readonly Followed[], plain: boolean): ReportPicture | null {
  const strength = (r: Followed) =>
    r.verdict === 'changed' && r.noise ? Math.abs(r.difference ?? 0) / r.noise : 0;
  const row = [...rows]
    .filter((r) => r.unit !== 'yes or no' && r.points.length > 1)
    .sort((a, b) => strength(b) - strength(a))[0];
  if (!row) return null;
  return {
    label: plain ? PLAIN[row.id]!.name : row.label,
    unit: row.unit,
    points: row.points.map((p) => ({ at: p.at, value: p.measured.value })),
    noise: row.noise,
  };
}

const times = (n: number): string => (n === 1 ? 'once' : n === 2 ? 'twice' : `${n} times`);

function doneForClient({ known, now }: ReportOf): string[] {
  const runs = known.runs.filter((r) => r.state.results.some((x) => x.outcome === 'done'));
  const home = atHome(known, now);
  return [
    ...(runs.length > 0 ? [`We worked together ${times(runs.length)}.`] : []),
    ...(home ? [`At home you practised ${times(home.done)}; ${times(home.asked)} were planned.`] : []),
  ];
}

/** Days at home of all plans that were sent. */
function atHome({ homes }: ClientCase, now: Date): { asked: number; done: number } | null {
  const days = (homes ?? []).filter((h) => h.sentAt !== null).flatMap((h) => adherenceIn(h, now).days);
  const asked = days.reduce((n, d) => n + d.asked, 0);
  return asked === 0 ? null : { asked, done: days.reduce((n, d) => n + d.done, 0) };
}

const adherenceIn = (home: HomeOfClient, now: Date) => adherenceUntil(home, practiceDay(home.data.day, now));

function nextAtHome({ homes }: ClientCase, now: Date): string[] {
  const plan = homeNow(homes ?? [], now)?.data;
  return (plan?.entries ?? []).map(
    (e) => `${PLACE_WORDS[e.place].when}: ${nameOf(e.block)}, ${doseOf(e.block)}`,
  );
}

function forClinician(of: ReportOf): ClinicianReport {
  const { known, now, name, clientId } = of;
  const { flags, goals, goalList = [] } = known.screen.data;
  const rows = followClient(known, now);
  const twice = onceEach(rows.filter((r) => r.points.length > 1));
  return {
    for: 'clinician',
    title: `Breathing work with ${name}`,
    code: codeOf(clientId),
    period: periodOf(of),
    wants: [goals, ...goalList.map((g) => GOAL[g].label)].filter(Boolean).join('; '),
    cautions: [
      ...(setFlags(flags).length > 0 ? [listed(setFlags(flags).map((f) => describeFlag(flags, f)))] : []),
      ...cautionsFor(flags).map((c) => c.text),
    ],
    signs: signsOf(of),
    seen: seenIn(known),
    measured: rows
      .filter((r) => r.id !== 'quality')
      .map((r) => lineOf(r))
      .sort((a, b) => MEASURE_GROUPS.indexOf(a.group) - MEASURE_GROUPS.indexOf(b.group)),
    changed: changedSaid(rows),
    picture: pictureOf(
      twice.filter((r) => r.trend),
      false,
    ),
    done: doneForClinician(of),
    methods: METHODS,
    unknown: UNKNOWN,
  };
}

function lineOf(r: Followed): MeasuredLine {
  const single = r.points.length < 2;
  const yes = r.unit === 'yes or no';
  return {
    group: r.group,
    label: r.label,
    unit: yes ? '' : r.unit,
    first: firstOf(r),
    newest: single ? '' : newestOf(r),
    difference: single || yes || r.difference === null ? '' : signed(r, r.difference),
    noise:
      single || yes || r.noise === null ? '' : `±${valueOf(r, r.noise)} (${NOISE_FROM[r.noiseFrom].short})`,
    verdict: verdictSaid(r),
  };
}

function changedSaid(rows: readonly Followed[]): string[] {
  const changed = rows.filter((r) => r.verdict === 'changed' && r.points.length > 1);
  if (changed.length === 0)
    return [
      'Nothing that was taken twice changed by more than the noise of its test, or it cannot be told yet.',
    ];
  return changed.map((r) =>
    r.unit === 'yes or no'
      ? `${r.label}: ${firstOf(r)} at first, ${newestOf(r)} now`
      : `${r.label}: ${firstOf(r)} to ${newestOf(r)} ${r.unit} (${signed(r, r.difference!)}; up to ±${valueOf(r, r.noise!)} would be noise)`,
  );
}

/** The readings of the newest look that are named, with the observations that speak for them. */
const seenIn = ({ visit }: ClientCase): ClinicianReport['seen'] =>
  (visit?.readings().readings ?? [])
    .filter((r) => r.strength >= NAMED_FROM && !r.question)
    .sort((a, b) => b.strength - a.strength)
    .map((r) => ({
      label: READING[r.name].label,
      strength: strengthWord(r.strength),
      certainty: `from ${Math.round(r.certainty * 100)} % of what could tell`,
      because: r.overruled ? [`as judged by the instructor: ${r.overruled.why}`] : r.for.map((e) => e.text),
    }));

/** Signs that ended something: before it began, in a run, at home. */
function signsOf({ known, now, day }: ReportOf): string[] {
  const red = known.screen.data.redFlags.map(
    ({ flag, at, action }) =>
      `${day(at)}: ${RED_FLAG_LABEL[flag]}; ${action ? `done about it: ${action}` : 'nothing written about it yet'}`,
  );
  const inRuns = known.runs.flatMap(({ startedAt, state: { stopSign, stopNote } }) =>
    stopSign
      ? [
          `${day(startedAt)}: ${STOP_SIGN_LABEL[stopSign]}, which ended the session${stopNote ? `; ${stopNote}` : ''}`,
        ]
      : [],
  );
  const athome = (known.homes ?? [])
    .filter((h) => h.sentAt !== null)
    .flatMap((h) =>
      adherenceIn(h, now).stops.map((s) => `${day(s.at)}: ${STOP_SIGN_LABEL[s.sign]}, at home`),
    );
  return [...red, ...inRuns, ...athome];
}

function doneForClinician({ known, now, day }: ReportOf): string[] {
  const runs = known.runs.toReversed().map(({ startedAt, sequence, state }) => {
    const done = state.results.filter((r) => r.outcome === 'done').length;
    const names = [...new Set(sequence.blocks.map((b) => nameOf(b)))];
    const total = clock(layoutOf(sequence).totalS);
    return `${day(startedAt)}: ${done} of ${sequence.blocks.length} blocks, planned for ${total} min; ${listed(names)}`;
  });
  const home = atHome(known, now);
  return [
    ...(runs.length > 0 ? runs : ['No session was coached yet.']),
    ...(home
      ? [
          `At home ${home.done} of ${home.asked} that were planned (${Math.round((100 * home.done) / home.asked)} %), as the client reported.`,
        ]
      : []),
  ];
}

const METHODS: string[] = [
  'Quiet breathing: timed by taps of the instructor, by bands round ribs and belly, or on a clip of which the client knew; the mean of the breaths, a minute and seconds.',
  'Where the breath goes: rated by eye and hand in tenths, or by tape in cm; shares by bands are of ribs and belly after calibration. By clip it is how far a contour travels across a line in the picture, right to 15 % (30 % under two pixels), and no volume.',
  'Stance: angles and offsets between points tapped on one picture.',
  'Calm hold: after an ordinary exhale, until the first wish to breathe; the mean of the tries that ended calm, seconds. It is no maximal hold.',
  'Comfortable exhale: the longest that was repeated without effort, seconds.',
  'Complaints: sixteen questions, 0 to 4 each, 0 to 64 in all (van Dixhoorn & Duivenvoorden 1985).',
  'Changed: beyond the smallest detectable change at 95 %, from the client’s own looks at equal state where there are three, else from the spread of tries and a stated spread from day to day. Chance of a false change in this report: 5 %, over all rows.',
];

const UNKNOWN: string[] = [
  'No diagnosis was made and none is meant: names of patterns describe what was seen, not why.',
  'Gas exchange, blood gases, lung volumes and the diaphragm itself were not measured.',
  'Ratings are one instructor’s; how far another would differ is not known here.',
  'What else changed meanwhile (medication, sleep, training, illness) is not recorded, so a change is not shown to come from this work.',
  'What was done at home is what the client reported.',
];
