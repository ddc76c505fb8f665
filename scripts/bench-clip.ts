import { createRequire } from 'node:module';
import { clipBody } from '@/core/simulate/clip';
import { ACROSS, planStrip, regionOf, stripOf } from '@/core/video/strip';
import { trackLine } from '@/core/video/track';

// What following a contour costs, a picture and line, beside OpenCV's template matching (WASM) on the same strips.
const line = (name: string, figure: string) => console.log(`  ${name.padEnd(54)}${figure}`);

type Mat = { delete: () => void; doubleAt: (y: number, x: number) => number };
type Cv = {
  matFromArray: (rows: number, cols: number, type: number, data: ArrayLike<number>) => Mat;
  Mat: new () => Mat;
  Rect: new (x: number, y: number, w: number, h: number) => object;
  Size: new (w: number, h: number) => object;
  resize: (from: Mat, to: Mat, size: object, fx: number, fy: number, way: number) => void;
  matchTemplate: (image: Mat, part: Mat, to: Mat, way: number) => void;
  minMaxLoc: (m: Mat) => { maxLoc: { x: number } };
  CV_8U: number;
  INTER_CUBIC: number;
  TM_CCOEFF_NORMED: number;
};

/** The module answers to `then` itself, for ever: it is taken out of it, and comes in a box. */
function openCv(): Promise<{ cv: Cv }> {
  type Loading = Cv & {
    then?: (take: (cv: Loading) => void) => void;
    onRuntimeInitialized?: () => void;
    Mat?: unknown;
  };
  const made = createRequire(__filename)('@techstark/opencv-js') as Loading;
  return new Promise((done) => {
    const give = (cv: Loading) => {
      delete cv.then;
      done({ cv });
    };
    if (made.Mat) give(made);
    else if (made.then) made.then(give);
    else made.onRuntimeInitialized = () => give(made);
  });
}

async function main(): Promise<void> {
  console.log('Clips: ms a picture and line (trial: 0.2 to 0.7)');
  const { cv } = await openCv();
  for (const [width, height] of [
    [640, 360],
    [1280, 720],
  ] as const) {
    const body = clipBody({ width, height, ordinary: 3, deep: 0 });
    const size = { width, height };
    const plan = planStrip(body.line('belly'), 0, size);
    const region = regionOf(plan, size);
    const pictures = Array.from({ length: body.frames }, (_, i) => body.picture(i, region));
    const times = Float64Array.from(pictures, (_, i) => i / body.setup.hz);
    const run = () => {
      const began = performance.now();
      const strips = pictures.map((p) => stripOf(p, plan));
      const track = trackLine(strips, times, 0, plan);
      return { ms: (performance.now() - began) / pictures.length, strips, track };
    };
    run();
    const own = run();
    const reference = (up: number) => {
      const { places } = plan;
      const middle = (places - 1) / 2;
      const half = Math.floor(0.2 * places);
      const big = (data: ArrayLike<number>, cols: number) => {
        const small = cv.matFromArray(ACROSS, cols, cv.CV_8U, data);
        const large = new cv.Mat();
        cv.resize(small, large, new cv.Size(cols * up, ACROSS * up), 0, 0, cv.INTER_CUBIC);
        small.delete();
        return large;
      };
      const first = own.strips[0]!;
      const cols = 2 * half + 1;
      const part = big(
        Array.from(
          { length: ACROSS * cols },
          (_, k) => first[Math.floor(k / cols) * places + middle - half + (k % cols)]!,
        ),
        cols,
      );
      const began = performance.now();
      let off = 0;
      for (const [i, strip] of own.strips.entries()) {
        const image = big(strip, places);
        const score = new cv.Mat();
        cv.matchTemplate(image, part, score, cv.TM_CCOEFF_NORMED);
        const at = cv.minMaxLoc(score).maxLoc.x / up - (middle - half);
        off += (at * plan.stepPx - own.track.shiftPx[i]!) ** 2;
        image.delete();
        score.delete();
      }
      part.delete();
      return { ms: (performance.now() - began) / own.strips.length, rms: Math.sqrt(off / own.strips.length) };
    };
    reference(1);
    const [once, eight] = [reference(1), reference(8)];
    const text = (ms: number) => `${ms.toFixed(3)} ms`;
    line(`${width} × ${height}, ${plan.places} places: sampled and followed`, text(own.ms));
    line(
      'OpenCV WASM, matchTemplate, whole pixels',
      `${text(once.ms)}  (own is ${(once.ms / own.ms).toFixed(1)} times as fast)`,
    );
    line(
      'OpenCV WASM, matchTemplate, enlarged eight times',
      `${text(eight.ms)}  (${(eight.ms / own.ms).toFixed(1)} times; differs by ${eight.rms.toFixed(3)} px)`,
    );
  }
}

void main();
