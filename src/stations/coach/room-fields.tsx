'use client';

import dynamic from 'next/dynamic';
import { useEffect, useState, type ReactNode } from 'react';
import type { Voice } from '@/devices/voice';
import { CheckField, Choice } from '@/ui/choice';
import { Select } from '@/ui/select';
import type { Room } from './room';

const CameraLines = dynamic(() => import('./camera-lines').then((m) => m.CameraLines), { ssr: false });

export type RoomFieldsProps = {
  room: Room;
  change: (patch: Partial<Room>) => void;
  voice: Voice;
};

/** How Coach sounds and looks in this room; kept in this browser. */
export function RoomFields({ room, change, voice }: RoomFieldsProps) {
  const names = useVoices(voice);
  const spoken = names.length > 0;
  const says = (patch: Partial<Room['says']>) => change({ says: { ...room.says, ...patch } });
  return (
    <div className="space-y-5">
      <Choice
        label="Set-up"
        value={room.waits ? 'waits' : 'clock'}
        onValue={(v) => v && change({ waits: v === 'waits' })}
        options={[
          { value: 'waits', label: 'waits until you tap' },
          { value: 'clock', label: 'goes by the clock' },
        ]}
      />
      <Said>
        Waiting gives a client who is slow to settle the time for it; by the clock the sequence keeps its
        length.
      </Said>
      <Choice
        label="The breath is followed by"
        value={room.follow}
        onValue={(follow) => follow && change({ follow })}
        options={[
          { value: 'none', label: 'nothing' },
          { value: 'taps', label: 'taps of mine (t)' },
          { value: 'serial', label: 'bands' },
          { value: 'microphone', label: 'microphone' },
          { value: 'camera', label: 'camera' },
          { value: 'standIn', label: 'simulated bands' },
          { value: 'madeUpCamera', label: 'simulated camera' },
        ]}
      />
      <Said>What draws the client’s own breath under the line of the drill.</Said>
      {room.follow === 'camera' && (
        <CameraLines lines={room.cameraLines} onLines={(cameraLines) => change({ cameraLines })} />
      )}
      {room.follow === 'microphone' && (
        <p className="text-soft">
          It hears exhales through mouth, straw or pursed lips near it; their end counts as the turn to the
          inhale, an empty pause is not told from it. Nothing that is heard is kept.
        </p>
      )}
      <Choice
        label="Screen"
        value={room.light ? 'light' : 'dark'}
        onValue={(v) => v && change({ light: v === 'light' })}
        options={[
          { value: 'dark', label: 'dark' },
          { value: 'light', label: 'light' },
        ]}
      />
      <Said>Dark for dim rooms.</Said>
      <Choice
        label="The edge lights at each turn"
        value={room.flash}
        onValue={(v) => v && change({ flash: v })}
        options={[
          { value: 'silent', label: 'when no tone is heard' },
          { value: 'always', label: 'always' },
          { value: 'never', label: 'never' },
        ]}
      />
      <Said>For a client, or an instructor, who does not hear the tones.</Said>
      <fieldset className="min-w-0">
        <legend className="text-lead">Loudness</legend>
        <Loud label="Tones at the turns" value={room.turns} onValue={(turns) => change({ turns })} />
        <Loud label="Pips that count in" value={room.pips} onValue={(pips) => change({ pips })} />
        <Loud label="Voice" value={room.voice} onValue={(v) => change({ voice: v })} />
      </fieldset>
      <fieldset disabled={!spoken}>
        <legend className="text-lead">Spoken</legend>
        {!spoken && (
          <p className="text-soft">This machine has no voice of its own that the browser could use.</p>
        )}
        {names.length > 1 && (
          <Select
            label="The voice"
            look="line"
            value={names.includes(room.voiceName) ? room.voiceName : names[0]!}
            onValue={(voiceName) => {
              change({ voiceName });
              voice.choose(voiceName);
              voice.say('Breathe out', room.voice);
            }}
            options={names.map((name) => ({ value: name, label: name }))}
          />
        )}
        <CheckField label="the phases" checked={room.says.phases} onChecked={(phases) => says({ phases })} />
        <CheckField label="the counts" checked={room.says.counts} onChecked={(counts) => says({ counts })} />
        <CheckField label="the cues" checked={room.says.cues} onChecked={(cues) => says({ cues })} />
      </fieldset>
    </div>
  );
}

const Said = ({ children }: { children: ReactNode }) => (
  <p className="-mt-4 text-fine text-soft">{children}</p>
);

function Loud({ label, value, onValue }: { label: string; value: number; onValue: (v: number) => void }) {
  return (
    <label className="flex items-center gap-4">
      <span className="w-28 shrink-0 room:w-44">{label}</span>
      <input
        type="range"
        min={0}
        max={1}
        step={0.1}
        value={value}
        aria-valuetext={value === 0 ? 'off' : `${Math.round(value * 100)} %`}
        onChange={(e) => onValue(Number(e.target.value))}
        className="min-w-0 grow accent-[var(--ink)]"
      />
      <span className="w-12 text-right tabular-nums">
        {value === 0 ? 'off' : `${Math.round(value * 100)} %`}
      </span>
    </label>
  );
}

/** Voices come a moment after the page. */
function useVoices(voice: Voice): readonly string[] {
  const [names, setNames] = useState<readonly string[]>([]);
  useEffect(() => {
    const look = () => setNames(voice.names());
    look();
    const speech = typeof speechSynthesis === 'undefined' ? null : speechSynthesis;
    speech?.addEventListener?.('voiceschanged', look);
    return () => speech?.removeEventListener?.('voiceschanged', look);
  }, [voice]);
  return names;
}
