/**
 * How often each measure of Follow says “changed” of simulated clients, over 2 to 12 visits: of those who have not changed,
 * and of those who changed by what the page names as found four times in five, and by one and a half times that. Every
 * measure stands on a page with all others, as in Follow.
 *
 * npx tsx scripts/change-table.ts [pages]
 */
import { MEASURES } from '../src/core/follow/measures';
import { dice } from '../tests/checks/bodies/body';
import { pageOf } from '../tests/checks/pages';

const PAGES = Number(process.argv[2] ?? 200);
const VISITS = [2, 3, 4, 6, 8, 12];
const TIMES = [0, 1, 1.5] as const;

/** How many were called changed, of how many who had a size to change by. */
type Counts = { changed: number; of: number };
const named = new Map<string, Counts[][]>();
const wrongPages = VISITS.map(() => 0);
VISITS.forEach((visits, v) =>
  TIMES.forEach((times, t) => {
    const { gauss } = dice(31 * visits + t);
    for (let p = 0; p < PAGES; p++) {
      const page = pageOf(visits, false, times, gauss);
      if (times === 0 && page.some((r) => r.verdict === 'changed' || r.drift !== null)) wrongPages[v]!++;
      for (const r of page) {
        const row = named.get(r.id) ?? TIMES.map(() => VISITS.map(() => ({ changed: 0, of: 0 })));
        named.set(r.id, row);
        if (times > 0 && r.named === null) continue;
        const at = row[t]![v]!;
        at.of++;
        if (r.verdict === 'changed') at.changed++;
      }
    }
  }),
);

/** Of fewer than a tenth of the clients nothing is told. */
const cell = ({ changed, of }: Counts): string =>
  (of < PAGES / 10 ? '–' : ((100 * changed) / of).toFixed(1)).padStart(6);
const line = (name: string, counts: readonly Counts[][]): string =>
  `${name.slice(0, 40).padEnd(41)}${counts.map((c) => c.map(cell).join('')).join(' |')}`;
const head = VISITS.map((v) => String(v).padStart(6)).join('');

console.log(`“Changed”, in per cent of ${PAGES} simulated clients, by how many visits there were`);
console.log(
  `${''.padEnd(41)}${'no change'.padEnd(36)} |${'the size that is named'.padEnd(36)} |one and a half times it`,
);
console.log(`${''.padEnd(41)}${[head, head, head].join(' |')}`);
for (const m of MEASURES) {
  const counts = named.get(m.id);
  if (counts) console.log(line(m.label, counts));
}
console.log(
  line('any row of the page, drift with it', [wrongPages.map((changed) => ({ changed, of: PAGES }))]),
);
console.log('–: the size is not named, since the noise is known from too little');
