'use client';

import { useMemo, useState } from 'react';
import { ASSUMED_SIZE } from '@/core/body/size';
import { airOf, carefulSaid, easeAir, TAKEN, type AirInput, type Taken } from '@/core/propose/air';
import type { Edit } from '@/core/sequence/edit';
import { clock, type Sequence } from '@/core/sequence/sequence';
import { AirStrip } from '@/pictures/air-strip';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Notice } from '@/ui/notice';
import { Press } from '@/ui/press';

const TAKEN_LABEL: Record<Taken, string> = {
  small: 'small and quiet',
  usual: 'as usual',
  large: 'large',
};

/** How much air the sequence moves, with holds and resisted breaths summed, and an adjustment where it is too much. */
export function AirPanel({
  sequence,
  input,
  quiet,
  onEase,
}: {
  sequence: Sequence;
  /** It is shown only where it may be too much. */
  quiet: boolean;
  input: Omit<AirInput, 'taken'>;
  onEase: (edits: readonly Edit[]) => void;
}) {
  const [taken, setTaken] = useState<Taken>('usual');
  const [open, setOpen] = useState(false);
  const air = useMemo(() => airOf(sequence, { ...input, taken }), [sequence, input, taken]);
  const ease = useMemo(
    () => (open ? easeAir(sequence, { ...input, taken }) : null),
    [open, sequence, input, taken],
  );
  const low = air.spans.length > 0;
  if (quiet && !low) return null;
  return (
    <section aria-label="Air moved" className="border-t border-rule pt-1.5">
      <Press
        look="row"
        aria-expanded={open}
        onClick={() => setOpen((o) => !o)}
        className="flex flex-wrap items-baseline gap-x-7 text-small"
      >
        <strong>Air moved</strong>
        <span className={low ? 'font-semibold text-care' : ''}>
          {low
            ? `may be too much in ${air.spans.length} span${air.spans.length > 1 ? 's' : ''}`
            : 'within its limit'}
          , may fall to {air.lowest.co2.toFixed(0)} mmHg
        </span>
        <span>held breath {clock(air.holdS)}</span>
        <span>{air.resistedBreaths} breaths against resistance</span>
        <span className="ml-auto text-soft underline underline-offset-4">{open ? 'close' : 'show'}</span>
      </Press>
      {open && (
        <div className="space-y-2 pt-2">
          <Choice
            beside
            label="If the breaths are taken"
            options={TAKEN.map((t) => ({ value: t, label: TAKEN_LABEL[t] }))}
            value={taken}
            onValue={(t) => t && setTaken(t)}
          />
          <AirStrip air={air} className="w-full" />
          {low && (
            <Notice
              level="care"
              action={ease ? <Button onClick={() => onEase(ease.edits)}>Ease it</Button> : undefined}
            >
              {air.spans
                .map(
                  (s) => `${clock(s.fromS)} to ${clock(s.toS)}${s.level === 'veryLow' ? ', very low' : ''}`,
                )
                .join('; ')}
              : this may be more air than the body uses. Tingling, dizziness or a wish to yawn: stop, breathe
              normally. {ease ? `It would be eased by: ${ease.says}.` : 'Coach smaller breaths.'}
            </Notice>
          )}
          <p className="text-fine text-soft">
            Arithmetic from{' '}
            {air.assumed
              ? `an assumed body (${ASSUMED_SIZE.heightCm} cm, ${ASSUMED_SIZE.ageY} years); set the client’s in Screen`
              : 'the client’s size'}
            , how big the breaths are taken and what each position needs: an estimate, not a measurement.
            Carbon dioxide may fall by half of its way in 3 min and come back in 6.
            {carefulSaid(input.flags) &&
              ` With ${carefulSaid(input.flags)} the limit stands higher, at ${air.limit}, and breaths are small.`}
          </p>
        </div>
      )}
    </section>
  );
}
