import { MEASURES } from '@/core/follow/measures';
import { followed, type Point } from '@/core/follow/trend';

/** Rows of every measure there is, of somebody who has not changed but by `effect` times what is found four times in five. */
export function pageOf(count: number, sameState: boolean, effect: number, gauss: () => number) {
  const start = 20;
  const noise = (m: (typeof MEASURES)[number]) =>
    m.noise.kind === 'stated'
      ? { day: m.noise.sem, within: 0 }
      : m.noise.kind === 'repeated'
        ? { day: Math.max(m.noise.days.least, m.noise.days.share * start), within: start * 0.08 }
        : { day: 1, within: 0 };
  const measures = MEASURES.filter((m) => !(m.noise.kind === 'stated' && m.noise.sem === 0));
  const rows = (shift: (id: string) => number) =>
    measures.map((m) => {
      const { day, within } = noise(m);
      const points = Array.from({ length: count }, (_, i): Point => ({
        at: new Date(Date.UTC(2026, 0, 1 + i * 7)).toISOString(),
        sameState: sameState && i > 0 && effect === 0,
        measured: {
          value:
            start + day * gauss() + (within * gauss()) / Math.sqrt(3) + (i === count - 1 ? shift(m.id) : 0),
          spread: within,
          n: within > 0 ? 3 : 1,
        },
      }));
      return followed(m, m.label, points, measures.length);
    });
  const still = rows(() => 0);
  if (effect === 0) return still;
  return rows((id) => effect * (still.find((r) => r.id === id)?.found80 ?? 0));
}
