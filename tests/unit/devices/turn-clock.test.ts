import type { Turn } from '@/core/run/tones';
import { TurnClock } from '@/devices/turn-clock';

/** A sound device whose clock the test moves; it keeps what was scheduled on it. */
class FakeAudio {
  static made: FakeAudio[] = [];
  currentTime = 0;
  state: 'running' | 'suspended' | 'closed' = 'running';
  destination = {};
  gains: { value: number }[] = [];
  tones: { startsAt: number; from: number; stopped: boolean }[] = [];
  constructor() {
    FakeAudio.made.push(this);
  }
  resume = async () => void (this.state = 'running');
  close = async () => void (this.state = 'closed');
}

class FakeNode {
  frequency = { setValueAtTime: () => undefined, linearRampToValueAtTime: () => undefined };
  gain = { ...this.frequency, setTargetAtTime: () => undefined, value: 1 };
  readonly context: FakeAudio;
  private tone: FakeAudio['tones'][number] | null = null;
  constructor(
    private readonly audio: FakeAudio,
    private readonly options: { frequency?: number; gain?: number },
  ) {
    this.context = audio;
    this.gain.value = options.gain ?? 1;
    if (options.gain === 0 || options.gain === 1) audio.gains.push(this.gain);
  }
  connect = (next: unknown) => next;
  disconnect = () => undefined;
  start = (at: number) => {
    this.tone = { startsAt: at, from: this.options.frequency ?? 0, stopped: false };
    this.audio.tones.push(this.tone);
  };
  stop = (at?: number) => {
    if (at === undefined && this.tone) this.tone.stopped = true;
  };
}

let page = 0;
const turns: Turn[] = [
  { atS: 0, sound: 'pip' },
  { atS: 1, sound: 'up' },
  { atS: 5, sound: 'down' },
];

beforeEach(() => {
  FakeAudio.made = [];
  page = 1000;
  Object.assign(globalThis, { AudioContext: FakeAudio, OscillatorNode: FakeNode, GainNode: FakeNode });
  jest.spyOn(performance, 'now').mockImplementation(() => page * 1000);
});
afterEach(() => {
  jest.restoreAllMocks();
  for (const name of ['AudioContext', 'OscillatorNode', 'GainNode'])
    delete (globalThis as Record<string, unknown>)[name];
});

/** Lets both clocks go on together. */
const pass = (seconds: number, audio = FakeAudio.made.at(-1)) => {
  page += seconds;
  if (audio) audio.currentTime += seconds;
};

describe('the clock of a block', () => {
  it('schedules every tone at once on the audio clock, and tells the time by it', async () => {
    const clock = new TurnClock();
    await clock.start(0, turns, false);
    const audio = FakeAudio.made[0]!;
    const [first, second, third] = audio.tones.map((t) => t.startsAt) as [number, number, number];
    expect([second - first, third - first]).toEqual([expect.closeTo(1), expect.closeTo(5)]);
    pass(2.06);
    expect(clock.now()).toBeCloseTo(2, 1);
  });

  it('begins inside a block without the tones that are past', async () => {
    const clock = new TurnClock();
    await clock.start(3, turns, false);
    expect(FakeAudio.made[0]!.tones.map((t) => t.from)).toEqual([440]);
    expect(clock.now()).toBeCloseTo(3, 5);
  });

  it('is silent when it is to be, at any moment, without moving a tone; stops those to come in a pause', async () => {
    const clock = new TurnClock();
    await clock.start(0, turns, true);
    const audio = FakeAudio.made[0]!;
    // What all tones go through is the node beside their own envelopes.
    const through = () => audio.gains.at(1)!.value;
    expect(audio.tones).toHaveLength(3);
    expect(through()).toBe(0);
    const planned = audio.tones.map((t) => t.startsAt);
    clock.mute(false);
    expect(through()).toBe(1);
    clock.mute(true);
    expect(through()).toBe(0);
    expect(audio.tones.map((t) => t.startsAt)).toEqual(planned);
    await clock.start(0, turns, false);
    expect(through()).toBe(1);
    pass(1.5);
    const at = clock.pause();
    expect(at).toBeCloseTo(1.44, 1);
    expect(FakeAudio.made[0]!.tones.every((t) => t.stopped)).toBe(true);
    pass(10);
    expect(clock.now()).toBe(at);
    await clock.start(at, turns, false);
    pass(1.06);
    expect(clock.now()).toBeCloseTo(at + 1, 1);
  });

  it('goes on by the page clock where the sound device stalls', async () => {
    const clock = new TurnClock();
    await clock.start(0, turns, false);
    pass(1);
    clock.now();
    // The device stands still while the page goes on, looked at as a page does, many times a second.
    for (let i = 0; i < 30; i++) {
      page += 0.1;
      clock.now();
    }
    const here = clock.now();
    expect(FakeAudio.made[0]!.state).toBe('closed');
    page += 2;
    expect(clock.now()).toBeCloseTo(here + 2, 3);
  });

  it('does not take a machine that slept for a stalled device', async () => {
    const clock = new TurnClock();
    await clock.start(0, turns, false);
    pass(1);
    clock.now();
    page += 600;
    expect(clock.now()).toBeCloseTo(0.94, 1);
    expect(FakeAudio.made[0]!.state).toBe('running');
  });

  it('runs without any sound device', async () => {
    delete (globalThis as Record<string, unknown>).AudioContext;
    const clock = new TurnClock();
    await clock.start(2, turns, false);
    page += 1.06;
    expect(clock.now()).toBeCloseTo(3, 1);
    clock.close();
    expect(clock.running).toBe(false);
  });

  it('counts the last start where one is begun while the sound wakes up', async () => {
    const clock = new TurnClock();
    const waking = clock.start(0, turns, false);
    clock.pause();
    await waking;
    expect(clock.running).toBe(false);
  });

  it('rolls over a joint without moving a tone, and goes on telling the time from there', async () => {
    const clock = new TurnClock();
    await clock.start(0, [...turns, { atS: 12, sound: 'up' }], false);
    const planned = FakeAudio.made[0]!.tones.map((t) => t.startsAt);
    pass(10.06);
    const before = clock.now();
    clock.roll(9);
    expect(clock.now()).toBeCloseTo(before - 9, 9);
    pass(3);
    expect(clock.now()).toBeCloseTo(before - 6, 9);
    expect(FakeAudio.made[0]!.tones.map((t) => t.startsAt)).toEqual(planned);
    expect(FakeAudio.made[0]!.tones.some((t) => t.stopped)).toBe(false);
    // What it reads when it is paused is what it goes on from.
    expect(clock.pause()).toBeCloseTo(before - 6, 9);
  });

  it('schedules two and a half minutes ahead, so that a page that is asked once a minute misses nothing', async () => {
    const clock = new TurnClock();
    const long: Turn[] = Array.from({ length: 360 }, (_, i) => ({
      atS: i * 5,
      sound: i % 2 ? 'down' : 'up',
    }));
    await clock.start(0, long, false);
    const audio = FakeAudio.made[0]!;
    const first = audio.tones[0]!.startsAt;
    // Half an hour, hidden: nobody asks for a minute, then all there is by then has been scheduled before its moment.
    for (let minute = 1; minute <= 30; minute++) {
      const known = audio.tones.length;
      pass(60);
      audio.tones.slice(0, known).forEach((t, i) => expect(t.startsAt - first).toBeCloseTo(i * 5, 9));
      expect(known * 5).toBeGreaterThanOrEqual(Math.min(1800, audio.currentTime - first));
      clock.now();
    }
    expect(audio.tones).toHaveLength(360);
  });

  it('takes the time that sound needs to leave the device off what it tells', async () => {
    const clock = new TurnClock();
    await clock.start(0, turns, false);
    pass(2.06);
    const before = clock.now();
    (FakeAudio.made[0] as unknown as { outputLatency: number }).outputLatency = 0.18;
    expect(clock.now()).toBeCloseTo(before - 0.18, 9);
    // A device that claims more than half a second is not believed.
    (FakeAudio.made[0] as unknown as { outputLatency: number }).outputLatency = 30;
    expect(clock.now()).toBeCloseTo(before - 0.5, 9);
  });

  it('says why nothing is heard: no device, one that will not start, one that stands still', async () => {
    const told: string[] = [];
    const told1 = new TurnClock((why) => told.push(why));
    await told1.start(0, turns, false);
    expect([told, told1.unheard]).toEqual([[], null]);
    for (let i = 0; i < 30; i++) {
      page += 0.1;
      told1.now();
    }
    expect([told, told1.unheard]).toEqual([['stalled'], 'stalled']);
    // The next start tries the sound again.
    await told1.start(0, turns, false);
    expect(told1.unheard).toBeNull();
    delete (globalThis as Record<string, unknown>).AudioContext;
    const deaf = new TurnClock((why) => told.push(why));
    await deaf.start(0, turns, false);
    expect(told).toEqual(['stalled', 'none']);
    class Sleeping extends FakeAudio {
      override state: FakeAudio['state'] = 'suspended';
      override resume = () => new Promise<undefined>(() => undefined);
    }
    Object.assign(globalThis, { AudioContext: Sleeping });
    const blocked = new TurnClock((why) => told.push(why));
    await blocked.start(0, turns, false);
    expect(told.at(-1)).toBe('blocked');
    page += 1;
    expect(blocked.now()).toBeGreaterThan(0.8);
  });

  it('is as loud by kind as it was told, at once', async () => {
    const clock = new TurnClock();
    await clock.start(0, turns, false);
    const audio = FakeAudio.made[0]!;
    const through = () => audio.gains.slice(1, 3).map((g) => g.value);
    expect(through()).toEqual([1, 1]);
    clock.setLoudness({ turns: 0.4, pips: 0 });
    expect(through()).toEqual([0.4, 0]);
    clock.mute(true);
    expect(through()).toEqual([0, 0]);
    clock.mute(false);
    expect(through()).toEqual([0.4, 0]);
  });
});
