'use client';

import { useState } from 'react';
import { printSequenceFile } from '@/core/formats/print-json';
import type { Result } from '@/core/base/result';
import type { Sequence } from '@/core/sequence/sequence';
import { answered } from '@/ui/answered';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';

type Props = {
  sequenceId: string;
  name: string;
  sequence: Sequence;
  onTemplate: (name: string, data: Sequence) => Promise<Result<null>>;
};

const SHEETS = [
  {
    kind: 'instructor',
    label: 'Sheet for you',
    says: 'one page: times, lengths, tone, cues, what to watch for',
  },
  {
    kind: 'client',
    label: 'Sheet for the client',
    says: 'figures, counts, two cues a drill; no name, no flags',
  },
] as const;

const LESSON_SHEETS = [
  { kind: 'lesson', label: 'The lesson', says: 'for you, or whoever teaches in your place' },
  { kind: 'home', label: 'Home', says: 'for the client: one thing a row, when to stop, whom to call' },
] as const;

/** Sheets to print or as PDF, the sequence as a file, and as a template. */
export function PaperList({ sequenceId, name, sequence, onTemplate }: Props) {
  const [large, setLarge] = useState(false);
  const [template, setTemplate] = useState(name);
  const [said, setSaid] = useState<string | null>(null);
  const base = `/sheets/${sequenceId}`;
  const keep = async () => {
    const kept = await answered(onTemplate(template.trim(), sequence));
    setSaid(kept.ok ? `Kept. “${template.trim()}” can be started from in every client’s Write.` : kept.why);
  };
  return (
    <div className="space-y-4">
      <label className="flex items-center gap-2 text-body">
        <input type="checkbox" checked={large} onChange={(e) => setLarge(e.target.checked)} /> in large type
      </label>
      <ul className="space-y-2">
        {sequence.lesson &&
          LESSON_SHEETS.map((s) => (
            <li key={s.kind} className="flex items-baseline justify-between gap-4 border-b border-rule pb-2">
              <span>
                <strong>{s.label}</strong> <span className="text-soft">{s.says}</span>
              </span>
              <a
                className="shrink-0 underline underline-offset-4"
                href={`${base}?for=${s.kind}${large ? '&large=1' : ''}`}
                target="_blank"
                rel="noreferrer"
              >
                Print
              </a>
            </li>
          ))}
        {SHEETS.map((s) => (
          <li key={s.kind} className="flex items-baseline justify-between gap-4 border-b border-rule pb-2">
            <span>
              <strong>{s.label}</strong> <span className="text-soft">{s.says}</span>
            </span>
            <span className="flex shrink-0 gap-4">
              <a
                className="underline underline-offset-4"
                href={`${base}?for=${s.kind}${large ? '&large=1' : ''}`}
                target="_blank"
                rel="noreferrer"
              >
                Print
              </a>
              <a
                className="underline underline-offset-4"
                href={`${base}/pdf?for=${s.kind}${large ? '&large=1' : ''}`}
                download
              >
                PDF
              </a>
            </span>
          </li>
        ))}
      </ul>
      <p>
        <a
          className="underline underline-offset-4"
          download="sequence.kokyu.json"
          href={`data:application/json;charset=utf-8,${encodeURIComponent(printSequenceFile(name, sequence))}`}
        >
          Save as JSON
        </a>
        <span className="block text-fine text-soft">
          The sequence alone, without anything about the client; Write brings it in again.
        </span>
      </p>
      <form
        className="flex items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          void keep();
        }}
      >
        <TextField
          label="Keep as a template called"
          value={template}
          onValue={setTemplate}
          className="grow"
          maxLength={80}
        />
        <Button type="submit" disabled={template.trim() === ''}>
          Keep template
        </Button>
      </form>
      {said && (
        <p role="status" className="text-small">
          {said}
        </p>
      )}
    </div>
  );
}
