import { turnStream, type StreamedTurn } from '@/core/signal/streaming';
import { BandSetup } from '@/core/simulate/bands.schema';
import { soundTurns, type SoundTurns } from '@/core/sound/breath-sound';
import { serialBands, serverBands, type BandSource, type BandState, type PortLike } from './band-source';
import { fewerLines, liveLines, pictureRate, sayLost, type LiveLine } from '@/core/video/live';
import type { Camera } from './camera';
import { openMicrophone, type SoundSource } from './sound-source';

/** What a source of turns tells as it goes. Times are seconds on the page's own clock. */
type TurnListener = {
  turn: (turn: StreamedTurn, usual: { periodS: number | null; depth: number | null }) => void;
  /** A sample of the curve that the turns come from. */
  sample: (tS: number, value: number) => void;
  state: (state: BandState, why?: string) => void;
};

/** Anything that tells when the breath turns: bands, a microphone, a hand that taps. */
export type TurnSource = { start: (listener: TurnListener) => void; stop: () => void };

const BAUD = 115200;

/** Turns out of bands: all of them together, which is how they are seen. */
function bandTurns(bands: BandSource): TurnSource {
  return {
    start(listener) {
      const stream = turnStream();
      /** The page's clock less the device's, s: the least seen, which is that of a sample that was not held up. */
      let aheadS = Infinity;
      void bands.start({
        names: () => undefined,
        garbage: () => undefined,
        state: listener.state,
        sample: ({ tMs, values }) => {
          const heard = values.filter((v) => Number.isFinite(v));
          if (heard.length === 0) return;
          aheadS = Math.min(aheadS, performance.now() / 1000 - tMs / 1000);
          const value = heard.reduce((sum, v) => sum + v, 0);
          const tS = tMs / 1000 + aheadS;
          listener.sample(tS, value);
          const turn = stream.push(tS, value);
          if (turn) listener.turn(turn, { periodS: stream.periodS(), depth: stream.depth() });
        },
      });
    },
    stop: () => bands.stop(),
  };
}

/** The made-up bands that ship, breathing at a pace of their own. */
export const standInTurns = (ratePerMin: number): TurnSource =>
  bandTurns(serverBands(BandSetup.parse({ way: 'allRound', ratePerMin, signalToNoiseDb: 24, seed: 11 })));

/** Bands at the serial port; a sentence where this browser has none. */
export function serialTurns(): TurnSource | string {
  const { serial } = navigator as Navigator & { serial?: { requestPort: () => Promise<PortLike> } };
  return serial
    ? bandTurns(serialBands(() => serial.requestPort(), BAUD))
    : 'This browser opens no serial devices: follow by taps, or use a current Chromium on the desk.';
}

/** Fewer pictures a second than this come late: said, and gone on with. */
const FEW_PICTURES_HZ = 12;
/**
 * Lines are left out when following them takes more than this share of the time between pictures, and those are few.
 * Our choice.
 */
const BUSY_SHARE = 0.5;
const WANTED_HZ = 15;
/** So many pictures are watched before a device is called slow. */
const WATCHED = 15;

/**
 * Turns out of contours that a camera sees: the sum of all lines on the body, the camera's own movement taken away. The
 * browser leaves out pictures that come while one is worked on; where that leaves too few, fewer lines are followed.
 *
 * @param lines where they lie; empty: those that the camera itself knows of
 */
export function seenTurns(open: () => Promise<Camera>, lines: readonly LiveLine[]): TurnSource {
  let camera: Camera | null = null;
  let over = false;
  return {
    start(listener) {
      listener.state('connecting');
      open()
        .then((opened) => {
          camera = opened;
          if (over) return opened.stop();
          const used = lines.length > 0 ? lines : opened.lines;
          if (!used.some((l) => l.place !== 'still'))
            return listener.state('ended', 'No line lies on the body: draw lines under “Sound and screen”.');
          follow(opened, used, listener);
        })
        .catch((error: Error) => listener.state('ended', error.message));
    },
    stop() {
      over = true;
      camera?.stop();
    },
  };

  function follow(from: Camera, used: readonly LiveLine[], listener: TurnListener): void {
    const rate = pictureRate();
    let lines = used;
    let followed = liveLines(lines, from.size);
    let stream = turnStream();
    let [pictures, busyS] = [0, 0];
    from.each((atS) => {
      if (over) return;
      const beganMs = performance.now();
      const hz = rate.push(atS);
      const { value, lost } = followed.push(from.grey(followed.region), atS);
      busyS += (performance.now() - beganMs) / 1000;
      pictures++;
      const slow = hz !== null && hz < WANTED_HZ && pictures >= WATCHED && busyS / pictures > BUSY_SHARE / hz;
      const fewer = slow ? fewerLines(lines) : null;
      if (fewer) {
        lines = fewer;
        // Another sum begins: what was known of the breath does not fit it.
        followed = liveLines(lines, from.size);
        stream = turnStream();
      }
      if (fewer || pictures >= WATCHED) [pictures, busyS] = [0, 0];
      if (value === null) return listener.state('lost', sayLost(lost));
      listener.state('live', lost.length > 0 ? sayLost(lost) : sayRate(hz, used.length - lines.length));
      if (fewer) return;
      listener.sample(atS, value);
      const turn = stream.push(atS, value);
      if (turn) listener.turn(turn, { periodS: stream.periodS(), depth: stream.depth() });
    });
  }
}

/** What is said of a camera that gives few pictures, or of a device that follows fewer lines; undefined: nothing. */
function sayRate(hz: number | null, leftOut: number): string | undefined {
  const said = [
    leftOut > 0 ? `this device is slow: ${leftOut} ${leftOut === 1 ? 'line is' : 'lines are'} left out` : '',
    hz !== null && hz < FEW_PICTURES_HZ ? `only ${hz.toFixed(0)} pictures a second: turns are told late` : '',
  ].filter(Boolean);
  return said.length > 0 ? said.join('; ') : undefined;
}

/** Exhales that the microphone hears; what is heard is used as it comes and nothing of it is kept. */
export function heardTurns(open: typeof openMicrophone = openMicrophone): TurnSource {
  let sound: SoundSource | null = null;
  let over = false;
  return {
    start(listener) {
      listener.state('connecting');
      let turns: SoundTurns | null = null;
      let heardS = 0;
      /** The page's clock less that of the sound, s: the least seen, which is that of samples that were not held up. */
      let aheadS = Infinity;
      const onSamples = (samples: Float32Array) => {
        if (over || sound === null) return;
        turns ??= soundTurns(sound.hz);
        heardS += samples.length / sound.hz;
        aheadS = Math.min(aheadS, performance.now() / 1000 - heardS);
        for (const turn of turns.push(samples))
          listener.turn(
            { ...turn, atS: turn.atS + aheadS, noticedS: turn.noticedS + aheadS },
            { periodS: turns.periodS(), depth: null },
          );
      };
      open(onSamples)
        .then((opened) => {
          sound = opened;
          if (over) return opened.stop();
          listener.state('live');
        })
        .catch((error: Error) => listener.state('ended', error.message));
    },
    stop() {
      over = true;
      sound?.stop();
    },
  };
}

/** Turns that a hand taps, each the other way from the one before; the breath comes in with the first. */
export function tappedTurns(): TurnSource & { tap: () => void } {
  let listener: TurnListener | null = null;
  let last: { kind: StreamedTurn['kind']; atS: number } | null = null;
  const inhales: number[] = [];
  return {
    start(to) {
      listener = to;
      to.state('live');
    },
    stop: () => void (listener = null),
    tap() {
      const atS = performance.now() / 1000;
      const kind = last?.kind === 'inhale' ? 'exhale' : 'inhale';
      last = { kind, atS };
      if (kind === 'inhale') inhales.push(atS);
      const periodS = inhales.length > 1 ? inhales.at(-1)! - inhales.at(-2)! : null;
      listener?.turn({ kind, atS, noticedS: atS, travel: 0 }, { periodS, depth: null });
    },
  };
}
