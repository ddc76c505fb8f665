import { Readable } from 'node:stream';
import { addCoached, dictionaryOf, tidyOf, type Coached } from '@/core/client/tidy';
import type { ClientCase } from '@/core/client/case';
import { codeOf } from '@/core/client/code';
import { fhirOf, printFhir } from '@/core/formats/fhir';
import { printDictionary, printTidy, TIDY_HEAD } from '@/core/formats/tidy-csv';
import { bundleOf } from '@/server/bundle-out';
import { caseFor } from '@/server/case';
import { scopeOfRequest } from '@/server/request-scope';

type Asked = { params: Promise<{ id: string; what: string }> };

/** What can be taken along of a client as text. */
const TEXTS: Record<
  string,
  { type: string; file: string; print: (id: string, known: ClientCase, now: Date) => string }
> = {
  fhir: {
    type: 'application/fhir+json',
    file: 'client.fhir.json',
    print: (id, known, now) => printFhir(fhirOf(id, known, now)),
  },
  observations: {
    type: 'text/csv',
    file: 'observations.csv',
    print: (id, known, now) => TIDY_HEAD + printTidy(codeOf(id), tidyOf(known, now)),
  },
  dictionary: {
    type: 'text/csv',
    file: 'dictionary.csv',
    print: (_, known) => {
      const coached: Coached = { drills: new Map(), cues: new Map(), asks: new Map() };
      addCoached(coached, known);
      return printDictionary(dictionaryOf(coached));
    },
  },
};

const gone = () => new Response('Nothing is kept under this address.', { status: 404 });
const headers = (type: string, file: string) => ({
  'content-type': type,
  'content-disposition': `attachment; filename="${file}"`,
  'cache-control': 'no-store',
});

export async function GET(_: Request, { params }: Asked): Promise<Response> {
  const { id, what } = await params;
  const scope = await scopeOfRequest();
  const known = caseFor(scope, id);
  if (!known) return gone();
  if (what === 'bundle') {
    const made = bundleOf(scope, id);
    if (!made.ok) return gone();
    const body = Readable.toWeb(made.value.stream) as ReadableStream<Uint8Array>;
    return new Response(body, { headers: headers('application/zip', 'client.kokyu.zip') });
  }
  const text = Object.hasOwn(TEXTS, what) ? TEXTS[what] : undefined;
  if (!text) return gone();
  return new Response(text.print(id, known, new Date()), {
    headers: headers(`${text.type}; charset=utf-8`, text.file),
  });
}
