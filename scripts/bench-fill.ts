import { randomUUID } from 'node:crypto';
import { demoFiles } from '@/demo/scenario';
import { db } from '@/server/db/client';
import { writeJson } from '@/server/record-json';
import { LOCAL_OWNER } from '@/server/scope';
import { clients, looks, runs, screens, sequences } from '@/server/db/schema';

/** 2,000 clients and 20,000 runs, made of the demo scenario over and over. */
const CLIENTS = 2000;
const RUNS_EACH = 10;
const files = demoFiles(new Date());
const own = { ownerId: LOCAL_OWNER };

db().transaction((tx) => {
  for (let c = 0; c < CLIENTS; c++) {
    const file = files[c % files.length]!;
    const clientId = randomUUID();
    const at = file.looks[0]!.at;
    tx.insert(clients)
      .values({
        id: clientId,
        ...own,
        name: `${file.name} ${String(c).padStart(4, '0')}`,
        createdAt: at,
        updatedAt: at,
      })
      .run();
    tx.insert(screens)
      .values({ id: randomUUID(), ...own, clientId, data: writeJson(file.screen), rev: 1, updatedAt: at })
      .run();
    for (const l of file.looks.filter((x) => !x.data.bands))
      tx.insert(looks)
        .values({
          ...l,
          ...own,
          data: writeJson(l.data),
          clientId,
          id: randomUUID(),
          runId: null,
          rulesVersion: 'bench',
          rev: 0,
          updatedAt: l.at,
        })
        .run();
    const sequence = file.sequences[0]!;
    const sequenceId = randomUUID();
    tx.insert(sequences)
      .values({
        ...sequence,
        ...own,
        data: writeJson(sequence.data),
        clientId,
        id: sequenceId,
        lookId: null,
        rulesVersion: 'bench',
        rev: 0,
      })
      .run();
    for (let r = 0; r < RUNS_EACH; r++) {
      const run = file.runs[0]!;
      tx.insert(runs)
        .values({
          ...run,
          ...own,
          sequence: writeJson(run.sequence),
          state: writeJson(run.state),
          clientId,
          id: randomUUID(),
          sequenceId,
          rev: 0,
          updatedAt: run.startedAt,
        })
        .run();
    }
  }
});
console.log(`Pages, with ${CLIENTS} clients and ${CLIENTS * RUNS_EACH} runs in the database`);
