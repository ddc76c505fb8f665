import type { DeviceSample } from '@/core/signal/curve';
import { bandSetup } from '@/core/simulate/bands.schema';
import {
  serialBands,
  serverBands,
  simulatedPort,
  type BandState,
  type PortLike,
} from '@/devices/band-source';

/** Everything that a source told, in order. */
function listener() {
  const told = {
    samples: [] as DeviceSample[],
    names: [] as string[][],
    garbage: [] as string[],
    states: [] as BandState[],
    why: [] as (string | undefined)[],
  };
  return {
    told,
    sample: (s: DeviceSample) => void told.samples.push(s),
    names: (n: string[]) => void told.names.push(n),
    garbage: (text: string) => void told.garbage.push(text),
    state: (state: BandState, why?: string) => {
      if (told.states.at(-1) !== state) told.states.push(state);
      if (why) told.why.push(why);
    },
  };
}

const streamOf = (...parts: string[]) =>
  new ReadableStream<Uint8Array>({
    start(controller) {
      for (const part of parts) controller.enqueue(new TextEncoder().encode(part));
      controller.close();
    },
  });

const port = (readable: ReadableStream<Uint8Array> | null, broken: Partial<PortLike> = {}): PortLike => ({
  readable,
  open: async () => undefined,
  close: async () => undefined,
  ...broken,
});

describe('a serial device', () => {
  it('is read line by line however its bytes are cut, and garbage is told apart', async () => {
    const ear = listener();
    await serialBands(
      async () => port(streamOf('# places lowerRi', 'bs,belly\n0,1,', '2\n20,1.5,2.5\n?#,x\n40,2,', '3\n')),
      115200,
    ).start(ear);
    expect(ear.told.samples).toEqual([
      { tMs: 0, values: [1, 2] },
      { tMs: 20, values: [1.5, 2.5] },
      { tMs: 40, values: [2, 3] },
    ]);
    expect(ear.told.names).toEqual([['lowerRibs', 'belly']]);
    expect(ear.told.garbage).toEqual(['?#,x']);
    expect(ear.told.states).toEqual(['connecting', 'live', 'ended']);
    expect(ear.told.why).toEqual(['The device was unplugged. What was recorded is kept.']);
  });
  it('that is not chosen, or used by another program, is a sentence', async () => {
    const none = listener();
    await serialBands(async () => Promise.reject(new DOMException('none', 'NotFoundError')), 9600).start(
      none,
    );
    expect(none.told.why).toEqual(['No device was chosen.']);
    const taken = listener();
    await serialBands(
      async () => port(null, { open: async () => Promise.reject(new Error('busy')) }),
      9600,
    ).start(taken);
    expect(taken.told.why[0]).toMatch(/another program/);
  });
  it('is let go when it is stopped', async () => {
    let closed = false;
    const ear = listener();
    const source = serialBands(
      async () =>
        port(new ReadableStream({ pull: () => new Promise(() => undefined) }), {
          close: async () => void (closed = true),
        }),
      9600,
    );
    const started = source.start(ear);
    await new Promise((done) => setTimeout(done, 20));
    source.stop();
    await started;
    expect(closed).toBe(true);
    expect(ear.told.states.at(-1)).toBe('ended');
  });
  it('has a stand-in that sends a body in real time, with garbage now and then', async () => {
    const ear = listener();
    const source = serialBands(
      async () => simulatedPort(bandSetup({ hz: 200, places: ['lowerRibs', 'belly'] })),
      115200,
    );
    const started = source.start(ear);
    await new Promise((done) => setTimeout(done, 700));
    source.stop();
    await started;
    expect(ear.told.names[0]).toEqual(['lowerRibs', 'belly']);
    expect(ear.told.samples.length).toBeGreaterThan(60);
    const steps = ear.told.samples.slice(1).map((s, i) => s.tMs - ear.told.samples[i]!.tMs);
    for (const step of steps) expect(step).toBeCloseTo(5, 3);
  });
});

describe('the bands on the server', () => {
  afterEach(() => jest.restoreAllMocks());
  it('are asked for again from where they were when the line is lost, and give no sample twice', async () => {
    const asked: number[] = [];
    const answers = [streamOf('0,1\n20,2\n40,3\n'), streamOf('20,2\n40,3\n2000,4\n')];
    jest.spyOn(globalThis, 'fetch').mockImplementation(async (_, init) => {
      asked.push((JSON.parse(String(init!.body)) as { fromMs: number }).fromMs);
      const next = answers.shift();
      return next ? new Response(next) : Promise.reject(new TypeError('gone'));
    });
    const ear = listener();
    const source = serverBands(bandSetup({ hz: 50 }));
    const started = source.start(ear);
    await new Promise((done) => setTimeout(done, 1500));
    source.stop();
    await started;
    expect(asked[0]).toBe(0);
    expect(asked[1]!).toBeGreaterThanOrEqual(60);
    expect(ear.told.samples.map((s) => s.tMs)).toEqual([0, 20, 40, 2000]);
    expect(ear.told.states).toEqual(['connecting', 'live', 'lost', 'live', 'lost', 'ended']);
    expect(ear.told.why[0]).toBe('the bands do not answer; trying again');
  });
});
