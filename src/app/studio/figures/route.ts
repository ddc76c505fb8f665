import { codeOf } from '@/core/client/code';
import { personOf, studioFigures, type Person, type StudioFigures } from '@/core/client/studio';
import { catalogueOf } from '@/core/drills/catalogue';
import { caseOfRow } from '@/server/case';
import { everyClient } from '@/server/clients';
import { ownLibrary } from '@/server/drills';
import { readScreen } from '@/server/screens';
import { scopeOfRequest } from '@/server/request-scope';

/** What comes line by line: how many were read, and at last the figures. */
export type FiguresLine =
  { step: 'reading'; n: number; of: number } | { step: 'done'; figures: StudioFigures };

/** The figures of the whole studio; one client after another, others are served between them. */
export async function GET(request: Request): Promise<Response> {
  const scope = await scopeOfRequest();
  const rows = everyClient(scope);
  const now = new Date();
  let left = false;
  const lines = new ReadableStream<Uint8Array>({
    async start(out) {
      const say = (line: FiguresLine) => out.enqueue(new TextEncoder().encode(`${JSON.stringify(line)}\n`));
      const people: Person[] = [];
      for (const [n, row] of rows.entries()) {
        if (left || request.signal.aborted) return;
        // Whose screening cannot be read is left out: nobody knows how to read their looks.
        if (readScreen(scope, row.id).ok) people.push(personOf(codeOf(row.id), caseOfRow(scope, row), now));
        if (n % 10 === 9) say({ step: 'reading', n: n + 1, of: rows.length });
        await new Promise(setImmediate);
      }
      if (left) return;
      say({ step: 'done', figures: studioFigures(people, catalogueOf(ownLibrary(scope))) });
      out.close();
    },
    cancel: () => {
      left = true;
    },
  });
  return new Response(lines, {
    headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' },
  });
}
