import type { ClientCase } from '../client/case';
import { codeOf } from '../client/code';
import { momentsOf } from '../client/followed';
import { LOOK_MEASURES, MEASURES, type Found, type Measure } from '../follow/measures';
import { PLACE_WORDS } from '../home/home-places';
import { endOfDay } from '../home/zoned';
import { idOf } from '../home/hand-back';
import { STOP_SIGN_LABEL } from '../screen/stop-signs';
import { askId } from '../lesson/answers';
import { signsTaken } from '../lesson/sign-taken';
import { SIGNS } from '../lesson/signs';
import { nameOf } from '../sequence/sequence';
import { doseOf } from '../sequence/sheet';

/**
 * A client as a bundle of FHIR R4 (HL7, 4.0.1): a Patient by a code and without a name, an Observation for each value, a
 * Procedure for each run, a CarePlan for each plan at home. Codes are of LOINC where one is certain, else of a CodeSystem
 * that the bundle carries. Readings stay out: they are no findings for others to build on.
 */
export type FhirBundle = {
  resourceType: 'Bundle';
  type: 'collection';
  timestamp: string;
  entry: { fullUrl: string; resource: Resource }[];
};
type Resource = { resourceType: string; id: string } & Record<string, unknown>;

const OWN = 'urn:kokyu:measures';
const LOINC = 'http://loinc.org';
const UCUM = 'http://unitsofmeasure.org';

/** Measures whose LOINC code is certain (checks of the project, verified). */
const LOINC_CODE: Readonly<Record<string, { code: string; display: string }>> = {
  rate: { code: '9279-1', display: 'Respiratory rate' },
};

/** Units as UCUM writes them; points of a scale are an annotation. */
const UCUM_CODE: Record<Measure['unit'], string> = {
  s: 's',
  'a minute': '/min',
  '%': '%',
  degrees: 'deg',
  mm: 'mm',
  cm: 'cm',
  dB: 'dB',
  'of 10': '{score}',
  'of 5': '{score}',
  'of 64': '{score}',
  'yes or no': '1',
};

/** So many digits are more than any of it was measured to. */
const DIGITS = 5;
const short = (value: number): number => Number(value.toPrecision(DIGITS));

/** Everything of a client that FHIR R4 has a resource for, under a code that names nobody. */
export function fhirOf(clientId: string, known: ClientCase, now: Date): FhirBundle {
  const subject = { reference: `urn:uuid:${clientId}` };
  const resources: Resource[] = [
    {
      resourceType: 'Patient',
      id: clientId,
      identifier: [{ use: 'secondary', system: 'urn:kokyu:code', value: codeOf(clientId) }],
    },
    codeSystem(),
    ...bodyOf(clientId, known, subject),
    ...measured(clientId, known, now, subject),
    ...known.runs.map((run) => procedure(run, subject)),
    ...known.runs.flatMap((run) => lessonSaid(run, subject)),
    ...(known.homes ?? []).filter((h) => h.sentAt !== null).map((h) => carePlan(h, now, subject)),
  ];
  return {
    resourceType: 'Bundle',
    type: 'collection',
    timestamp: now.toISOString(),
    entry: resources.map((resource) => ({ fullUrl: `urn:uuid:${resource.id}`, resource })),
  };
}

/** A bundle as it is saved. */
export const printFhir = (bundle: FhirBundle): string => `${JSON.stringify(bundle, null, 1)}\n`;

type Subject = { reference: string };

const own = (code: string, display: string) => ({ system: OWN, code, display });
const ucum = (value: number, unit: Measure['unit'], said: string = unit) => ({
  value: short(value),
  unit: said,
  system: UCUM,
  code: UCUM_CODE[unit],
});

function codeSystem(): Resource {
  return {
    resourceType: 'CodeSystem',
    id: idOf(OWN),
    url: OWN,
    name: 'KokyuMeasures',
    title: 'What is measured in breathing work',
    status: 'active',
    content: 'complete',
    caseSensitive: true,
    concept: [
      ...MEASURES.map((m) => ({ code: m.id, display: m.label })),
      ...SIGNS.map((s) => ({ code: `sign-${s.id}`, display: s.name })),
      { code: 'when', display: 'at the start of a lesson or at its end' },
      { code: 'asked', display: 'question of the day before a lesson' },
      { code: 'place', display: 'position, device or drill that a value belongs to' },
      { code: 'spread', display: 'standard deviation of the tries' },
      { code: 'tries', display: 'how many independent tries a value rests on' },
      { code: 'session', display: 'coached session of breathing drills' },
    ],
  };
}

const observation = (
  id: string,
  at: string,
  subject: Subject,
  rest: { code: unknown; [key: string]: unknown },
): Resource => ({
  resourceType: 'Observation',
  id,
  status: 'final',
  subject,
  effectiveDateTime: at,
  ...rest,
});

/** Height as it was told at screening. */
function bodyOf(clientId: string, { screen }: ClientCase, subject: Subject): Resource[] {
  const { size } = screen.data;
  if (!size || !screen.updatedAt) return [];
  return [
    observation(idOf(`${clientId} height`), screen.updatedAt, subject, {
      code: { coding: [{ system: LOINC, code: '8302-2', display: 'Body height' }], text: 'height, as told' },
      valueQuantity: ucum(size.heightCm, 'cm'),
    }),
  ];
}

function measured(clientId: string, known: ClientCase, now: Date, subject: Subject): Resource[] {
  const { looks, runs, homes } = momentsOf(known, now);
  const made = (measure: Measure, at: string, found: readonly Found[]): Resource[] =>
    found.map((f) => valueOf(clientId, measure, at, f, subject));
  return MEASURES.flatMap((m) => {
    if (m.from === 'look') return looks.flatMap(({ at, seen }) => made(m, at, m.find(seen)));
    if (m.from === 'run') return runs.flatMap(({ at, seen }) => made(m, at, m.find(seen)));
    return homes.flatMap(({ at, seen }) => made(m, at, m.find(seen)));
  });
}

const FROM_LOOKS = new Set(LOOK_MEASURES.map((m) => m.id));

function valueOf(
  clientId: string,
  measure: Measure,
  at: string,
  { at: place, measured: { value, spread, n } }: Found,
  subject: Subject,
): Resource {
  const loinc = LOINC_CODE[measure.id];
  const component = [
    ...(place && place.label !== ''
      ? [{ code: { coding: [own('place', 'place')] }, valueString: place.label }]
      : []),
    ...(n > 1
      ? [
          {
            code: { coding: [own('spread', 'standard deviation of the tries')] },
            valueQuantity: ucum(spread, measure.unit),
          },
          {
            code: { coding: [own('tries', 'tries')] },
            valueQuantity: { value: short(n), system: UCUM, code: '1' },
          },
        ]
      : []),
  ];
  return observation(idOf(`${clientId} ${measure.id} ${place?.key ?? ''} ${at}`), at, subject, {
    category: [
      {
        coding: [
          {
            system: 'http://terminology.hl7.org/CodeSystem/observation-category',
            code: FROM_LOOKS.has(measure.id) ? 'exam' : 'survey',
          },
        ],
      },
    ],
    code: {
      coding: [...(loinc ? [{ system: LOINC, ...loinc }] : []), own(measure.id, measure.label)],
      text: measure.label,
    },
    ...(measure.unit === 'yes or no'
      ? { valueBoolean: value > 0 }
      : { valueQuantity: ucum(value, measure.unit) }),
    ...(component.length > 0 ? { component } : {}),
  });
}

function procedure(run: ClientCase['runs'][number], subject: Subject): Resource {
  const { stopSign, results } = run.state;
  const done = results.filter((r) => r.outcome === 'done').length;
  const names = [...new Set(run.sequence.blocks.map((b) => nameOf(b)))];
  return {
    resourceType: 'Procedure',
    id: run.id,
    status: stopSign ? 'stopped' : run.endedAt ? 'completed' : 'in-progress',
    ...(stopSign ? { statusReason: { text: STOP_SIGN_LABEL[stopSign] } } : {}),
    code: { coding: [own('session', 'coached session of breathing drills')], text: 'breathing session' },
    subject,
    performedPeriod: { start: run.startedAt, ...(run.endedAt ? { end: run.endedAt } : {}) },
    ...(run.sequence.lesson ? { reasonCode: [{ text: run.sequence.lesson.idea }] } : {}),
    note: [{ text: `${done} of ${run.sequence.blocks.length} blocks done: ${names.join('; ')}` }],
  };
}

/** What a lesson asked and took: the sign at both ends, and each answer of the day. */
function lessonSaid(run: ClientCase['runs'][number], subject: Subject): Resource[] {
  const { startedAt, endedAt, sequence, state } = run;
  const category = [
    {
      coding: [{ system: 'http://terminology.hl7.org/CodeSystem/observation-category', code: 'survey' }],
    },
  ];
  const signs = signsTaken(sequence.lesson, state.lesson).map(({ sign, when, value }) => {
    const at = when === 'end' ? (endedAt ?? startedAt) : startedAt;
    return observation(idOf(`${run.id} sign ${when}`), at, subject, {
      category,
      code: { coding: [own(`sign-${sign.id}`, sign.name)], text: sign.name },
      valueQuantity: { value: short(value), unit: sign.unit },
      component: [{ code: { coding: [own('when', 'start or end')] }, valueString: when }],
    });
  });
  const asks = sequence.lesson?.asks ?? [];
  const answers = asks.flatMap((ask, i): Resource[] => {
    const yes = state.lesson?.day?.[askId(asks, i)];
    if (yes === undefined) return [];
    return [
      observation(idOf(`${run.id} asked ${askId(asks, i)}`), startedAt, subject, {
        category,
        code: { coding: [own('asked', 'question of the day')], text: ask.question },
        valueBoolean: yes,
      }),
    ];
  });
  return [...signs, ...answers];
}

type Home = NonNullable<ClientCase['homes']>[number];

function carePlan({ id, data, sentAt, endedAt }: Home, now: Date, subject: Subject): Resource {
  const over = endedAt !== null || now >= endOfDay(data.day.zone, data.until);
  return {
    resourceType: 'CarePlan',
    id,
    status: over ? 'completed' : 'active',
    intent: 'plan',
    title: 'Breathing at home',
    subject,
    ...(sentAt ? { created: sentAt } : {}),
    period: {
      start: data.from,
      end: endedAt && endedAt.slice(0, 10) < data.until ? endedAt.slice(0, 10) : data.until,
    },
    activity: data.entries.map((e) => ({
      detail: {
        kind: 'Task',
        status: over ? 'completed' : 'in-progress',
        description: `${nameOf(e.block)}: ${doseOf(e.block)}`,
        scheduledString: PLACE_WORDS[e.place].when,
      },
    })),
  };
}
