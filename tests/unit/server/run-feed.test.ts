import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { LIBRARY } from '@/core/drills/library';
import { over } from '@/core/base/revision';
import { propose } from '@/core/propose/propose';
import { aimOf } from '@/core/run/cue-memory';
import { NEW_RUN, type RunState } from '@/core/run/run';
import { wordsOf } from '@/core/sequence/words';
import { caseFor } from '@/server/case';
import { createClient } from '@/server/clients';
import { cueMemoryFor } from '@/server/cue-memory';
import { disconnect } from '@/server/db/client';
import { hearRun, isHeard, type FedRun } from '@/server/run-feed';
import { findRun, saveRun, startRun } from '@/server/runs';
import { STUDIO } from '@/server/scope';
import { createSequence } from '@/server/sequences';
import { must } from '../helpers';

const folder = mkdtempSync(join(tmpdir(), 'kokyu-feed-'));
process.env.KOKYU_DB = join(folder, 'feed.db');
afterAll(() => {
  disconnect();
  rmSync(folder, { recursive: true, force: true });
});

/** A client with a run of eight minutes, begun. */
function begun(name: string) {
  const { id } = must(createClient(STUDIO, name));
  const sequence = must(
    propose({ ...caseFor(STUDIO, id)!.plan(), library: LIBRARY, needs: { lowBreath: 1 }, minutes: 8 }),
  );
  return {
    id,
    sequence,
    run: startRun(STUDIO, id, createSequence(STUDIO, id, null, 'eight', sequence), sequence),
  };
}

it('tells every screen that shows a run what was stored, and nobody else', () => {
  const { sequence, run } = begun('Heard');
  const { run: other } = begun('Not asked');
  const heard: FedRun[] = [];
  const deaf = hearRun(run, (fed) => heard.push(fed));
  expect([isHeard(run), isHeard(other)]).toEqual([true, false]);
  const state: RunState = { ...NEW_RUN, index: 1, runs: { s: 4, atMs: 1000 } };
  expect(saveRun(STUDIO, run, over(0, { sequence, state }))).toMatchObject({ ok: true, rev: 1 });
  saveRun(STUDIO, other, over(0, { sequence, state }));
  expect(heard).toEqual([{ rev: 1, data: { sequence, state } }]);
  // What was refused is told to nobody; what is heard is what is kept.
  expect(saveRun(STUDIO, run, over(0, { sequence, state: NEW_RUN })).ok).toBe(false);
  expect(heard).toHaveLength(1);
  expect(findRun(STUDIO, run)!.state).toEqual(state);
  deaf();
  expect(isHeard(run)).toBe(false);
});

it('learns from a run that is over what cues did, for others as the studio’s and for the client as their own', () => {
  const { id, sequence, run } = begun('Teaches cues');
  const block = sequence.blocks[0]!;
  const cue = wordsOf(block).cue!;
  const cues = [
    { blockId: block.id, drillId: block.drillId, cue: cue.index, kind: cue.kind, outcome: 'worked' as const },
    {
      blockId: block.id,
      drillId: block.drillId,
      cue: cue.index,
      kind: cue.kind,
      outcome: 'nothing' as const,
    },
  ];
  const { id: other, run: otherRun } = begun('Learns from it');
  const open: RunState = { ...NEW_RUN, cues };
  saveRun(STUDIO, run, over(0, { sequence, state: open }));
  // An open run teaches its own client at the next one, and nobody else yet.
  expect(cueMemoryFor(STUDIO, other, otherRun).studio).toEqual({});
  saveRun(STUDIO, run, over(1, { sequence, state: { ...open, stage: 'done' } }));
  const counts = { [aimOf(block)!]: { [cue.kind]: { worked: 1, said: 2 } } };
  expect(cueMemoryFor(STUDIO, other, otherRun)).toEqual({ client: {}, studio: counts });
  const again = startRun(STUDIO, id, createSequence(STUDIO, id, null, 'again', sequence), sequence);
  // The client's own are not counted a second time as the studio's.
  expect(cueMemoryFor(STUDIO, id, again)).toEqual({ client: counts, studio: {} });
});
