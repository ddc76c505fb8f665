import { lineCutter, printLine, readLine } from '@/core/formats/line-protocol';
import type { DeviceSample } from '@/core/signal/curve';
import { bandBody, type BandSetup } from '@/core/simulate/bands';

export type BandState = 'connecting' | 'live' | 'lost' | 'ended';

type BandListener = {
  sample: (sample: DeviceSample) => void;
  names: (names: string[]) => void;
  /** A line that could not be read. */
  garbage: (text: string, why: string) => void;
  state: (state: BandState, why?: string) => void;
};

/** Anything that yields channels over time. */
export type BandSource = { start: (listener: BandListener) => Promise<void>; stop: () => void };

const feeder = (listener: BandListener) => {
  const cut = lineCutter();
  return (chunk: string) => {
    for (const text of cut(chunk)) {
      const line = readLine(text);
      if (line.kind === 'sample') listener.sample(line.sample);
      else if (line.kind === 'names') listener.names(line.names);
      else if (line.kind === 'garbage') listener.garbage(line.text, line.why);
    }
  };
};

const RETRY_MS = 1000;
/** A device that has sent nothing for this long counts as lost, ms. */
const SILENT_MS = 1500;

/** The simulated bands on the server. When the line is lost it is asked for again until it is back or stopped. */
export function serverBands(setup: BandSetup): BandSource {
  let stopped = false;
  let aborter = new AbortController();
  return {
    async start(listener) {
      const began = performance.now();
      let lastMs = 0;
      while (!stopped) {
        listener.state(
          lastMs === 0 ? 'connecting' : 'lost',
          lastMs === 0 ? undefined : 'the bands do not answer; trying again',
        );
        aborter = new AbortController();
        try {
          const fromMs = lastMs === 0 ? 0 : Math.max(lastMs + 1000 / setup.hz, performance.now() - began);
          const response = await fetch('/bands', {
            method: 'POST',
            body: JSON.stringify({ setup, fromMs }),
            headers: { 'content-type': 'application/json' },
            signal: aborter.signal,
          });
          if (!response.ok || !response.body) throw new Error('no answer');
          const feed = feeder({
            ...listener,
            sample: (s) => {
              if (lastMs === 0 || s.tMs > lastMs) {
                lastMs = s.tMs;
                listener.state('live');
                listener.sample(s);
              }
            },
          });
          const reader = response.body.getReader();
          const decoder = new TextDecoder();
          for (let part = await reader.read(); !part.done; part = await reader.read())
            feed(decoder.decode(part.value, { stream: true }));
        } catch {
          // Told below; what was recorded stays and the rest follows after a gap.
        }
        if (!stopped) {
          listener.state('lost', 'the bands do not answer; trying again');
          await new Promise((done) => setTimeout(done, RETRY_MS));
        }
      }
      listener.state('ended');
    },
    stop() {
      stopped = true;
      aborter.abort();
    },
  };
}

export type PortLike = {
  readable: ReadableStream<Uint8Array> | null;
  open: (options: { baudRate: number }) => Promise<void>;
  close: () => Promise<void>;
};

/** A device on a serial line that speaks the line protocol. */
export function serialBands(choose: () => Promise<PortLike>, baudRate: number): BandSource {
  let stopped = false;
  let reader: ReadableStreamDefaultReader<Uint8Array> | null = null;
  return {
    async start(listener) {
      listener.state('connecting');
      let port: PortLike;
      try {
        port = await choose();
        await port.open({ baudRate });
      } catch (error) {
        return listener.state(
          'ended',
          (error as DOMException).name === 'NotFoundError'
            ? 'No device was chosen.'
            : 'The device could not be opened. Is another program using it?',
        );
      }
      let heardAt = performance.now();
      const feed = feeder({
        ...listener,
        sample: (s) => {
          heardAt = performance.now();
          listener.state('live');
          listener.sample(s);
        },
      });
      const watch = setInterval(
        () =>
          performance.now() - heardAt > SILENT_MS && listener.state('lost', 'the device has fallen silent'),
        500,
      );
      const decoder = new TextDecoder();
      try {
        while (!stopped && port.readable) {
          reader = port.readable.getReader();
          for (let part = await reader.read(); !part.done; part = await reader.read())
            feed(decoder.decode(part.value, { stream: true }));
          break;
        }
        if (!stopped) listener.state('ended', 'The device was unplugged. What was recorded is kept.');
      } catch {
        listener.state('ended', 'The device was unplugged. What was recorded is kept.');
      } finally {
        clearInterval(watch);
        await port.close().catch(() => undefined);
      }
      if (stopped) listener.state('ended');
    },
    stop() {
      stopped = true;
      void reader?.cancel().catch(() => undefined);
    },
  };
}

/** A serial port without a device: the made-up body sends its lines through it, with a line of garbage now and then. */
export function simulatedPort(setup: BandSetup): PortLike {
  let timer: ReturnType<typeof setInterval>;
  const body = bandBody(setup);
  const encoder = new TextEncoder();
  return {
    readable: new ReadableStream<Uint8Array>({
      start(controller) {
        const began = performance.now();
        let at = 0;
        controller.enqueue(encoder.encode(`# places ${setup.places.join(',')}\n`));
        timer = setInterval(() => {
          const due = Math.floor(((performance.now() - began) / 1000) * setup.hz);
          let text = '';
          for (; at < due; at++) {
            const sample = body.next();
            if (sample) text += printLine({ tMs: sample.tS * 1000, values: sample.values });
            if (at % 400 === 250) text += '\u0003?#,garbled\n';
          }
          if (text !== '') controller.enqueue(encoder.encode(text));
        }, 40);
      },
      cancel: () => clearInterval(timer),
    }),
    open: async () => undefined,
    close: async () => clearInterval(timer),
  };
}
