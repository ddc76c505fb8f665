import * as z from 'zod/mini';
import { durationS, timelineOf } from '@/core/breath/timeline';
import { Breathing, Dose } from '@/core/breath/timeline.schema';
import { cycleS, parsePattern, ratePerMin } from '@/core/breath/pattern';
import { Pattern } from '@/core/breath/pattern.schema';
import { BodySize } from '@/core/body/size.schema';
import { Lift } from '@/core/drills/lift';
import { planLift } from '@/core/load/lift';
import { LIBRARY } from '@/core/drills/library';
import { bytesOf } from '@/core/formats/client-file';
import { readBands } from '@/core/formats/recording';
import { EMPTY_LOOK } from '@/core/look/look';
import { LookData } from '@/core/look/look.schema';
import { agreement, noiseOfTest } from '@/core/change/reliability';
import { timingFromTaps } from '@/core/look/taps';
import { Plan } from '@/core/plan/plan.schema';
import { solve } from '@/core/plan/solve';
import { parseWith } from '@/core/base/parse';
import { asksOf } from '@/core/read/asks';
import { asNeeds, needsFrom, readLook } from '@/core/read/read';
import { barOf } from '@/core/run/may-run';
import { READINGS } from '@/core/read/readings';
import { Control, School } from '@/core/aims/school.schema';
import { withOwn } from '@/core/read/thresholds';
import { OwnThresholds } from '@/core/read/thresholds.schema';
import { fail, ok, type Result } from '@/core/base/result';
import { Flags } from '@/core/screen/flags.schema';
import { flagsOf } from '@/core/screen/known';
import { answersSay } from '@/core/screen/questions';
import { RedFlagRecord } from '@/core/screen/red-flags.schema';
import { EMPTY_SCREEN } from '@/core/screen/screen';
import { Consent } from '@/core/screen/screen.schema';
import { cautionsFor, goalsSay, verdictFor } from '@/core/safety/verdict';
import { airOf, easeAir, TAKEN } from '@/core/propose/air';
import { layoutOf } from '@/core/sequence/sequence';
import { Block, Sequence } from '@/core/sequence/sequence.schema';
import { wordsOf } from '@/core/sequence/words';
import { propose, relookFor } from '@/core/propose/propose';
import { analyse } from '@/core/signal/analyse';
import { Calibration } from '@/core/signal/calibrate.schema';
import { BandPlace } from '@/core/signal/places.schema';
import { placed } from '@/core/signal/record';
import { ClipInput, measureClip } from './clip';
import { LESSON_VERBS } from './lesson-verbs';
import { Asked, goals, props, ProposeInput } from './propose-input';

const patternInput = z.union([Pattern, z.string()]);

const TimelineInput = z.strictObject({
  pattern: z.optional(patternInput),
  ladder: z._default(z.boolean(), false),
  breaths: z._default(Dose.shape.breaths, 1),
  rounds: z._default(Dose.shape.rounds, 1),
  restS: z._default(Dose.shape.restS, 0),
  sides: z._default(Dose.shape.sides, 1),
  spans: z._default(z.boolean(), false),
});

const TapsInput = z.strictObject({
  taps: z.array(z.number()),
  first: z._default(z.enum(['inhale', 'exhale']), 'inhale'),
});

const BreathsInput = z.strictObject({
  csv: z.optional(z.string()),
  edf: z.optional(z.base64()),
  column: z.optional(z.string()),
  places: z._default(z.array(z.nullable(BandPlace)), []),
  calibration: z._default(z.array(Calibration), []),
  cutoffHz: z.optional(z.number().check(z.positive(), z.lte(20))),
  prominence: z.optional(z.number().check(z.positive())),
});

const NoiseInput = z.strictObject({ table: z.array(z.array(z.number())).check(z.maxLength(5000)) });

const SolveInput = z.strictObject({
  ...Plan.shape,
  mostNodes: z.optional(z.int().check(z.gte(1), z.lte(50_000_000))),
});
const LiftInput = z.strictObject({ ...Lift.shape, flags: z._default(Flags, {}) });
const AirVerbInput = z.strictObject({
  sequence: Sequence,
  size: z._default(z.nullable(BodySize), null),
  taken: z._default(z.enum(TAKEN), 'usual'),
  flags: z._default(Flags, {}),
});

const ScreenInput = z.strictObject({
  flags: Flags,
  props,
  consent: z.optional(Consent),
  redFlags: z._default(z.array(RedFlagRecord), []),
  goals,
  size: z.optional(BodySize),
  answers: z._default(Asked, {}),
});
const ReadInput = z.strictObject({
  look: z.partial(LookData),
  flags: z._default(Flags, {}),
  goals,
  school: z._default(z.nullable(School), null),
  control: z._default(z.nullable(Control), null),
  thresholds: z._default(OwnThresholds, {}),
});
const WordsInput = z.strictObject({ block: Block });
/** What each verb of the command line does: JSON in, JSON out. See docs/commands.md. */
export const VERBS: Record<string, (input: unknown) => Result<unknown>> = {
  timeline: (input) =>
    then(parseWith(TimelineInput, input), (given) => {
      const breathing = breathingOf(given);
      if (!breathing.ok) return breathing;
      const dose: Dose = {
        breaths: given.breaths,
        rounds: given.rounds,
        restS: given.restS,
        sides: given.sides,
      };
      const paced = breathing.value.kind === 'paced' ? breathing.value.pattern : null;
      const timeline = timelineOf(breathing.value, dose);
      return ok({
        cycleS: paced ? cycleS(paced) : null,
        ratePerMin: paced ? round(ratePerMin(paced)) : null,
        breaths: timeline.breaths,
        workS: timeline.workS,
        durationS: durationS(breathing.value, dose),
        ...(given.spans ? { spans: timeline.spans } : {}),
      });
    }),
  taps: (input) => then(parseWith(TapsInput, input), ({ taps, first }) => timingFromTaps(taps, first)),
  breaths: (input) =>
    then(parseWith(BreathsInput, input), ({ csv, edf, column, places, ...options }) => {
      if ((csv === undefined) === (edf === undefined)) return fail('csv: give either csv or edf', 'csv');
      const read =
        csv === undefined ? readBands('edf', bytesOf(edf!)) : readBands('csv', new TextEncoder().encode(csv));
      return then(read, ({ record, warnings }) => {
        const names = record.channels.map((c) => c.name);
        if (column !== undefined && !names.includes(column))
          return fail(`column: “${column}” is not in the file; it has ${names.join(', ')}`, 'column');
        const chosen =
          column === undefined
            ? placed(record, places)
            : { ...record, channels: record.channels.filter((c) => c.name === column) };
        return then(analyse(chosen, options), (analysis) =>
          ok(warnings.length > 0 ? { ...analysis, warnings } : analysis),
        );
      });
    }),
  clip: (input) => then(parseWith(ClipInput, input), measureClip),
  noise: (input) =>
    then(parseWith(NoiseInput, input), ({ table }) =>
      then(noiseOfTest(table), (noise) => {
        const pairs =
          table[0]!.length === 2
            ? agreement(
                table.map((r) => r[0]!),
                table.map((r) => r[1]!),
              )
            : null;
        return ok(pairs?.ok ? { ...noise, agreement: pairs.value } : noise);
      }),
    ),
  screen: (input) =>
    then(
      parseWith(ScreenInput, input),
      ({ flags, props: available, consent, redFlags, size, answers, ...rest }) =>
        ok({
          bar: barOf({ redFlags, answers }),
          consent: consent ?? EMPTY_SCREEN.consent,
          cautions: cautionsFor(flagsOf({ flags, answers })),
          asked: [...answersSay({ flags, goals: rest.goals, size }, answers), ...goalsSay(rest.goals)],
          drills: LIBRARY.map((drill) => verdictFor(drill, flagsOf({ flags, answers }), available)),
        }),
    ),
  read: (input) =>
    then(parseWith(ReadInput, input), ({ look, flags, school, control, thresholds, goals: wants }) =>
      ok(
        readLook({ ...EMPTY_LOOK, ...look }, flags, {
          school,
          control,
          thresholds: withOwn(thresholds),
          goals: wants,
        }),
      ),
    ),
  words: (input) => then(parseWith(WordsInput, input), ({ block }) => ok(wordsOf(block))),
  lift: (input) => then(parseWith(LiftInput, input), ({ flags, ...lift }) => ok(planLift(lift, flags))),
  air: (input) =>
    then(parseWith(AirVerbInput, input), ({ sequence, ...rest }) => {
      const { points, ...air } = airOf(sequence, rest);
      return ok({ ...air, endCo2: points.at(-1)!.co2, ease: easeAir(sequence, rest)?.says ?? null });
    }),
  solve: (input) =>
    then(parseWith(SolveInput, input), ({ mostNodes, ...plan }) =>
      solve(plan, { ...(mostNodes === undefined ? {} : { mostNodes }), progress: untilMs(SEARCH_MS) }),
    ),
  propose: (input) =>
    then(parseWith(ProposeInput, input), ({ needs, readings, answers, ...asked }) => {
      const bar = barOf({ redFlags: [], answers });
      if (bar !== null) return fail(bar, 'answers');
      const given = { ...asked, flags: flagsOf({ flags: asked.flags, answers }) };
      if (!needs && !readings) return fail('needs: give needs, or readings with their strength', 'needs');
      const named = Object.entries(readings ?? {})
        .map(([name, strength]) => ({
          name: name as (typeof READINGS)[number],
          strength: strength!,
          certainty: 1,
          question: false,
        }))
        .sort((a, b) => b.strength - a.strength);
      const { flags, goals: wants, school } = given;
      const weighed = needs ?? asNeeds(needsFrom(named, school, asksOf(flags, wants)));
      return then(
        propose(
          {
            ...given,
            library: LIBRARY,
            needs: weighed,
            readings: named.map((r) => r.name),
            relook: given.relook ?? relookFor(named[0]?.name, EMPTY_LOOK),
          },
          { progress: untilMs(SEARCH_MS) },
        ),
        (sequence) => ok({ totalS: layoutOf(sequence).totalS, ...sequence }),
      );
    }),
  ...LESSON_VERBS,
};

/** So long the command line looks for a proof; then the best so far is given, with the bound. */
const SEARCH_MS = 20_000;

function untilMs(ms: number): () => boolean {
  const end = performance.now() + ms;
  return () => performance.now() < end;
}

function breathingOf(given: z.output<typeof TimelineInput>): Result<Breathing> {
  if (given.ladder) return ok({ kind: 'ladder' });
  if (given.pattern === undefined)
    return fail('pattern: give a pattern such as "4-0-7-0", or ladder: true', 'pattern');
  if (typeof given.pattern !== 'string') return ok({ kind: 'paced', pattern: given.pattern });
  return then(parsePattern(given.pattern), (pattern) => ok({ kind: 'paced', pattern }));
}

function then<A, B>(result: Result<A>, next: (value: A) => Result<B>): Result<B> {
  return result.ok ? next(result.value) : result;
}

const round = (v: number): number => Number(v.toFixed(4));
