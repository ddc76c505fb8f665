import { printEdf } from '@/core/formats/edf';
import { readBands } from '@/core/formats/recording';
import { clipBody, type ClipBody, type ClipSetup } from '@/core/simulate/clip';
import { analyseClip } from '@/core/video/clip';
import { thumbOf } from '@/core/video/cuts';
import { clipFollower, type FollowedClip } from '@/core/video/follow';
import type { DrawnLine } from '@/core/video/follow-lines';
import { codedPoint, type Gray, type Turned } from '@/core/video/gray';
import { directionOf, middleOf } from '@/core/video/line';
import { proposeLines } from '@/core/video/propose';
import { snapLine } from '@/core/video/snap';
import { drawOn, followBody } from '../../checks/clips';
import { must, why } from '../helpers';
import { battery } from '../../battery';

const { it } = battery(6);

const SMALL: Partial<ClipSetup> = {
  width: 320,
  height: 200,
  hz: 12,
  ordinary: 4,
  deep: 3,
  noise: 2,
  seed: 5,
};
const small = (parts: Partial<ClipSetup> = {}) => clipBody({ ...SMALL, ...parts });
const exact = () => 0.5;

/** A clip followed by exact lines that were drawn 2 s into it; the usual one once. */
function followed(parts?: Partial<ClipSetup>): Followed {
  if (!parts) return (usual ??= followed({}));
  const body = small(parts);
  const drawn = drawOn(body, exact, 2, 0);
  return { body, drawn, clip: must(followBody(body, drawn, 2)) };
}

type Followed = { body: ClipBody; drawn: DrawnLine[]; clip: FollowedClip };
let usual: Followed | undefined;

const analysed = (clip: FollowedClip, options = {}) => must(analyseClip(clip.record, clip.lines, options));

const lineAt = (seen: ReturnType<typeof analysed>, place: string) =>
  seen.lines.find((l) => l.place === place)!;

describe('a clip', () => {
  it('ordinary and deep breaths are told apart, and each contour’s travel is known', () => {
    const { body, clip } = followed();
    const seen = analysed(clip);
    expect(seen.breaths.counted).toBe(7);
    expect([seen.ordinary.length, seen.deep.length]).toEqual([4, 3]);
    const belly = lineAt(seen, 'belly');
    expect(belly.counts).toBe(true);
    expect(belly.ordinary!.px).toBeGreaterThan(2.5);
    expect(belly.ordinary!.px).toBeLessThan(3.5);
    expect(belly.deep!.px / belly.ordinary!.px).toBeCloseTo(body.setup.deepOver, 0);
    expect(belly.ordinary!.error).toBe(0.15);
    expect(lineAt(seen, 'chest').ordinary!.error).toBe(0.3);
  });

  it('a known length gives millimetres', () => {
    const { clip } = followed();
    const belly = lineAt(analysed(clip, { pxPerMm: 0.4 }), 'belly').ordinary!;
    expect(belly.mm).toBeCloseTo(belly.px / 0.4, 9);
    expect(lineAt(analysed(clip), 'belly').ordinary!.mm).toBeNull();
  });

  it('is kept as EDF+ and comes back with all its lines', () => {
    const { clip } = followed();
    const back = must(readBands('edf', printEdf(clip.record), 'all')).record;
    expect(back.channels.map((c) => c.name)).toEqual(clip.record.channels.map((c) => c.name));
    const [seen, again] = [analysed(clip), must(analyseClip(back, clip.lines))];
    expect(again.breaths.counted).toBe(seen.breaths.counted);
    again.lines.forEach((l, i) => {
      const was = seen.lines[i]!;
      expect([l.place, l.counts, l.faults]).toEqual([was.place, was.counts, was.faults]);
      if (was.ordinary) expect(Math.abs(l.ordinary!.px - was.ordinary.px)).toBeLessThan(0.01);
    });
  });

  it('what was named as deep is deep, whatever its depth', () => {
    const { body, clip } = followed();
    const seen = analysed(clip, { deepFromS: body.breaths[2]!.fromS });
    expect([seen.ordinary.length, seen.deep.length]).toEqual([2, 5]);
    expect(analysed(clip, { deepFromS: null }).deep).toEqual([]);
  });

  it('breaths of one depth are all ordinary', () => {
    expect(analysed(followed({ deepOver: 1 }).clip).deep).toEqual([]);
  });

  it('without a still line nothing counts, and it says why', () => {
    const { body, drawn } = followed();
    const clip = must(
      followBody(
        body,
        drawn.filter((l) => l.place !== 'still'),
        2,
      ),
    );
    expect(why(analyseClip(clip.record, clip.lines))).toMatch(/no line on still background/);
  });

  it('the shake of the camera is taken away: a body that holds its breath does not move', () => {
    const still = { movesPx: { belly: 0, chest: 0 }, shakePx: 1.2 };
    const { clip } = followed(still);
    expect(why(analyseClip(clip.record, clip.lines))).toMatch(/moves too little|hardly more/);
  });

  it('a contour that hardly moves is “less than”, not nothing', () => {
    const { clip } = followed({ movesPx: { belly: 3, chest: 0.15 } });
    const chest = lineAt(analysed(clip), 'chest');
    expect(chest).toMatchObject({ counts: false, faults: ['small'], lessThanPx: 1, ordinary: null });
  });

  it('one that draws in is reversed, and does not lead', () => {
    const { clip } = followed({ movesPx: { chest: 3, lowerRibs: 3, belly: -2 } });
    const seen = analysed(clip);
    expect(lineAt(seen, 'belly')).toMatchObject({ counts: true, reversed: true, onsetS: null });
    expect(lineAt(seen, 'belly').ordinary!.px).toBeLessThan(-1.5);
    expect(lineAt(seen, 'chest').reversed).toBe(false);
  });

  it('one that comes later begins later, within what is claimed', () => {
    const { clip } = followed({ movesPx: { chest: 3, belly: 3 }, lagS: { chest: 0.5 }, hz: 20 });
    const seen = analysed(clip);
    expect(lineAt(seen, 'belly').onsetS).toBe(0);
    expect(Math.abs(lineAt(seen, 'chest').onsetS! - 0.5)).toBeLessThan(0.2);
  });

  it('shoulder over belly, and right against left', () => {
    const side = analysed(followed({ movesPx: { shoulder: 2, belly: 4 } }).clip);
    expect(Math.abs(side.shoulderToBelly.ordinary! - 0.5)).toBeLessThan(0.12);
    const front = analysed(
      followed({ view: 'front', movesPx: { lowerRibsRight: 2, lowerRibsLeft: 4 } }).clip,
    );
    expect(Math.abs(front.sideRatio! - 0.5)).toBeLessThan(0.1);
  });

  it('a hand that crosses is named, and nothing is read from behind it', () => {
    const { clip } = followed({
      event: { kind: 'hand', atS: 9, lengthS: 4 },
      movesPx: { belly: 3, chest: 2 },
    });
    const chest = clip.lines.find((l) => l.place === 'chest')!;
    expect(chest.lost.length).toBeGreaterThan(0);
    expect(chest.lost.every((s) => s.toS > 8.5 && s.fromS < 13.5)).toBe(true);
    const seen = analyseClip(clip.record, clip.lines);
    if (seen.ok) {
      const over = seen.value.breaths.breaths.filter((b) =>
        chest.lost.some((s) => s.toS - s.fromS > 0.4 && s.fromS < b.endS && s.toS > b.startS),
      );
      expect(over.filter((b) => b.trusted)).toEqual([]);
    }
  });

  it('a person who walks out leaves no breaths behind', () => {
    const { body, clip } = followed({ event: { kind: 'leaves', atS: 16, lengthS: 999 } });
    const seen = analyseClip(clip.record, clip.lines);
    expect(body.breaths.filter((b) => b.fromS > 16).length).toBeGreaterThan(0);
    if (seen.ok) expect(seen.value.breaths.breaths.filter((b) => b.turnS > 16.5 && b.trusted)).toEqual([]);
    else expect(seen.why).toMatch(/lost for more than a tenth/);
  });

  it('a cut parts the clip: only the scene of the lines is followed', () => {
    const body = small({ event: { kind: 'cut', atS: 9, lengthS: 999 }, clutter: 1, hz: 8, deep: 0 });
    const size = { width: 320, height: 200 };
    for (const drawnAtS of [4, 14]) {
      const follower = must(clipFollower(drawOn(body, exact, drawnAtS, 0), size));
      for (let i = 0; i < body.frames; i++)
        follower.take(
          follower.regions.map((r) => body.picture(i, r)),
          i / 8,
          thumbOf(body.picture(i)),
        );
      const clip = must(follower.finish(drawnAtS));
      expect(clip.cutsS).toHaveLength(1);
      expect(clip.cutsS[0]).toBeCloseTo(9, 1);
      expect(drawnAtS < 9 ? clip.toS : clip.fromS).toBeCloseTo(9, 0);
    }
  });

  it('a rotated phone clip gives what the upright one gives', () => {
    const body = small({ ordinary: 2, deep: 0, hz: 8 });
    const pictures = Array.from({ length: body.frames }, (_, i) => body.picture(i));
    const drawn = drawOn(body, exact, 2, 0);
    const upright = must(followBody(body, drawn, 2));
    for (const turned of [90, 180, 270] as Turned[]) {
      const coded = turned === 180 ? { width: 320, height: 200 } : { width: 200, height: 320 };
      const follower = must(clipFollower(drawn, coded, turned));
      pictures.forEach((seen, i) => {
        const picture = turnedBack(seen, turned, coded);
        follower.take(
          follower.regions.map(() => picture),
          i / 8,
        );
      });
      const clip = must(follower.finish(2));
      clip.record.channels.forEach((c, k) =>
        c.values.forEach((v, i) =>
          expect(Math.abs(v - upright.record.channels[k]!.values[i]!)).toBeLessThan(0.12),
        ),
      );
    }
  });

  it('lines that are too short or leave the picture, and parts that are too short, are refused', () => {
    const line = { place: 'belly', stepGrey: 90, rivalPx: null, seenShare: 1 } as const;
    const size = { width: 320, height: 200 };
    const at = (x: number, by: number) => ({ ...line, from: { x, y: 100 }, to: { x: x + by, y: 100 } });
    expect(why(clipFollower([at(100, 10)], size))).toMatch(/belly is shorter than 18 px/);
    expect(why(clipFollower([at(300, 40)], size))).toMatch(/leaves the picture/);
    expect(why(must(clipFollower([at(100, 40)], size)).finish(0))).toMatch(/too short/);
  });

  it('pictures of uneven times make the curve of even ones', () => {
    const body = small({ ordinary: 3, deep: 0, shakePx: 0, noise: 1 });
    const lines = drawOn(body, exact, 2, 0);
    const follower = must(clipFollower(lines, { width: 320, height: 200 }));
    let kept = 0;
    for (let i = 0; i < body.frames; i++) {
      // A phone that drops every fifth and every seventh picture.
      if (i % 5 === 3 || i % 7 === 2) continue;
      kept++;
      follower.take(
        follower.regions.map((r) => body.picture(i, r)),
        i / 12,
      );
    }
    const clip = must(follower.finish(2));
    expect(kept).toBeLessThan(body.frames);
    const seen = analysed(clip);
    body.breaths.forEach((b, i) =>
      expect(Math.abs(seen.breaths.breaths[i]!.turnS - b.turnS)).toBeLessThan(0.2),
    );
  });
});

/** The picture as it was coded, when it has to be turned clockwise to be seen. */
function turnedBack(seen: Gray, turned: Turned, coded: { width: number; height: number }): Gray {
  const data = new Uint8Array(coded.width * coded.height);
  for (let y = 0; y < seen.height; y++)
    for (let x = 0; x < seen.width; x++) {
      const p = codedPoint({ x, y }, turned, coded);
      data[p.y * coded.width + p.x] = seen.data[y * seen.width + x]!;
    }
  return { x0: 0, y0: 0, ...coded, stride: coded.width, data };
}

describe('proposed lines', () => {
  const proposed = (parts: Partial<ClipSetup>) => {
    const body = small({ hz: 5, ordinary: 4, deep: 0, ...parts });
    return {
      body,
      lines: must(
        proposeLines(
          Array.from({ length: body.frames }, (_, i) => body.picture(i)),
          5,
          { width: 320, height: 200 },
          body.setup.view,
        ),
      ),
    };
  };

  test.each([
    ['side', ['chest', 'lowerRibs', 'belly'], { chest: 1.5, lowerRibs: 2, belly: 3 }],
    ['front', ['lowerRibsRight', 'lowerRibsLeft'], { lowerRibsRight: 2, lowerRibsLeft: 2.5 }],
  ] as const)('from the %s lie on the contour, outwards, with still background', (view, places, movesPx) => {
    const { body, lines } = proposed({ view, movesPx, shakePx: 0.3 });
    for (const place of places) {
      const line = lines.find((l) => l.place === place)!;
      const meant = body.line(place);
      const way = directionOf(meant);
      expect(directionOf(line).x * way.x).toBeGreaterThan(0.5);
      expect(Math.abs(middleOf(line).x - middleOf(meant).x)).toBeLessThan(14);
    }
    const stills = lines.filter((l) => l.place === 'still');
    expect(stills.length).toBeGreaterThan(0);
    // What is proposed can be followed and counted.
    const picture = body.picture(20);
    const drawn = lines.map(({ place, ...l }): DrawnLine => {
      const { line, ...edge } = snapLine(picture, l);
      return { place, ...line, ...edge };
    });
    const seen = analysed(must(followBody(body, drawn, 4)));
    expect(seen.breaths.counted).toBe(4);
  });

  it('where nothing breathes none are', () => {
    const body = small({ hz: 5, movesPx: { belly: 0 }, ordinary: 4, deep: 0 });
    const pictures = Array.from({ length: body.frames }, (_, i) => body.picture(i));
    expect(why(proposeLines(pictures, 5, { width: 320, height: 200 }, 'side'))).toMatch(
      /nothing was seen to move/,
    );
    expect(why(proposeLines(pictures.slice(0, 20), 5, { width: 320, height: 200 }, 'side'))).toMatch(
      /six seconds/,
    );
  });
});
