'use client';

import { YesNo } from '@/ui/choice';
import { Slider } from '@/ui/slider';
import type { PanelProps } from './panel';

/** Whether a full breath goes in, asked as it was asked before. */
export function FullBreathTest({ look, set }: Pick<PanelProps, 'look' | 'set'>) {
  const change = (patch: Partial<typeof look.signs>) =>
    set((l) => ({ ...l, signs: { ...l.signs, ...patch } }));
  return (
    <section aria-label="A full breath in" className="space-y-4">
      <p className="max-w-[70ch] text-soft">
        One full breath, in the position of before. Ask, do not suggest: can you get a full breath in?
      </p>
      <YesNo
        label="“I cannot get a full breath in”"
        value={look.signs.cannotFill}
        onValue={(cannotFill) => change({ cannotFill })}
      />
      <YesNo
        label="It comes only by bending back"
        value={look.signs.bendsBack}
        onValue={(bendsBack) => change({ bendsBack })}
      />
    </section>
  );
}

/** Pain as the client says it, 0 to 10. */
export function PainTest({ look, set }: Pick<PanelProps, 'look' | 'set'>) {
  const pain = look.numbers?.pain;
  return (
    <section aria-label="Pain, 0 to 10" className="max-w-[560px] space-y-2">
      <p className="text-soft">The same movement as before; then ask for a number.</p>
      <Slider
        label="pain 0–10"
        min={0}
        max={10}
        step={1}
        value={pain ?? 0}
        onValue={(value) => set((l) => ({ ...l, numbers: { ...l.numbers, pain: value } }))}
        say={(v) => (pain === undefined ? 'not yet' : String(v))}
      />
    </section>
  );
}
