import type { Turn } from '@/core/run/tones';

const GLIDE: Record<Turn['sound'], { from: number; to: number; lengthS: number; gain: number }> = {
  up: { from: 294, to: 440, lengthS: 0.34, gain: 0.22 },
  down: { from: 440, to: 294, lengthS: 0.34, gain: 0.22 },
  level: { from: 370, to: 370, lengthS: 0.16, gain: 0.14 },
  pip: { from: 660, to: 660, lengthS: 0.07, gain: 0.12 },
};

/**
 * The clock of a block. Time is the audio clock, and every tone of the block is scheduled on it at the start, so
 * that no timer can make a turn late. Without sound it runs on the page clock.
 */
export class TurnClock {
  private context: AudioContext | null = null;
  private nodes: OscillatorNode[] = [];
  /** What every tone goes through, so that sound can go and come while a block runs. */
  private out: GainNode | null = null;
  private muted = false;
  private offsetS = 0;
  private zero = 0;
  private attempts = 0;
  private seen = { audio: -1, moved: 0, page: 0 };
  running = false;

  /** Begins at `fromS` of the block. To be called from a tap or a key, which is what lets the browser make sound. */
  async start(fromS: number, turns: readonly Turn[], silent: boolean): Promise<void> {
    this.silence();
    const attempt = ++this.attempts;
    this.context ??= typeof AudioContext === 'undefined' ? null : new AudioContext();
    this.mute(silent);
    this.running = true;
    this.seen = { audio: -1, moved: performance.now() / 1000, page: performance.now() / 1000 };
    this.offsetS = fromS;
    this.zero = this.clock() + LEAD_S;
    if (this.context && !isRunning(this.context)) {
      await Promise.race([this.context.resume(), new Promise((done) => setTimeout(done, 400))]);
      // Paused or begun elsewhere while the sound was waking up: that one counts.
      if (attempt !== this.attempts) return;
      if (!isRunning(this.context)) this.context = null;
      this.zero = this.clock() + LEAD_S;
    }
    if (this.context)
      for (const turn of turns) if (turn.atS >= fromS - 0.01) this.schedule(this.context, turn);
  }

  /** Takes the sound away, or gives it back, at once; the tones to come stay where they are. */
  mute(silent: boolean): void {
    this.muted = silent;
    if (this.out) this.out.gain.value = silent ? 0 : 1;
  }

  /** Seconds into the block. */
  now(): number {
    if (!this.running) return this.offsetS;
    this.watchAudio();
    return this.offsetS + Math.max(0, this.clock() - this.zero);
  }

  pause(): number {
    const at = this.now();
    this.attempts++;
    this.running = false;
    this.offsetS = at;
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

  /** A sound device can stall; then the block goes on by the page clock, without tones, rather than stand still. */
  private watchAudio(): void {
    if (!this.context) return;
    const page = performance.now() / 1000;
    const audio = this.context.currentTime;
    const asleep = page - this.seen.page > ASLEEP_S;
    if (audio > this.seen.audio || asleep) this.seen = { audio, moved: page, page };
    else this.seen = { ...this.seen, page };
    if (page - this.seen.moved < STALLED_S) return;
    this.offsetS += Math.max(0, audio - this.zero);
    this.silence();
    void this.context.close();
    this.context = null;
    this.zero = page;
  }

  private outOf(context: AudioContext): GainNode {
    if (this.out?.context === context) return this.out;
    const out = new GainNode(context, { gain: this.muted ? 0 : 1 });
    out.connect(context.destination);
    return (this.out = out);
  }

  private clock(): number {
    return this.context ? this.context.currentTime : performance.now() / 1000;
  }

  private schedule(context: AudioContext, turn: Turn): void {
    const { from, to, lengthS, gain } = GLIDE[turn.sound];
    const at = this.zero + (turn.atS - this.offsetS);
    const oscillator = new OscillatorNode(context, { type: 'sine', frequency: from });
    const envelope = new GainNode(context, { gain: 0 });
    oscillator.frequency.setValueAtTime(from, at);
    oscillator.frequency.linearRampToValueAtTime(to, at + lengthS);
    envelope.gain.setValueAtTime(0, at);
    envelope.gain.linearRampToValueAtTime(gain, at + 0.02);
    envelope.gain.setTargetAtTime(0, at + lengthS * 0.7, lengthS * 0.2);
    oscillator.connect(envelope).connect(this.outOf(context));
    oscillator.start(at);
    oscillator.stop(at + lengthS + 0.3);
    this.nodes.push(oscillator);
  }

  private silence(): void {
    for (const node of this.nodes) {
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

const isRunning = (context: AudioContext): boolean => context.state === 'running';

/** Lets the first tone be scheduled before its moment. */
const LEAD_S = 0.06;
