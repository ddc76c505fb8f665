import { PLACE_LABEL, type ComplaintPlace } from '../screen/complaints';
import { isSeparated, LATE_PREGNANCY_WEEK } from '../screen/limits';
import type { Flags } from '../screen/flags';
import { stopSignsFor, STOP_SIGN_LABEL } from '../screen/stop-signs';
import { holdsNothing } from '../task/conditions';

type Line = { when: (f: Flags) => boolean; text: string };

const first = (lines: readonly Line[], flags: Flags): string | undefined =>
  lines.find((l) => l.when(flags))?.text;
const all = (lines: readonly Line[], flags: Flags): string[] =>
  lines.flatMap((l) => (l.when(flags) ? [l.text] : []));

const CALL: readonly Line[] = [
  {
    when: (f) => f.pregnancyWeek !== undefined,
    text: 'midwife; bleeding, fluid, regular tightenings, baby quieter: maternity unit at once',
  },
  { when: (f) => Boolean(f.eyePressure), text: 'eye clinic the same day; chest pain: emergency number' },
  {
    when: (f) => Boolean(f.copd || f.respiratory),
    text: 'clinic or doctor; breathless at rest, blue lips, chest pain: emergency number',
  },
  {
    when: (f) => Boolean(f.asthma),
    text: 'asthma nurse or doctor; no relief from the reliever: emergency number',
  },
  {
    when: (f) => Boolean(f.cardiac || f.highBloodPressure),
    text: 'doctor or practice nurse; chest pain: emergency number',
  },
  {
    when: (f) => Boolean(f.recentSurgery || f.hernia),
    text: 'surgeon or GP; fever or a swollen calf: the same day',
  },
  {
    when: (f) =>
      Boolean(f.heaviness || f.leaking || f.floorTension || f.urgency) ||
      f.postpartumWeeks !== undefined ||
      isSeparated(f.separationMm, f.separationAt),
    text: 'pelvic-health clinician; bleeding, fever, hot swollen calf: doctor the same day',
  },
  {
    when: (f) => Boolean(f.panic),
    text: 'doctor, if panic comes back; chest pain or fainting: emergency number',
  },
  { when: () => true, text: 'doctor, if it stays two days; chest pain: emergency number' },
];

/** Whom a client calls. */
export const callFor = (flags: Flags): string => first(CALL, flags)!;

const LIMITS: readonly Line[] = [
  { when: (f) => Boolean(f.panic), text: 'any stop sign; “not easy” said twice' },
  { when: (f) => Boolean(f.eyePressure), text: 'no pressure in eye or head' },
  { when: (f) => Boolean(f.heaviness), text: 'heaviness no higher than at the start' },
  { when: (f) => Boolean(f.pubicPain), text: 'pubic pain no higher than at the start' },
  { when: (f) => isSeparated(f.separationMm, f.separationAt), text: 'no ridge' },
  { when: (f) => Boolean(f.leaking), text: 'no leak' },
  { when: (f) => Boolean(f.asthma), text: 'no tightness' },
  { when: (f) => Boolean(f.ribInjury), text: 'pain 2 of 10, no stab' },
  { when: (f) => Boolean(f.recentSurgery || f.hernia), text: 'no pull, no bulge' },
];

/** What ends a set, from the flags and from where it hurts; two things at most, so that they can be watched. */
export function limitFor(flags: Flags, places: readonly ComplaintPlace[], effort: number): string {
  const own = all(LIMITS, flags);
  const pain = places.length > 0 ? [`${PLACE_LABEL[places[0]!]} 2 of 10, or 1 above the start`] : [];
  const air =
    flags.copd || flags.respiratory
      ? 'breathlessness 3 of 10, and no more than 1 above the start'
      : flags.asthma
        ? 'breathlessness no more than 1 of 10 above the start'
        : flags.eyePressure || flags.highBloodPressure || flags.cardiac
          ? 'breathlessness 2 of 10'
          : effort >= 20
            ? 'no held breath'
            : 'breathlessness 3 of 10';
  return [...own, ...pain]
    .slice(0, 2)
    .concat(own.length + pain.length < 2 && !flags.panic ? [air] : [])
    .join('; ');
}

const NOT_TODAY: readonly Line[] = [
  {
    when: (f) => Boolean(f.panic),
    text: 'deep breaths, pauses, counting aloud, closed eyes by request, talk of “correct”',
  },
  {
    when: (f) => Boolean(f.eyePressure),
    text: 'blowing against anything, pauses and held breath, head lower than the heart',
  },
  {
    when: (f) => Boolean(f.highBloodPressure || f.cardiac) && !f.eyePressure,
    text: 'blowing against anything, held breath, effort of the belly',
  },
  { when: (f) => (f.pregnancyWeek ?? 0) >= LATE_PREGNANCY_WEEK, text: 'any pulling up of the pelvic floor' },
  { when: (f) => f.pregnancyWeek !== undefined, text: 'lying flat for long, face down, holds of the breath' },
  { when: (f) => Boolean(f.pubicPain), text: 'knees apart past comfort, one-legged standing' },
  {
    when: (f) => Boolean(f.copd || f.respiratory),
    text: 'air pushed to the end, pauses, talking while walking',
  },
  { when: (f) => Boolean(f.asthma), text: 'big breaths, pauses, breath pushed to its end' },
  {
    when: (f) => isSeparated(f.separationMm, f.separationAt) || f.postpartumWeeks !== undefined,
    text: 'curl-ups or the head lifted, both legs at once, any held breath, belly pushed out',
  },
  { when: (f) => Boolean(f.heaviness || f.leaking), text: 'held breath, bearing down, long standing' },
  { when: (f) => Boolean(f.floorTension), text: 'any lift, squeeze or stretch to the end' },
  { when: (f) => Boolean(f.ribInjury), text: 'pressing on the ribs, end-range bends, turns under load' },
  {
    when: (f) => Boolean(f.recentSurgery || f.hernia),
    text: 'effort of the belly, held breath, breath pushed to its end',
  },
  { when: (f) => Boolean(f.neurological), text: 'fast or deep breathing, held breath' },
  {
    when: (f) => Boolean(f.thinBones || f.osteoporosis),
    text: 'rounding the back under load, weight on the ribs',
  },
];

/** What is left out today, said once, so that it stands nowhere else. */
export function notTodayFor(flags: Flags, also: readonly string[]): string {
  const own = all(NOT_TODAY, flags);
  const lines = [...own, ...also];
  return (
    lines.length > 0
      ? lines
      : [
          holdsNothing(flags)
            ? 'held breath, effort to the end'
            : 'holds to the limit, big breaths between sets',
        ]
  )
    .slice(0, 3)
    .join('; ');
}

/** What ends the breathing, and what is done then. */
export const stopFor = (flags: Flags): string =>
  `${stopSignsFor(flags)
    .map((s) => STOP_SIGN_LABEL[s])
    .join(
      ', ',
    )}: stop, ${flags.asthma || flags.copd || flags.respiratory ? 'sit, breathe as it comes, reliever by the plan' : flags.panic ? 'eyes on the room, feet on the floor, we talk about something else' : 'breathe as it comes, sit or lie, one step down next time'}.`;
