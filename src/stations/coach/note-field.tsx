'use client';

import { Mic } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { canDictate, dictate } from '@/devices/dictation';
import { Press } from '@/ui/press';

type Props = {
  label: string;
  note: string;
  onNote: (text: string) => void;
  /** It is being written, or no more. */
  onWriting: (writing: boolean) => void;
};

/** A note, typed, or spoken where this machine writes speech down by itself. */
export function NoteField({ label, note, onNote, onWriting }: Props) {
  const field = useRef<HTMLInputElement>(null);
  const [there, setThere] = useState(false);
  const [speech, setSpeech] = useState<{ stop: () => void } | null>(null);
  useEffect(() => {
    let gone = false;
    void canDictate(navigator.language).then((can) => !gone && setThere(can));
    return () => {
      gone = true;
    };
  }, []);
  useEffect(() => () => speech?.stop(), [speech]);
  const listen = () => {
    if (speech) return setSpeech(null);
    onWriting(true);
    const write = (words: string) => {
      const box = field.current;
      if (!box || words === '') return;
      box.value = [box.value.trim(), words].filter(Boolean).join(' ').slice(0, 2000);
      onNote(box.value);
    };
    setSpeech(
      dictate(navigator.language, write, () => {
        setSpeech(null);
        onWriting(false);
      }),
    );
  };
  return (
    <span className="flex items-center gap-1">
      <input
        ref={field}
        aria-label={label}
        placeholder="note"
        maxLength={2000}
        defaultValue={note}
        onFocus={() => onWriting(true)}
        onChange={(e) => onNote(e.target.value)}
        onBlur={() => !speech && onWriting(false)}
        className="w-48 border-b-[1.5px] border-soft bg-transparent px-1 py-1 text-lead placeholder:text-soft"
      />
      {there && (
        <Press
          look="tool"
          aria-pressed={speech !== null}
          aria-label={
            speech ? `Stop dictating the ${label.toLowerCase()}` : `Dictate the ${label.toLowerCase()}`
          }
          className="flex size-11 items-center justify-center"
          onClick={listen}
        >
          <Mic size={20} aria-hidden />
        </Press>
      )}
    </span>
  );
}
