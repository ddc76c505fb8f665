import type { Turn } from '@/core/run/tones';

type Tone = {
  /** Frequencies, Hz, that the tone glides through in equal parts. */
  glide: readonly [number, ...number[]];
  lengthS: number;
  gain: number;
  kind: SoundKind;
};

/** What is heard by kind, each with a loudness of its own. */
export type SoundKind = 'turns' | 'pips';
/** Loudness 0–1 by kind. */
export type Loudness = Record<SoundKind, number>;

/** In rises, out falls, a hold with full lungs arches, an empty one dips: direction tells them apart as well as pitch. */
const TONE: Record<Turn['sound'], Tone> = {
  up: { glide: [294, 440], lengthS: 0.34, gain: 0.22, kind: 'turns' },
  down: { glide: [440, 294], lengthS: 0.34, gain: 0.22, kind: 'turns' },
  arch: { glide: [440, 494, 440], lengthS: 0.3, gain: 0.16, kind: 'turns' },
  dip: { glide: [262, 220, 262], lengthS: 0.3, gain: 0.18, kind: 'turns' },
  level: { glide: [370], lengthS: 0.16, gain: 0.14, kind: 'turns' },
  pip: { glide: [660], lengthS: 0.07, gain: 0.12, kind: 'pips' },
};

/** Why nothing is heard: no sound device, one that does not start, or one that stood still. */
export type Unheard = 'none' | 'blocked' | 'stalled';

/**
 * The clock of a run. Time is the audio clock, less the time that sound takes to leave the device, so that what is seen goes
 * with what is heard. Tones are scheduled on it well ahead, so that no timer can make a turn late. Without sound it runs on
 * the page clock.
 */
export class TurnClock {
  private context: AudioContext | null = null;
  private nodes: { node: OscillatorNode; endsAt: number }[] = [];
  /** What the tones of a kind go through, so that sound can go and come while it runs. */
  private out: Record<SoundKind, GainNode> | null = null;
  private muted = false;
  private loudness: Loudness = { turns: 1, pips: 1 };
  /** The reading of the clock while it stands, and the least one of the present start. */
  private heldS = 0;
  /** Where zero of the turns lies on the device's clock; the turns to come, earliest first. */
  private base = 0;
  private turns: readonly Turn[] = [];
  private next = 0;
  /** What the reading was set back by at joints. */
  private rolledS = 0;
  private attempts = 0;
  private seen = { audio: -1, moved: 0, page: 0 };
  running = false;
  /** Why nothing is heard; null where tones are. */
  unheard: Unheard | null = null;

  /** @param onUnheard told when sound cannot start or stands still; the clock goes on without it */
  constructor(private readonly onUnheard: (why: Unheard) => void = () => undefined) {}

  /**
   * Begins at `fromS`. To be called from a tap or a key, which is what lets the browser make sound.
   *
   * @param turns on the reading of the clock, earliest first, as far ahead as is known
   */
  async start(fromS: number, turns: readonly Turn[], silent: boolean): Promise<void> {
    this.silence();
    const attempt = ++this.attempts;
    if (!this.context && typeof AudioContext === 'undefined') this.lose('none');
    this.context ??= typeof AudioContext === 'undefined' ? null : new AudioContext();
    this.mute(silent);
    this.running = true;
    this.seen = { audio: -1, moved: performance.now() / 1000, page: performance.now() / 1000 };
    this.heldS = fromS;
    this.rolledS = 0;
    this.turns = turns;
    this.next = turns.findIndex((t) => t.atS >= fromS - 0.01);
    if (this.next < 0) this.next = turns.length;
    this.base = this.clock() + LEAD_S - fromS;
    if (this.context && !isRunning(this.context)) {
      await Promise.race([this.context.resume(), new Promise((done) => setTimeout(done, 400))]);
      // Paused or begun elsewhere while the sound was waking up: that one counts.
      if (attempt !== this.attempts) return;
      if (!isRunning(this.context)) {
        this.context = null;
        this.lose('blocked');
      }
      this.base = this.clock() + LEAD_S - fromS;
    }
    if (this.context) this.unheard = null;
    this.pump();
  }

  /** At a joint: the reading goes back by so much, and nothing else changes. */
  roll(byS: number): void {
    this.rolledS += byS;
    this.heldS = Math.max(0, this.heldS - byS);
  }

  /** Takes the sound away, or gives it back, at once; the tones to come stay where they are. */
  mute(silent: boolean): void {
    this.muted = silent;
    this.setGains();
  }

  /** How loud each kind is, at once. */
  setLoudness(loudness: Loudness): void {
    this.loudness = loudness;
    this.setGains();
  }

  /** Seconds on its reading. Whoever asks keeps the tones scheduled ahead. */
  now(): number {
    if (!this.running) return this.heldS;
    this.watchAudio();
    this.pump();
    return Math.max(this.heldS, this.clock() - latencyOf(this.context) - this.base - this.rolledS);
  }

  pause(): number {
    const at = this.now();
    this.attempts++;
    this.running = false;
    this.heldS = at;
    this.silence();
    return at;
  }

  close(): void {
    this.attempts++;
    this.silence();
    this.running = false;
    void this.context?.close();
    this.context = null;
  }

  /** A sound device can stall; then the run goes on by the page clock, without tones, rather than stand still. */
  private watchAudio(): void {
    if (!this.context) return;
    const page = performance.now() / 1000;
    const audio = this.context.currentTime;
    const asleep = page - this.seen.page > ASLEEP_S;
    if (audio > this.seen.audio || asleep) this.seen = { audio, moved: page, page };
    else this.seen = { ...this.seen, page };
    if (page - this.seen.moved < STALLED_S) return;
    this.silence();
    void this.context.close();
    this.context = null;
    this.base += page - audio;
    this.lose('stalled');
  }

  private lose(why: Unheard): void {
    if (this.unheard === why) return;
    this.unheard = why;
    this.onUnheard(why);
  }

  /** Schedules what comes within the horizon, and lets go of what is over. */
  private pump(): void {
    const context = this.context;
    if (!context) return;
    const until = context.currentTime + HORIZON_S - this.base;
    while (this.next < this.turns.length && this.turns[this.next]!.atS <= until)
      this.schedule(context, this.turns[this.next++]!);
    if (this.nodes.length > MANY && this.nodes[0]!.endsAt < context.currentTime)
      this.nodes = this.nodes.filter((n) => n.endsAt >= context.currentTime);
  }

  private outOf(context: AudioContext): Record<SoundKind, GainNode> {
    if (this.out?.turns.context === context) return this.out;
    const made = () => {
      const node = new GainNode(context, { gain: 1 });
      node.connect(context.destination);
      return node;
    };
    this.out = { turns: made(), pips: made() };
    this.setGains();
    return this.out;
  }

  private setGains(): void {
    if (!this.out) return;
    for (const kind of ['turns', 'pips'] as const)
      this.out[kind].gain.value = this.muted ? 0 : this.loudness[kind];
  }

  private clock(): number {
    return this.context ? this.context.currentTime : performance.now() / 1000;
  }

  private schedule(context: AudioContext, turn: Turn): void {
    const { glide, lengthS, gain, kind } = TONE[turn.sound];
    const at = this.base + turn.atS;
    const oscillator = new OscillatorNode(context, { type: 'sine', frequency: glide[0] });
    const envelope = new GainNode(context, { gain: 0 });
    oscillator.frequency.setValueAtTime(glide[0], at);
    glide
      .slice(1)
      .forEach((f, i) =>
        oscillator.frequency.linearRampToValueAtTime(f, at + (lengthS * (i + 1)) / (glide.length - 1)),
      );
    envelope.gain.setValueAtTime(0, at);
    envelope.gain.linearRampToValueAtTime(gain, at + 0.02);
    envelope.gain.setTargetAtTime(0, at + lengthS * 0.7, lengthS * 0.2);
    oscillator.connect(envelope).connect(this.outOf(context)[kind]);
    oscillator.start(at);
    oscillator.stop(at + lengthS + 0.3);
    this.nodes.push({ node: oscillator, endsAt: at + lengthS + 0.3 });
  }

  private silence(): void {
    for (const { node } of this.nodes) {
      node.disconnect();
      try {
        node.stop();
      } catch {
        // A node that has already ended cannot be stopped again.
      }
    }
    this.nodes = [];
  }
}

/** Audio time that stands still this long, while the page goes on, has stalled. */
const STALLED_S = 0.7;
/** Nobody asked for the time for so long: the machine slept, and the audio clock with it. */
const ASLEEP_S = 2;
/** Tones are scheduled so far ahead: a page that is hidden may be asked once a minute only. */
const HORIZON_S = 150;
/** With so many tones that are over some are let go of. */
const MANY = 64;
/** No device takes longer than this; a browser that says so is not believed, s. */
const MOST_LATENCY_S = 0.5;

const isRunning = (context: AudioContext): boolean => context.state === 'running';

/** How long a tone takes from its moment to the ear, as the browser says. */
const latencyOf = (context: AudioContext | null): number =>
  context ? Math.min(MOST_LATENCY_S, context.outputLatency || context.baseLatency || 0) : 0;

/** Lets the first tone be scheduled before its moment. */
const LEAD_S = 0.06;
