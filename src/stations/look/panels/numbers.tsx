'use client';

import type { Numbers } from '@/core/look/look';
import { NumberField } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { Slider } from '@/ui/slider';
import type { PanelProps } from './panel';
import { TestHead } from './test-head';

/** Below this at rest the client's clinician is asked. Common practice, no source; devices differ by 2 points or so. */
const LOW_SATURATION_PCT = 92;

/** Breathlessness, heart rate and saturation at rest, when they are wanted. */
export function NumbersTest({ look, set }: Pick<PanelProps, 'look' | 'set'>) {
  const numbers = look.numbers ?? {};
  const change = (patch: Partial<Numbers>) =>
    set((l) => {
      const next = Object.fromEntries(
        Object.entries({ ...l.numbers, ...patch }).filter(([, v]) => v !== undefined),
      );
      return { ...l, numbers: Object.keys(next).length > 0 ? next : undefined };
    });
  return (
    <section aria-label="Numbers at rest" className="space-y-6">
      <TestHead test="numbers" />
      <div className="max-w-[560px]">
        <Slider
          label="breathlessness 0–10"
          min={0}
          max={10}
          step={0.5}
          value={numbers.breathlessness ?? 0}
          onValue={(breathlessness) => change({ breathlessness })}
          say={(v) => (numbers.breathlessness === undefined ? 'not yet' : String(v))}
        />
        <p className="pl-[188px] text-fine text-soft">
          0 none · 0.5 just felt · 3 clear · 5 strong · 10 the most there is (Borg 1982, cited)
        </p>
      </div>
      <div className="max-w-[560px]">
        <Slider
          label="pain 0–10"
          min={0}
          max={10}
          step={1}
          value={numbers.pain ?? 0}
          onValue={(pain) => change({ pain })}
          say={(v) => (numbers.pain === undefined ? 'not yet' : String(v))}
        />
      </div>
      <div className="flex gap-10">
        <NumberField
          label="Heart rate"
          unit="a minute"
          value={numbers.heartPerMin}
          min={25}
          max={240}
          onValue={(heartPerMin) => change({ heartPerMin })}
        />
        <NumberField
          label="Saturation"
          unit="%"
          value={numbers.saturationPct}
          min={50}
          max={100}
          onValue={(saturationPct) => change({ saturationPct })}
        />
      </div>
      {(numbers.saturationPct ?? 100) < LOW_SATURATION_PCT && (
        <Notice level="stop">
          Saturation under {LOW_SATURATION_PCT} % at rest. Check the clip and a warm finger; if it stays, end
          the session and send the client to their clinician.
        </Notice>
      )}
      {(numbers.breathlessness ?? 0) >= 4 && (
        <Notice level="care">
          Breathlessness of 4 and more at rest: is it new? New breathlessness at rest is a red flag; record it
          in Screen.
        </Notice>
      )}
    </section>
  );
}
