'use client';

import type { ExhaleTry } from '@/core/look/look';
import { EVENNESS_LABEL, type HeardExhale } from '@/core/sound/exhale';
import { Button } from '@/ui/button';
import { Press } from '@/ui/press';
import { Figures } from './test-head';

/** A figure with a proper minus. */
export const minus = (figure: string): string => figure.replace('-', '−');

type ListProps = { tries: readonly ExhaleTry[]; onDrop: (index: number) => void };

/** The exhales that are kept with the look. */
export function ExhaleList({ tries, onDrop }: ListProps) {
  if (tries.length === 0) return null;
  return (
    <ul aria-label="Exhales" className="text-small">
      {tries.map((t, i) => (
        <li key={i} className="flex items-baseline justify-between border-b border-rule py-0.5 tabular-nums">
          <span>
            <strong>{t.lengthS.toFixed(1)} s</strong> through the {t.through}, {t.end}
            {t.heard &&
              ` · ${EVENNESS_LABEL[t.heard.evenness]} (±${t.heard.spreadDb.toFixed(1)} dB, ${t.heard.slopeDbPerS >= 0 ? '+' : '−'}${Math.abs(t.heard.slopeDbPerS).toFixed(1)} dB a second), ${minus(t.heard.loudnessDb.toFixed(0))} dB`}
            {t.heard?.recordId && (
              <>
                {' '}
                ·{' '}
                <a className="underline underline-offset-4" href={`/recordings/${t.heard.recordId}`}>
                  sound
                </a>
              </>
            )}
          </span>
          <Press look="quiet" aria-label={`Take exhale ${i + 1} out`} onClick={() => onDrop(i)}>
            take out
          </Press>
        </li>
      ))}
    </ul>
  );
}

type HeardProps = { heard: HeardExhale; onKeep: (end: ExhaleTry['end']) => void };

/** One exhale that was heard, to be kept as it was. */
export const HeardRow = ({ heard, onKeep }: HeardProps) => (
  <div className="flex items-end justify-between gap-6">
    <Figures
      small
      items={[
        { label: 'length', value: heard.lengthS.toFixed(1), unit: 's' },
        { label: 'sounds', value: EVENNESS_LABEL[heard.evenness] },
        { label: 'loudness', value: minus(heard.loudnessDb.toFixed(0)), unit: 'dB' },
        { label: 'spread, middle 80 %', value: heard.spreadDb.toFixed(1), unit: 'dB' },
        { label: 'slope', value: minus(heard.slopeDbPerS.toFixed(1)), unit: 'dB/s' },
      ]}
    />
    <span className="flex gap-2">
      <Button kind="main" onClick={() => onKeep('quiet')}>
        Keep, stayed quiet
      </Button>
      <Button onClick={() => onKeep('strained')}>Keep, strained</Button>
    </span>
  </div>
);
