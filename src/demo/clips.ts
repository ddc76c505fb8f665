import { printEdf } from '@/core/formats/edf';
import { clipBody, type ClipPlace, type ClipSetup } from '@/core/simulate/clip';
import { normal, seeded } from '@/core/simulate/random';
import { followedLines, type DrawnLine } from '@/core/video/follow-lines';
import { directionOf } from '@/core/video/line';
import type { FollowedLine } from '@/core/video/line.schema';
import type { Track } from '@/core/video/track';

/** Root mean square of what following a line is off by, px. */
const OFF_PX = 0.03;

/** Curves of a clip of a made-up body, as following its lines would give them, without a picture being made. */
export function demoClip(
  setup: Partial<ClipSetup>,
  startAt: string,
): { edf: Uint8Array; lines: FollowedLine[]; width: number; height: number } {
  const body = clipBody({ width: 320, height: 240, hz: 15, ordinary: 5, deep: 5, ...setup });
  const { width, height, hz, seed, movesPx } = body.setup;
  const noise = normal(seeded(seed + 1));
  const edge = { stepGrey: 88, rivalPx: null, seenShare: 1 };
  const drawn: DrawnLine[] = [
    ...(Object.keys(movesPx) as ClipPlace[]).map((place) => ({ place, ...body.line(place), ...edge })),
    ...body.stills.map((line) => ({ place: 'still' as const, ...line, ...edge })),
  ];
  const followed = followedLines(
    Float64Array.from({ length: body.frames }, (_, i) => i / hz),
    drawn,
    drawn.map((line): Track => {
      const way = directionOf(line);
      const lies = (i: number) => {
        const by = body.shake(i);
        return (line.place === 'still' ? 0 : body.shift(line.place, i)) + by.x * way.x + by.y * way.y;
      };
      const part = () => Float64Array.from({ length: body.frames }, (_, i) => lies(i) + OFF_PX * noise());
      const [even, odd] = [part(), part()];
      return {
        shiftPx: even.map((v, i) => (v + odd[i]!) / 2),
        even,
        odd,
        score: new Float64Array(even.length).fill(0.98),
      };
    }),
  );
  if (!followed.ok) throw new Error(followed.why);
  return { edf: printEdf({ ...followed.value.record, startAt }), lines: followed.value.lines, width, height };
}
