import { clipBody, type ClipSetup } from '@/core/simulate/clip';
import { coloursOfGrey, greyOfColours, type Gray, type Rect, type Size } from '@/core/video/gray';
import type { LiveLine } from '@/core/video/live';

/** A camera that runs. Pictures are read only in the part that is wanted; nothing of them is kept. */
export type Camera = {
  size: Size;
  /** Draws the present picture whole. */
  draw: (to: CanvasRenderingContext2D) => void;
  /** The present picture, or a part of it. */
  grey: (part?: Rect) => Gray;
  /** Tells of every new picture, with the page's clock in seconds; @returns a way to stop that */
  each: (tell: (atS: number) => void) => () => void;
  stop: () => void;
  /** Where lines of the made-up camera lie; a real one knows of none. */
  lines: readonly LiveLine[];
};

/** Asked of the camera; it gives what it has. */
const WANTED = { width: { ideal: 640 }, height: { ideal: 360 }, frameRate: { ideal: 30 } };

/** Opens the camera of this machine. Throws an Error with a sentence when there is none or it is not allowed. */
export async function openCamera(): Promise<Camera> {
  if (!navigator.mediaDevices)
    throw new Error('This browser opens no camera here: use Kokyu on this machine, or over a secure line.');
  let stream: MediaStream;
  try {
    stream = await navigator.mediaDevices.getUserMedia({ video: WANTED });
  } catch (error) {
    throw new Error(
      (error as DOMException).name === 'NotAllowedError'
        ? 'The camera was not allowed. Allow it in the address bar of the browser, then try again.'
        : 'No camera was found, or another program uses it.',
    );
  }
  const video = document.createElement('video');
  video.muted = true;
  video.playsInline = true;
  video.srcObject = stream;
  await video.play();
  const size = { width: video.videoWidth, height: video.videoHeight };
  const canvas = document.createElement('canvas');
  const pen = canvas.getContext('2d', { willReadFrequently: true })!;
  return {
    size,
    lines: [],
    draw: (to) => to.drawImage(video, 0, 0),
    grey(part = { x: 0, y: 0, ...size }) {
      if (canvas.width !== part.width || canvas.height !== part.height) {
        canvas.width = part.width;
        canvas.height = part.height;
      }
      const { x, y, width, height } = part;
      pen.drawImage(video, x, y, width, height, 0, 0, width, height);
      return { ...greyOfColours(pen.getImageData(0, 0, width, height).data, width, height), x0: x, y0: y };
    },
    each(tell) {
      let over = false;
      const next = () =>
        video.requestVideoFrameCallback((nowMs) => {
          if (over) return;
          tell(nowMs / 1000);
          next();
        });
      next();
      return () => void (over = true);
    },
    stop() {
      for (const track of stream.getTracks()) track.stop();
      video.srcObject = null;
    },
  };
}

/** What the made-up camera sees: a body that goes on breathing. */
const MADE_UP: Partial<ClipSetup> = {
  width: 320,
  height: 240,
  hz: 20,
  ordinary: 120,
  deep: 0,
  shakePx: 0.2,
  movesPx: { shoulder: 0.5, chest: 1.2, lowerRibs: 2.2, belly: 3.4 },
};

/** The camera that ships: a made-up body that breathes at a pace of its own. */
export function madeUpCamera(ratePerMin: number): Camera {
  const body = clipBody({ ...MADE_UP, ratePerMin });
  const { width, height, hz } = body.setup;
  const beganMs = performance.now();
  const now = () => Math.floor(((performance.now() - beganMs) / 1000) * hz) % body.frames;
  let stopped = false;
  return {
    size: { width, height },
    lines: [
      ...(['chest', 'lowerRibs', 'belly'] as const).map((place) => ({ place, ...body.line(place) })),
      ...body.stills.map((line) => ({ place: 'still' as const, ...line })),
    ],
    draw(to) {
      to.putImageData(new ImageData(coloursOfGrey(body.picture(now()).data), width, height), 0, 0);
    },
    grey: (part) => body.picture(now(), part),
    each(tell) {
      const timer = setInterval(() => !stopped && tell(performance.now() / 1000), 1000 / hz);
      return () => clearInterval(timer);
    },
    stop: () => void (stopped = true),
  };
}
