import * as z from 'zod';
import { Breathing, Dose, durationS, timelineOf } from '@/core/breath/timeline';
import { cycleS, Pattern, parsePattern, ratePerMin } from '@/core/breath/pattern';
import { PROPS } from '@/core/body/props';
import { LIBRARY } from '@/core/drills/library';
import { parseCurveCsv } from '@/core/formats/curve-csv';
import { LookData, RELOOK_TESTS } from '@/core/look/look';
import { timingFromTaps } from '@/core/look/taps';
import { parseWith } from '@/core/parse';
import { Needs } from '@/core/read/needs';
import { asNeeds, needsFrom, readLook } from '@/core/read/read';
import { READINGS } from '@/core/read/readings';
import { School } from '@/core/read/school';
import { fail, ok, type Result } from '@/core/result';
import { Flags } from '@/core/screen/flags';
import { cautionsFor, verdictFor } from '@/core/screen/verdict';
import { layoutOf } from '@/core/sequence/sequence';
import { propose, relookFor } from '@/core/sequence/propose';
import { findBreaths } from '@/core/signal/breaths';

const patternInput = z.union([Pattern, z.string()]);

const TimelineInput = z.strictObject({
  pattern: patternInput.optional(),
  ladder: z.boolean().default(false),
  breaths: Dose.shape.breaths.default(1),
  rounds: Dose.shape.rounds.default(1),
  restS: Dose.shape.restS.default(0),
  sides: Dose.shape.sides.default(1),
  spans: z.boolean().default(false),
});

const TapsInput = z.strictObject({ taps: z.array(z.number()), first: z.enum(['inhale', 'exhale']).default('inhale') });

const BreathsInput = z.strictObject({
  csv: z.string(),
  column: z.string().optional(),
  cutoffHz: z.number().positive().max(20).optional(),
  prominence: z.number().positive().optional(),
});

const props = z.array(z.enum(PROPS)).default([]);
const ScreenInput = z.strictObject({ flags: Flags, props });
const ReadInput = z.strictObject({ look: LookData.partial(), flags: Flags.default({}), school: School.nullable().default(null) });
const ProposeInput = z.strictObject({
  needs: Needs.optional(),
  readings: z.partialRecord(z.enum(READINGS), z.number().min(0).max(1)).optional(),
  flags: Flags.default({}),
  props,
  minutes: z.number(),
  school: School.default('lowQuiet'),
  comfortableExhaleS: z.number().positive().max(60).nullable().default(null),
  ownedLevel: z.int().min(-1).max(3).default(0),
  relook: z.enum(RELOOK_TESTS).optional(),
});

/** What each verb of the command line does: JSON in, JSON out. See docs/commands.md. */
export const VERBS: Record<string, (input: unknown) => Result<unknown>> = {
  timeline: (input) =>
    then(parseWith(TimelineInput, input), (given) => {
      const breathing = breathingOf(given);
      if (!breathing.ok) return breathing;
      const dose: Dose = { breaths: given.breaths, rounds: given.rounds, restS: given.restS, sides: given.sides };
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
    then(parseWith(BreathsInput, input), ({ csv, column, ...options }) =>
      then(parseCurveCsv(csv), (curve) => {
        const chosen = column === undefined ? curve.columns[0]! : curve.columns.find((c) => c.name === column);
        if (!chosen) return fail(`column: “${column}” is not in the file; it has ${curve.columns.map((c) => c.name).join(', ')}`, 'column');
        return findBreaths(curve.times, chosen.values, options);
      }),
    ),
  screen: (input) =>
    then(parseWith(ScreenInput, input), ({ flags, props: available }) =>
      ok({ cautions: cautionsFor(flags), drills: LIBRARY.map((drill) => verdictFor(drill, flags, available)) }),
    ),
  read: (input) =>
    then(parseWith(ReadInput, input), ({ look, flags, school }) =>
      ok(readLook({ rings: {}, signs: {}, holds: [], note: '', ...look }, flags, school)),
    ),
  propose: (input) =>
    then(parseWith(ProposeInput, input), ({ needs, readings, ...rest }) => {
      if (!needs === !readings) return fail('needs: give either needs or readings', 'needs');
      const named = Object.entries(readings ?? {}).map(([name, strength]) => ({ name: name as (typeof READINGS)[number], strength: strength! }));
      const leading = [...named].sort((a, b) => b.strength - a.strength)[0]?.name;
      const weighed = needs ?? asNeeds(needsFrom(named, rest.school));
      return then(propose({ ...rest, needs: weighed, relook: rest.relook ?? relookFor(leading) }), (sequence) =>
        ok({ totalS: layoutOf(sequence).totalS, ...sequence }),
      );
    }),
};

function breathingOf(given: z.output<typeof TimelineInput>): Result<Breathing> {
  if (given.ladder) return ok({ kind: 'ladder' });
  if (given.pattern === undefined) return fail('pattern: give a pattern such as "4-0-7-0", or ladder: true', 'pattern');
  if (typeof given.pattern !== 'string') return ok({ kind: 'paced', pattern: given.pattern });
  return then(parsePattern(given.pattern), (pattern) => ok({ kind: 'paced', pattern }));
}

function then<A, B>(result: Result<A>, next: (value: A) => Result<B>): Result<B> {
  return result.ok ? next(result.value) : result;
}

const round = (v: number): number => Number(v.toFixed(4));
