/** Pages under one reader and under eight at once, beside a bare route of the same server. Prints; asserts nothing. */
const READERS = 8;
const CLIENTS = 40;
const ALONE = 15;
const TOGETHER_MS = 12_000;
const HELLO = '/hello';

const at = (sorted, share) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))];
const timed = async (base, path) => {
  const start = performance.now();
  const answer = await fetch(base + path);
  await answer.text();
  if (!answer.ok) throw new Error(`${path}: ${answer.status}`);
  return performance.now() - start;
};

async function alone(base, path) {
  const all = [];
  for (let i = 0; i < ALONE + 3; i++) all.push(await timed(base, path(i)));
  return all.slice(3).sort((a, b) => a - b);
}

/** Eight readers who each ask for the next page as soon as they have one; the answers' times, sorted. */
async function together(base, paths) {
  const all = [];
  const end = performance.now() + TOGETHER_MS;
  const reader = async (k) => {
    for (let i = k; performance.now() < end; i += READERS)
      all.push(await timed(base, paths[i % paths.length]));
  };
  await Promise.all(Array.from({ length: READERS }, (_, k) => reader(k)));
  return all.sort((a, b) => a - b);
}

export async function readers(base) {
  const files = [];
  for (let page = 0; files.length < CLIENTS; page++) {
    const html = await (await fetch(`${base}/?page=${page}`)).text();
    files.push(...new Set([...html.matchAll(/\/clients\/[0-9a-f-]{36}/g)].map((m) => m[0])));
  }
  const pages = {
    Today: (i) => `/?page=${i % 50}`,
    Drills: () => '/drills',
    ...Object.fromEntries(
      ['Screen', 'Look', 'Read', 'Write', 'Coach', 'Follow'].map((name) => [
        name,
        (i) => `${files[i % files.length]}/${name.toLowerCase()}`,
      ]),
    ),
  };
  const hello = at(await alone(base, () => HELLO), 0.5);
  console.log(
    `  a bare route, one reader                   ${hello.toFixed(1).padStart(8)} ms (the reference)`,
  );
  for (const [name, path] of Object.entries(pages)) {
    const ms = at(await alone(base, path), 0.5);
    console.log(
      `  ${`${name}, one reader`.padEnd(43)}${ms.toFixed(1).padStart(8)} ms (${(ms / hello).toFixed(1)} × the bare route; aim: under 60)`,
    );
  }
  const every = files.flatMap((_, i) => Object.values(pages).map((path) => path(i)));
  const bare = await together(base, [HELLO]);
  const all = await together(base, every);
  const said = (times) =>
    `p50 ${at(times, 0.5).toFixed(0)}, p95 ${at(times, 0.95).toFixed(0)} ms, ${((times.length / TOGETHER_MS) * 1000).toFixed(0)} a second`;
  console.log(`  the bare route, eight readers              ${said(bare)} (the reference)`);
  console.log(
    `  all pages, eight readers                   ${said(all)} (${(at(all, 0.95) / at(bare, 0.95)).toFixed(1)} × the bare route; aim: p95 under 400)`,
  );
}
