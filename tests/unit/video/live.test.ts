import { clipBody, type ClipSetup } from '@/core/simulate/clip';
import { turnStream } from '@/core/signal/streaming';
import { fewerLines, liveLines, pictureRate, sayLost, type LiveLine } from '@/core/video/live';

const SIZE = { width: 320, height: 240 };

function live(parts: Partial<ClipSetup> = {}) {
  const body = clipBody({
    ...SIZE,
    hz: 15,
    ordinary: 5,
    deep: 0,
    noise: 2,
    shakePx: 0.6,
    movesPx: { belly: 3.5, lowerRibs: 2 },
    seed: 21,
    ...parts,
  });
  const lines: LiveLine[] = [
    ...(['lowerRibs', 'belly'] as const).map((place) => ({ place, ...body.line(place) })),
    ...body.stills.map((line) => ({ place: 'still' as const, ...line })),
  ];
  const follow = liveLines(lines, SIZE);
  const stream = turnStream();
  const seen = Array.from({ length: body.frames }, (_, i) => {
    const picture = follow.push(body.picture(i, follow.region), i / 15);
    return {
      ...picture,
      atS: i / 15,
      turn: picture.value === null ? null : stream.push(i / 15, picture.value),
    };
  });
  return { body, seen };
}

test('turns are told while the pictures come, within what is claimed of a clip', () => {
  const { body, seen } = live();
  expect(seen.every((s) => s.value !== null && s.lost.length === 0)).toBe(true);
  const exhales = seen.flatMap((s) => (s.turn?.kind === 'exhale' ? [s.turn] : []));
  expect(exhales.length).toBeGreaterThanOrEqual(body.breaths.length - 1);
  expect(exhales.length).toBeLessThanOrEqual(body.breaths.length);
  for (const turn of exhales.slice(1)) {
    const off = Math.min(...body.breaths.map((b) => Math.abs(b.turnS - turn.atS)));
    expect(off).toBeLessThan(0.2);
    expect(turn.noticedS - turn.atS).toBeLessThan(0.8);
  }
});

test('a person who leaves: each line is said to be lost, and no value is made up', () => {
  const { seen } = live({ event: { kind: 'leaves', atS: 10, lengthS: 999 } });
  const later = seen.filter((s) => s.atS > 12 && s.atS < 15.5);
  expect(later.every((s) => s.value === null)).toBe(true);
  expect(later.at(-1)!.lost).toEqual(['lowerRibs', 'belly']);
  expect(sayLost(later.at(-1)!.lost)).toMatch(/lines at lower ribs, front, belly are lost/);
  expect(sayLost(['belly'])).toMatch(/^the line at belly is lost/);
});

test('the rate of pictures is that of the usual distance', () => {
  const rate = pictureRate();
  const told = Array.from({ length: 20 }, (_, i) => rate.push(i / 24 + (i > 10 ? 1 : 0)));
  expect(told[5]).toBeNull();
  expect(told[19]).toBeCloseTo(24, 6);
});

test('a slow device leaves out what moves little, and keeps one line on the body and one that is still', () => {
  const line = (place: LiveLine['place']): LiveLine => ({ place, from: { x: 0, y: 0 }, to: { x: 9, y: 0 } });
  const places = (of: LiveLine[] | null) => of?.map((l) => l.place) ?? null;
  const all = (['shoulder', 'still', 'belly', 'chest', 'lowerRibs', 'still'] as const).map(line);
  expect(places(fewerLines(all))).toEqual(['belly', 'lowerRibs', 'still']);
  expect(places(fewerLines(fewerLines(all)!))).toEqual(['belly', 'still']);
  expect(fewerLines([line('belly'), line('still')])).toBeNull();
  expect(fewerLines([line('chest')])).toBeNull();
});
