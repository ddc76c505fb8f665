import { clipBody } from '@/core/simulate/clip';
import type { Camera } from '@/devices/camera';
import { seenTurns } from '@/devices/turn-source';

const body = clipBody({ width: 320, height: 240, hz: 10, ordinary: 4, deep: 0, seed: 5 });

/** A camera whose pictures the test gives out, each of which takes so long to read. */
function camera(readMs: number) {
  let tell: (atS: number) => void = () => undefined;
  let at = 0;
  let stopped = false;
  const wait = () => {
    const until = performance.now() + readMs;
    while (performance.now() < until);
  };
  const opened: Camera = {
    size: { width: 320, height: 240 },
    lines: [
      ...(['chest', 'lowerRibs', 'belly'] as const).map((place) => ({ place, ...body.line(place) })),
      ...body.stills.map((line) => ({ place: 'still' as const, ...line })),
    ],
    draw: () => undefined,
    grey(part) {
      if (readMs > 0) wait();
      return body.picture(at, part);
    },
    each(to) {
      tell = to;
      return () => undefined;
    },
    stop: () => void (stopped = true),
  };
  return {
    open: async () => opened,
    give: (count: number) => {
      for (let i = 0; i < count; i++, at++) tell(at / 10);
    },
    stopped: () => stopped,
  };
}

async function followed(readMs: number, count: number) {
  const from = camera(readMs);
  const told: { turns: string[]; said: (string | undefined)[] } = { turns: [], said: [] };
  const source = seenTurns(from.open, []);
  source.start({
    turn: (t) => told.turns.push(t.kind),
    sample: () => undefined,
    state: (_, why) => told.said.push(why),
  });
  await new Promise(setImmediate);
  from.give(count);
  source.stop();
  expect(from.stopped()).toBe(true);
  return told;
}

test('turns come as pictures come; a camera of ten a second is said to be late', async () => {
  const { turns, said } = await followed(0, body.frames);
  expect(turns.filter((t) => t === 'exhale').length).toBeGreaterThanOrEqual(body.breaths.length - 1);
  expect(said.at(-1)).toBe('only 10 pictures a second: turns are told late');
});

test('a device that is busy for most of the time goes on with fewer lines, and says how many', async () => {
  const { said } = await followed(60, 40);
  expect(said.some((s) => s?.startsWith('this device is slow: 3 lines are left out'))).toBe(true);
});
