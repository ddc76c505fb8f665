'use client';

import { Button } from '@/ui/button';
import { When } from '@/ui/dates';

type Props = {
  at: string;
  says: readonly { text: string; limits: boolean }[];
  /** Null: the flag is set already. */
  onFlag: (() => void) | null;
};

/** What was measured of the shoulders on a picture of a look, beside the flag that it may ask for. */
export function MeasuredShoulders({ at, says, onFlag }: Props) {
  return (
    <p className="flex flex-wrap items-center gap-x-4 gap-y-1 text-small">
      <span>
        Measured on a picture of <When at={at} />: {says.map((s) => s.text).join('; ')}.
      </span>
      {says.some((s) => s.limits) &&
        (onFlag ? (
          <Button onClick={onFlag}>Record: shoulder cannot lift or reach</Button>
        ) : (
          <span className="text-soft">The flag is set.</span>
        ))}
    </p>
  );
}
