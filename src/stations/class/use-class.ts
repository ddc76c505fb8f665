'use client';

import { useMemo, useState } from 'react';
import type { ClassData } from '@/core/class/class.schema';
import { presentSeatsOf, servedBy } from '@/core/class/common';
import type { Member } from '@/core/class/member';
import { classNotes, sharesOf, type ClassShares } from '@/core/class/notes';
import type { Drill } from '@/core/drills/drill';
import type { Sequence } from '@/core/sequence/sequence';
import type { Task } from '@/core/task/task.schema';

const NONE: ClassShares = new Map();

/** Who of a class does what, how well each is served, and what is to be known of it. */
export function useShares(
  data: ClassData,
  members: readonly Member[],
  { library, ownTasks }: { library: readonly Drill[]; ownTasks: readonly Task[] },
) {
  const { sequence, room } = data;
  const here = useMemo(
    () => members.filter((m) => data.roster.some((r) => r.id === m.id)),
    [members, data.roster],
  );
  const { seats, where } = useMemo(
    () => presentSeatsOf(here, room, library, ownTasks),
    [here, room, library, ownTasks],
  );
  const shares = useMemo(
    () => (sequence ? sharesOf(sequence, seats, where) : NONE),
    [sequence, seats, where],
  );
  const notes = useMemo(
    () => (sequence ? classNotes(sequence, here, seats, where, shares) : []),
    [sequence, here, seats, where, shares],
  );
  const served = useMemo(
    () => (sequence ? servedBy([...shares.values()], seats) : []),
    [sequence, shares, seats],
  );
  const elsewhere = useMemo(
    () =>
      new Map(
        seats.map((s, i) => [
          s.member.id,
          [...shares.values()].filter((share) => share.ways[i]?.kind !== 'common').length,
        ]),
      ),
    [seats, shares],
  );
  return { here, seats, shares, notes, served, elsewhere };
}

const UNDO_MOST = 100;

/** Changes of the sequence of a class, and the way back. */
export function useSequenceHistory(
  sequence: Sequence | null,
  set: (change: (data: ClassData) => ClassData) => void,
) {
  const [past, setPast] = useState<readonly (Sequence | null)[]>([]);
  const put = (next: Sequence | null) => {
    setPast((list) => [...list, sequence].slice(-UNDO_MOST));
    set((d) => ({ ...d, sequence: next }));
  };
  const undo = () => {
    if (past.length === 0) return;
    const before = past.at(-1)!;
    setPast(past.slice(0, -1));
    set((d) => ({ ...d, sequence: before }));
  };
  return { put, undo, canUndo: past.length > 0 };
}
