import type { Page } from '@playwright/test';

/** When tones were planned and when they were heard, on the clock of the sound, s; `from`: the pitch they begin at, Hz. */
type Ear = { planned: { at: number; from: number }[]; heard: number[] };

/** Notes when tones are planned, and by a microphone on the wire when something is heard. To be called before the page opens. */
export const listen = (page: Page) =>
  page.addInitScript(() => {
    const ear: Ear = { planned: [], heard: [] };
    Object.assign(window, { ear });
    const start = OscillatorNode.prototype.start;
    OscillatorNode.prototype.start = function (at?: number) {
      ear.planned.push({ at: at ?? 0, from: this.frequency.value });
      return start.call(this, at);
    };
    // Whatever goes to the loudspeaker is listened to in the thread of the sound itself.
    const code = `registerProcessor('ear', class extends AudioWorkletProcessor {
      last = -1;
      process([input]) {
        const samples = input[0];
        if (samples) for (let i = 0; i < samples.length; i++) if (Math.abs(samples[i]) > 1e-4) {
          const at = currentTime + i / sampleRate;
          // Quiet for 50 ms before: something begins here.
          if (at - this.last > 0.05) this.port.postMessage(at);
          this.last = at;
        }
        return true;
      }
    })`;
    const connect = AudioNode.prototype.connect as (this: AudioNode, ...to: unknown[]) => unknown;
    // One ear for each wire, turns and pips: a turn that still sounds would cover the pip after it.
    const ready = new WeakMap<BaseAudioContext, Promise<void>>();
    AudioNode.prototype.connect = function (this: AudioNode, ...to: unknown[]) {
      const { context } = this;
      if (to[0] === context.destination) {
        const loaded =
          ready.get(context) ??
          context.audioWorklet.addModule(URL.createObjectURL(new Blob([code], { type: 'text/javascript' })));
        ready.set(context, loaded);
        void loaded.then(() => {
          const made = new AudioWorkletNode(context, 'ear', { numberOfOutputs: 0 });
          made.port.onmessage = ({ data }) => {
            ear.heard.push(data as number);
            ear.heard.sort((a, b) => a - b);
          };
          connect.call(this, made);
        });
      }
      return connect.apply(this, to);
    } as typeof AudioNode.prototype.connect;
  });

/** What was planned and heard so far. */
export const heardIn = (page: Page): Promise<Ear> =>
  page.evaluate(() => (window as unknown as { ear: Ear }).ear);

/** How far each tone that was heard lies from the nearest that was planned, s. */
export const offPlan = ({ planned, heard }: Ear): number[] =>
  heard.map((at) => Math.min(...planned.map((p) => Math.abs(p.at - at))));
