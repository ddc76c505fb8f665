'use client';

import { useEffect, useRef } from 'react';
import type { Moment } from '@/core/run/coached';
import type { Voice } from '@/devices/voice';
import type { Room } from './room';
import { SAY } from './say';

/** Counts are spoken in phases of so many seconds and more; in shorter ones words would run into each other. */
const COUNT_FROM_S = 2;

/** Says phases, counts and cues aloud, as the room wants it, each once at its moment. */
export function useSaid(
  voice: Voice,
  room: Room,
  moment: Moment | null,
  running: boolean,
  cue: string,
): void {
  const phase = running && moment?.kind === 'breath' ? SAY[moment.span.phase] : '';
  const turn = running && moment?.kind === 'breath' ? `${moment.span.startS}` : '';
  const count = running && moment?.kind === 'breath' ? Math.ceil(moment.leftS - 1e-6) : 0;
  const long = moment?.kind === 'breath' && moment.span.endS - moment.span.startS >= COUNT_FROM_S;
  const loudness = room.muted ? 0 : room.voice;
  const spoken = useRef('');
  useEffect(() => voice.choose(room.voiceName), [voice, room.voiceName]);
  useEffect(() => {
    if (turn === '' || loudness === 0) return;
    const first = spoken.current !== turn;
    spoken.current = turn;
    if (first && room.says.phases) return voice.say(phase, loudness);
    if (room.says.counts && long && (!first || !room.says.phases)) voice.say(String(count), loudness);
  }, [voice, turn, phase, count, long, loudness, room.says.phases, room.says.counts]);
  useEffect(() => {
    if (room.says.cues && running && cue !== '' && loudness > 0) voice.say(cue, loudness);
  }, [voice, cue, running, loudness, room.says.cues]);
  useEffect(() => {
    if (!running) voice.hush();
  }, [voice, running]);
}
