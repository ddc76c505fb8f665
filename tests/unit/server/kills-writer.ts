import { over } from '@/core/base/revision';
import { createClient } from '@/server/clients';
import { findLook, saveLook, startLook } from '@/server/looks';
import { guarded } from '@/server/save';
import { STUDIO } from '@/server/scope';

// Writes clients and looks until it is killed, and says on a line of its own what was answered as saved.
const say = (line: string) => void process.stdout.write(`${line}\n`);
/** A save that meets another process is tried again, as a page does. */
function saved<T extends { ok: boolean }>(write: () => T): T {
  for (;;) {
    const done = guarded(write);
    if (done.ok) return done as T;
  }
}
for (let n = 0; ; n++) {
  const client = saved(() => createClient(STUDIO, `Writer ${process.pid}, ${n}`));
  if (!client.ok) continue;
  const id = client.value.id;
  say(`client ${id}`);
  let look: string | null = null;
  saved(() => ({ ok: true, value: (look = startLook(STUDIO, id)) }));
  for (let k = 1; k <= 5; k++) {
    const row = findLook(STUDIO, look!)!;
    const done = saved(() =>
      saveLook(STUDIO, look!, over(row.rev, { ...row.data, note: `${k} ${'x'.repeat(500)}` })),
    );
    if (done.ok) say(`look ${look!} ${k}`);
  }
}
