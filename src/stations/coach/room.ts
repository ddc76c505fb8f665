'use client';

import { useCallback, useSyncExternalStore } from 'react';
import * as z from 'zod/mini';
import { CameraLine } from '@/core/video/line.schema';

const loudness = z.number().check(z.gte(0), z.lte(1));

/** How Coach stands in this room: kept in this browser, since it goes with the machine and not with the client. */
const Room = z.object({
  /** A set-up waits until somebody says it is over. */
  waits: z.boolean(),
  light: z.boolean(),
  muted: z.boolean(),
  turns: loudness,
  pips: loudness,
  voice: loudness,
  /** Which of the machine's voices; empty: the usual one. */
  voiceName: z.string().check(z.maxLength(200)),
  /** What is spoken by the machine's own voice. */
  says: z.object({ phases: z.boolean(), counts: z.boolean(), cues: z.boolean() }),
  /** The edge of the screen lights at each turn: where no tone is heard, or always. */
  flash: z.enum(['silent', 'always', 'never']),
  /** What tells how the client breathes while they are coached. */
  follow: z.enum(['none', 'standIn', 'serial', 'taps', 'microphone', 'camera', 'madeUpCamera']),
  /** Everything that can be pressed in a run is on the screen, and not only what a set needs. */
  everything: z.boolean(),
  /** Lines on the picture of this machine's camera. */
  cameraLines: z.array(CameraLine).check(z.maxLength(8)),
});

export type Room = z.infer<typeof Room>;

const USUAL_ROOM: Room = {
  waits: true,
  light: false,
  muted: false,
  turns: 1,
  pips: 1,
  voice: 1,
  voiceName: '',
  says: { phases: false, counts: false, cues: false },
  flash: 'silent',
  follow: 'none',
  everything: false,
  cameraLines: [],
};

const STORED = 'kokyu-room';
const listeners = new Set<() => void>();
let known: { text: string | null; room: Room } = { text: null, room: USUAL_ROOM };

function read(): Room {
  let text: string | null = null;
  try {
    text = localStorage.getItem(STORED);
  } catch {
    // A browser that keeps nothing has it until the page goes.
    return known.room;
  }
  if (text === known.text) return known.room;
  let room = USUAL_ROOM;
  try {
    const parsed = Room.safeParse({ ...USUAL_ROOM, ...(JSON.parse(text ?? '{}') as object) });
    if (parsed.success) room = parsed.data;
  } catch {
    // What cannot be read is as if nothing had been kept.
  }
  known = { text, room };
  return room;
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  window.addEventListener('storage', listener);
  return () => {
    listeners.delete(listener);
    window.removeEventListener('storage', listener);
  };
};

/** The room, and how it is changed. */
export function useRoom(): [Room, (patch: Partial<Room>) => void] {
  const room = useSyncExternalStore(subscribe, read, () => USUAL_ROOM);
  const change = useCallback((patch: Partial<Room>) => {
    const next = { ...read(), ...patch };
    const text = JSON.stringify(next);
    try {
      localStorage.setItem(STORED, text);
      known = { text, room: next };
    } catch {
      known = { ...known, room: next };
    }
    for (const listener of listeners) listener();
  }, []);
  return [room, change];
}
