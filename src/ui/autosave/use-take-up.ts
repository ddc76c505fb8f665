'use client';

import { useEffect, type RefObject } from 'react';
import type { RevisedKind } from '@/core/base/revision';
import { sameRecord } from '@/core/base/same';
import { draftsHere, draftsOnDisk, dropDraft, markWriter, orphaned, putDraft } from './draft-store';
import { sealReady } from './draft-seal';
import { takeLeft } from './freshness';
import * as machine from './machine';
import { sendAside } from './send';

type Given<T> = {
  kind: RevisedKind;
  id: string;
  key: string;
  now: RefObject<machine.Editing<T>>;
  put: (next: machine.Editing<T>) => void;
  flush: () => Promise<boolean>;
  onFound: (found: true) => void;
};

/** How long is waited before drafts are looked for again, ms. */
const LOOK_AGAIN_MS = [100, 300, 800, 2500];

/** Goes on with what an earlier page of the same record left behind. */
export function useTakeUp<T>({ kind, id, key, now, put, flush, onFound }: Given<T>): void {
  // Whatever an earlier page left behind is taken up once after the first paint, before anything can be typed.
  useEffect(() => {
    let release = markWriter(now.current.writer);
    let gone = false;
    const takeUp = async (drafts: machine.Draft<T>[]) => {
      const own = now.current.writer;
      const found = await orphaned(drafts, own);
      for (const draft of found) {
        if (gone) return;
        const nothingNew = [now.current.stored, now.current.value].some((v) => sameRecord(draft.value, v));
        if (nothingNew) dropDraft(key, draft.writer);
        else if (machine.allSaved(now.current) && now.current.n === 0) {
          release();
          release = markWriter(draft.writer);
          put(machine.resumed(draft));
          // Written down at once, so that the numbers are not given again after one more reload.
          putDraft(key, machine.draftOf(now.current, Date.now()));
          onFound(true);
          void flush();
        } else if (await sendAside(kind, id, draft.rev, draft.value)) dropDraft(key, draft.writer);
      }
    };
    const look = async () => {
      await sealReady();
      const left = takeLeft<T>(key, now.current.rev);
      if (left) put(machine.arrived(now.current, left.rev, left.value));
      await takeUp(draftsHere<T>(key));
      // The page before this one may still be letting go of its mark; a draft of another open page stays that page's.
      for (const ms of LOOK_AGAIN_MS) {
        await takeUp(await draftsOnDisk<T>(key));
        if (gone || !draftsHere<T>(key).some((d) => d.writer !== now.current.writer)) return;
        await new Promise((done) => setTimeout(done, ms));
        await takeUp(draftsHere<T>(key));
      }
    };
    void look();
    return () => {
      gone = true;
      release();
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
}
