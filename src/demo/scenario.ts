import { subDays, subMinutes } from 'date-fns';
import { LIBRARY } from '@/core/drills/library';
import type { ClientFile } from '@/core/formats/client-file';
import type { Excursions } from '@/core/body/zones';
import type { ExhaleTry, HoldTrial, LookData } from '@/core/look/look';
import { TAPE_LEVELS, type Tape, type TapeTry } from '@/core/look/tape';
import { caseOf } from '@/core/client/case';
import { DEFAULT_THRESHOLDS } from '@/core/read/thresholds';
import { holdBars } from '@/core/safety/rules';
import type { Screen } from '@/core/screen/screen';
import { ASKED } from '@/core/screen/asked-groups';
import { propose } from '@/core/propose/propose';
import { NEW_RUN, type BlockResult, type RunState } from '@/core/run/run';
import { askId } from '@/core/lesson/answers';
import { asSequence, composeLesson } from '@/core/lesson/compose';
import { signOf } from '@/core/lesson/sign-taken';
import type { Lesson } from '@/core/sequence/lesson.schema';
import type { Sequence } from '@/core/sequence/sequence';
import { base64Of } from '@/core/formats/client-file';
import { printEdf } from '@/core/formats/edf';
import { positionNote } from '@/core/look/places';
import { PROTOCOLS } from '@/core/look/tests';
import { demoClip } from './clips';
import { simulateBands } from '@/core/simulate/bands';
import { bandSetup } from '@/core/simulate/bands.schema';
import { seeded } from '@/core/simulate/random';
import { wordsOf } from '@/core/sequence/words';
import { madeUpTaps } from './breathing';
import { PEOPLE, type Person } from './people';

const DAYS_BETWEEN = 14;
/** A separation was measured so many days ago. */
const SEPARATION_MEASURED_DAYS = 20;
/** At the last visit the work is not half done, so that every station still has something to show. */
const FURTHEST = 0.4;

/** The whole made-up house as client files, the newest visit a day or two before `now`. */
export function demoFiles(now: Date): ClientFile[] {
  return PEOPLE.map((person, i) => fileOf(person, i, now));
}

/** @param number makes ids and chance, so that the same number gives the same file @param furthest how far the work has come */
export function fileOf(person: Person, number: number, now: Date, furthest = FURTHEST): ClientFile {
  const random = seeded(1000 + number);
  const id = idMaker(number);
  const screen = screenOf(person, now);
  const file: ClientFile = {
    format: 'kokyu-client',
    version: 3,
    name: person.name,
    school: person.school,
    control: person.control ?? null,
    screen,
    looks: [],
    recordings: [],
    sequences: [],
    runs: [],
    homes: [],
    visits: [],
  };
  for (let v = 0; v < person.visits; v++) {
    const along = (furthest * v) / (person.visits - 1);
    const at = subDays(subMinutes(now, 95 + number * 40), 1 + (person.visits - 1 - v) * DAYS_BETWEEN);
    const look = lookOf(person, v, along, random);
    const lookId = id();
    const last = v === person.visits - 1;
    for (const [k, band] of (person.bands ?? []).entries()) {
      if (!last && k > 0) continue;
      const recordId = id();
      const setup = bandSetup({
        ...band.setup,
        way: along > 0.25 && band.later ? band.later : band.setup.way,
        seed: 40 + number * 10 + v * 3 + k,
      });
      const made = simulateBands(setup, band.seconds).record;
      const name = `bands-${band.position}.edf`;
      file.recordings.push({
        id: recordId,
        lookId,
        name,
        kind: 'edf',
        base64: base64Of(
          printEdf({
            ...made,
            startAt: at.toISOString(),
            notes: [{ atS: 0, lengthS: 0, text: positionNote(band.position) }],
          }),
        ),
      });
      look.bands = [
        ...(look.bands ?? []),
        { recordId, name, position: band.position, places: [], calibration: [] },
      ];
    }
    if (person.filmed && (v === 0 || last)) {
      const recordId = id();
      const { edf, ...clip } = demoClip(
        { movesPx: person.filmed[last ? 1 : 0], ratePerMin: last ? 17 : 21, seed: 60 + number * 10 + v },
        at.toISOString(),
      );
      const name = 'five-and-five.mp4';
      file.recordings.push({
        id: recordId,
        lookId,
        name: `${name}, curves.edf`,
        kind: 'edf',
        base64: base64Of(edf),
      });
      look.clips = [{ recordId, name, view: 'side', position: 'standing', ...clip, pxPerMm: 4 }];
    }
    file.looks.push({
      id: lookId,
      at: at.toISOString(),
      finishedAt: at.toISOString(),
      purpose: 'visit',
      runId: null,
      data: look,
    });
    const sequence = sequenceOf(person, file, person.task !== undefined && v === person.visits - 2);
    const sequenceId = id();
    const written = new Date(at.getTime() + 12 * 60e3);
    file.sequences.push({
      id: sequenceId,
      name: `${person.minutes} min, visit ${v + 1}`,
      createdAt: written.toISOString(),
      updatedAt: written.toISOString(),
      data: sequence,
    });
    if (last && !person.openRun && number % 2 === 0) continue;
    const started = new Date(at.getTime() + 20 * 60e3);
    const ended = new Date(started.getTime() + person.minutes * 60e3);
    const runId = id();
    const relookId = id();
    const state = stateOf(person, sequence, last, along, relookId, random);
    const open = state.stage === 'running';
    file.runs.push({
      id: runId,
      sequenceId,
      startedAt: started.toISOString(),
      endedAt: open ? null : ended.toISOString(),
      sequence,
      state,
    });
    if (state.stage === 'done') {
      const after = relookOf(person, sequence, look, v, along, random);
      file.looks.push({
        id: relookId,
        at: ended.toISOString(),
        finishedAt: ended.toISOString(),
        purpose: 'relook',
        runId,
        data: after,
      });
    }
  }
  return file;
}

function screenOf(person: Person, now: Date): Screen {
  const red = person.settledRedFlag;
  return {
    consent: { watched: true, filmed: person.name.length % 2 === 0, touched: false },
    flags: {
      ...person.flags,
      ...(person.flags.separationMm === undefined
        ? {}
        : { separationOn: subDays(now, SEPARATION_MEASURED_DAYS).toISOString().slice(0, 10) }),
    },
    asked: [...ASKED],
    goals: person.goals,
    ...(person.goalList ? { goalList: person.goalList } : {}),
    ...(person.task ? { task: person.task } : {}),
    ...(person.complaints ? { complaints: person.complaints } : {}),
    props: person.props,
    redFlags: red
      ? [
          {
            flag: red.flag,
            at: subDays(now, red.daysAgo).toISOString(),
            action: red.action,
            actionAt: subDays(now, red.daysAgo - 1).toISOString(),
          },
        ]
      : [],
  };
}

function lookOf(person: Person, visit: number, along: number, random: () => number): LookData {
  const look: LookData = {
    quiet: {
      position: 'hookLying',
      first: 'inhale',
      sighs: Math.round((1 - along) * 2),
      taps: madeUpTaps(
        lerp(person.inhaleS, along),
        lerp(person.exhaleS, along),
        14,
        lerp(person.irregular, along),
        random,
      ),
    },
    rings: { hookLying: between(person.lying, along) },
    signs: along < 0.6 ? person.signs[0] : person.signs[1],
    comfortableExhaleS: Math.round(lerp(person.comfortableExhaleS, along) * 2) / 2,
    holds: holdsOf(person, along, random),
    note: person.notes[visit] ?? '',
  };
  if (person.standing) look.rings.standing = between(person.standing, along);
  if (person.five && visit === 0) look.fiveAndFive = person.five;
  if (person.hands && along < 0.5) look.twoHands = person.hands;
  look.protocol = PROTOCOLS[visit === 0 ? 1 : 0]!;
  if (visit === 0) look.skipped = { hold: 'another day', symptoms: 'no time', ...person.skipped };
  if (person.sweep && visit === person.visits - 1) Object.assign(look.rings, person.sweep);
  if (person.sideBend)
    look.sideBend = {
      position: 'sitting',
      right: tenth(lerp(person.sideBend.right, along)),
      left: tenth(lerp(person.sideBend.left, along)),
    };
  if (person.tape) look.tape = tapeOf(person.tape, along, random);
  if (person.symptoms && visit !== 1)
    look.symptoms = Object.fromEntries(
      Object.entries(person.symptoms).map(([s, v]) => [s, Math.max(0, Math.round(v! * (1 - 0.8 * along)))]),
    );
  if (person.heartPerMin)
    look.numbers = {
      heartPerMin: person.heartPerMin - Math.round(8 * along),
      saturationPct: 98,
      breathlessness: along < 0.2 ? 1 : 0.5,
    };
  if (person.heardExhales) look.exhales = exhalesOf(lerp(person.comfortableExhaleS, along), along, random);
  if (person.overrule && visit === person.overrule.visit)
    look.judgement = {
      readings: {
        [person.overrule.reading]: { strength: person.overrule.strength, why: person.overrule.why },
      },
      needs: {},
    };
  return look;
}

const tenth = (v: number): number => Math.round(v * 10) / 10;

function tapeOf(opens: NonNullable<Person['tape']>, along: number, random: () => number): Tape {
  const tries = TAPE_LEVELS.flatMap((level) =>
    [0, 1, 2].map((): TapeTry => {
      const exhaleCm = opens.girthCm[level] + tenth(random() * 0.4);
      return {
        level,
        side: 'whole',
        exhaleCm,
        inhaleCm: tenth(exhaleCm + lerp(opens.excursionCm[level], along) + (random() - 0.5) * 0.5),
      };
    }),
  );
  return { unit: 'cm', keep: 'best', tries };
}

const exhalesOf = (lengthS: number, along: number, random: () => number): ExhaleTry[] =>
  [0, 1, 2].map((i) => ({
    lengthS: tenth(lengthS + (random() - 0.5) * 0.6),
    end: 'quiet',
    through: 'straw',
    heard: {
      loudnessDb: -31.4 - i,
      spreadDb: 1.1 + random() * 0.4,
      slopeDbPerS: along > 0.2 ? -0.2 : -1.4,
      evenness: along > 0.2 ? 'even' : 'fades',
    },
  }));

function holdsOf(person: Person, along: number, random: () => number): HoldTrial[] {
  if (!person.hold || holdBars(person.flags).length > 0) return [];
  const { from, to, ends } = person.hold;
  return Array.from({ length: 3 }, (_, i) => ({
    position: 'hookLying' as const,
    holdS: Math.round((from + (to - from) * along + (random() - 0.5) * 3) * 10) / 10,
    end: i === 2 && along < 0.4 ? ends[0] : ends[1],
    breathlessness: i + 1,
  }));
}

/** What was proposed at a visit, from everything that was known by then. */
function sequenceOf(person: Person, { screen, looks, runs }: ClientFile, isLesson: boolean): Sequence {
  const known = caseOf({
    school: person.school ?? null,
    control: person.control ?? null,
    thresholds: DEFAULT_THRESHOLDS,
    screen: { data: screen, updatedAt: null },
    looks: looks.toReversed().map((l) => ({ ...l, bands: () => [], clips: () => [] })),
    sequences: [],
    runs: runs.toReversed(),
  });
  if (isLesson) {
    const input = { ...known.plan(), ...known.lessonPlan(), library: LIBRARY, minutes: person.minutes };
    const lesson = composeLesson(input);
    if (!lesson.ok) throw new Error(`${person.name}: ${lesson.why}`);
    return asSequence(lesson.value, input);
  }
  const proposal = propose({ ...known.plan(), library: LIBRARY, minutes: person.minutes });
  if (!proposal.ok) throw new Error(`${person.name}: ${proposal.why}`);
  return proposal.value;
}

function stateOf(
  person: Person,
  sequence: Sequence,
  last: boolean,
  along: number,
  relookId: string,
  random: () => number,
): RunState {
  const results = sequence.blocks.map((b): BlockResult => ({
    blockId: b.id,
    drillId: b.drillId,
    outcome: 'done',
    note: '',
    quality: Math.min(5, Math.max(2, Math.round(2.6 + along * 1.8 + random()))),
  }));
  if (last && person.openRun) return { ...NEW_RUN, index: 1, blockS: 24, results: results.slice(0, 1) };
  if (last && person.stopped) {
    const at = Math.min(3, results.length - 1);
    const stopped = {
      ...results[at]!,
      outcome: 'stopped' as const,
      quality: null,
      note: 'stood up too fast',
    };
    return {
      stage: 'stopped',
      index: at,
      blockS: 40,
      results: [...results.slice(0, at), stopped],
      stopSign: 'dizziness',
      stopNote: 'sat down, gone in two minutes',
    };
  }
  return {
    stage: 'done',
    index: sequence.blocks.length - 1,
    blockS: 0,
    results,
    relookLookId: relookId,
    cues: cuesOf(person, sequence),
    ...(sequence.lesson ? { lesson: takenOf(sequence.lesson) } : {}),
  };
}

/** A lesson whose questions were all answered with no, and whose sign went up by a little more than noise. */
function takenOf(lesson: Lesson): NonNullable<RunState['lesson']> {
  const sign = signOf(lesson);
  const day = Object.fromEntries(lesson.asks.map((_, i) => [askId(lesson.asks, i), false]));
  if (!sign) return { day, opened: true };
  const [low, high] = [sign.changeBy, sign.changeBy * 2];
  return sign.better === 'more'
    ? { day, first: [low], again: [high], opened: true }
    : { day, first: [high], again: [low], opened: true };
}

/** How often cues of a kind work with somebody who can be reached by hands, and with somebody who sees pictures. */
const REACHED = {
  hands: { image: 0.3, touch: 0.85, target: 0.6, sound: 0.5, count: 0.4 },
  pictures: { image: 0.85, touch: 0.5, target: 0.6, sound: 0.4, count: 0.3 },
} as const;

/** What the cues of a run did, by what reaches the person; it draws on no chance that anything else depends on. */
function cuesOf(person: Person, sequence: Sequence): NonNullable<RunState['cues']> {
  const likes = REACHED[person.name.length % 2 ? 'hands' : 'pictures'];
  const chance = seeded(person.name.length * 31 + sequence.blocks.length);
  return sequence.blocks.flatMap((b) => {
    const { cues } = wordsOf(b);
    return [cues[0], cues.find((c) => c.kind !== cues[0]?.kind)].flatMap((cue) =>
      cue
        ? [
            {
              blockId: b.id,
              drillId: b.drillId,
              cue: cue.index,
              kind: cue.kind,
              outcome: chance() < likes[cue.kind] ? ('worked' as const) : ('nothing' as const),
            },
          ]
        : [],
    );
  });
}

/** The look made again after a run: the one test, a little better than before. */
function relookOf(
  person: Person,
  sequence: Sequence,
  before: LookData,
  visit: number,
  along: number,
  random: () => number,
): LookData {
  const later = lookOf(person, visit, Math.min(1, along + 0.35), random);
  const empty: LookData = { rings: {}, signs: {}, holds: [], note: '' };
  switch (sequence.relook.test) {
    case 'quiet':
      return { ...empty, quiet: later.quiet };
    case 'hold':
      return { ...empty, holds: later.holds };
    case 'exhale':
      return { ...empty, exhales: later.exhales, comfortableExhaleS: later.comfortableExhaleS };
    case 'sideBend':
      return { ...empty, sideBend: later.sideBend };
    case 'sweep':
      return { ...empty, rings: later.rings };
    case 'fullBreath':
      return { ...empty, signs: { cannotFill: along < 0.5 } };
    case 'pain':
      return { ...empty, numbers: { pain: Math.round(6 - 4 * along) } };
    case 'rings':
      return { ...empty, rings: { hookLying: later.rings.hookLying ?? before.rings.hookLying } };
  }
}

const lerp = ([a, b]: [number, number], f: number): number => a + (b - a) * f;

const between = ([a, b]: [Excursions, Excursions], f: number): Excursions =>
  Object.fromEntries(
    Object.entries(a).map(([zone, v]) => [
      zone,
      Math.round((v! + (b[zone as keyof Excursions]! - v!) * f) * 10) / 10,
    ]),
  );

/** Ids that are the same each time the scenario is made. */
function idMaker(number: number): () => string {
  let n = 0;
  return () => `00000000-0000-4000-8${String(number).padStart(3, '0')}-${String(++n).padStart(12, '0')}`;
}

/** How many shipped drills the scenario can draw on; printed when the demo is filled. */
