import { LIBRARY } from '@/core/drills/library';
import { renderToStaticMarkup } from 'react-dom/server';
import type { ReactElement } from 'react';
import { pattern } from '@/core/breath/pattern';
import { timelineOf } from '@/core/breath/timeline';
import { PROPS } from '@/core/body/props';
import { TARGET } from '@/core/read/target';
import { coachedBlock } from '@/core/run/coached';
import { propose } from '@/core/propose/propose';
import { layoutOf, type Sequence } from '@/core/sequence/sequence';
import { previewOf } from '@/core/signal/preview';
import { BreathLine } from '@/pictures/breath-line';
import { breathPaths } from '@/pictures/breath-path';
import { ladderOf } from '@/core/look/sweep';
import { analyse } from '@/core/signal/analyse';
import { simulateBands } from '@/core/simulate/bands';
import { bandSetup } from '@/core/simulate/bands.schema';
import { exhaleSound } from '@/core/simulate/exhale-sound';
import { heardExhales } from '@/core/sound/exhale';
import { levelMeter } from '@/core/sound/loudness';
import { BandPicture } from '@/pictures/bands';
import { Ladder } from '@/pictures/ladder';
import { LevelStrip } from '@/pictures/level-strip';
import { Loop } from '@/pictures/loop';
import { Figure } from '@/pictures/figure';
import { HoldStrip } from '@/pictures/hold-strip';
import { RingGlyph } from '@/pictures/ring-glyph';
import { Rings } from '@/pictures/rings';
import { ANGLE, around, CENTRE_Y, isSilent, outline, pointOn, REACH, RINGS } from '@/pictures/rings-geometry';
import { Staves } from '@/pictures/staves';
import { TapStrip } from '@/pictures/tap-strip';
import { Trunk } from '@/pictures/trunk';
import { must } from '../helpers';

const draw = (picture: ReactElement): string => {
  const svg = renderToStaticMarkup(picture);
  expect(svg).not.toMatch(/NaN|Infinity|undefined/);
  return svg;
};
const count = (svg: string, part: RegExp): number => [...svg.matchAll(new RegExp(part, 'g'))].length;

const sequence: Sequence = must(
  propose({
    library: LIBRARY,
    needs: { lowBreath: 2, exhaleLength: 1, floorLink: 1, settle: 0.3 },
    flags: {},
    props: [...PROPS],
    minutes: 12,
    school: 'lowQuiet',
    comfortableExhaleS: 5,
    ownedLevel: 1,
    relook: 'rings',
  }),
);

describe('the geometry of the rings', () => {
  it('puts the front below, the back above, and the client’s right on the left', () => {
    const [fx, fy] = pointOn('belly', ANGLE.front, 0);
    const [, by] = pointOn('belly', ANGLE.back, 0);
    const [rx] = pointOn('belly', ANGLE.right, 0);
    const [lx] = pointOn('belly', ANGLE.left, 0);
    expect(fy).toBeGreaterThan(by);
    expect(fx).toBeCloseTo(RINGS.belly.cx, 9);
    expect(rx).toBeLessThan(lx);
  });
  it('reaches further out with a larger excursion', () => {
    const distance = (v: number) => pointOn('belly', ANGLE.front, v * REACH)[1] - CENTRE_Y;
    expect(distance(1) - distance(0)).toBeCloseTo(REACH, 9);
  });
  it('keeps a zone where it is and fills in between', () => {
    const values = around('lowerRibs', { lowerRibsRight: 1, lowerRibsLeft: 0, lowerRibsBack: 0.5 });
    expect(values).toHaveLength(8);
    expect([values[2], values[4], values[6]]).toEqual([0, 0.5, 1]);
    expect(values[5]).toBeCloseTo(0.75, 9);
    expect(values[0]).toBeCloseTo(0.5, 9);
  });
  it('makes no dent beside a zone at its end', () => {
    const { cx, rx, ry } = RINGS.belly;
    // How far out each point of the outline lies, in half axes of the ring at rest.
    const out = [...outline('belly', [1, 0, 0, 0, 0, 0, 0, 0]).matchAll(/(-?[\d.]+),(-?[\d.]+)/g)].map(
      ([, x, y]) => Math.hypot((Number(x) - cx) / rx, (Number(y) - CENTRE_Y) / ry),
    );
    expect(Math.min(...out)).toBeGreaterThan(0.97);
    expect(Math.max(...out)).toBeCloseTo(1 + REACH / ry, 1);
  });
  it('calls a zone silent only when it was looked at', () => {
    expect(isSilent({ belly: 0.1 }, 'belly')).toBe(true);
    expect(isSilent({ belly: 0.2 }, 'belly')).toBe(false);
    expect(isSilent({}, 'belly')).toBe(false);
  });
});

describe('rings', () => {
  const seen = { sternum: 0.5, belly: 0.5, lowerRibsBack: 0, lowerRibsLeft: 1 };
  it('say where the breath went to those who do not see them', () => {
    expect(draw(<Rings seen={seen} />)).toContain(
      'sternum 50 %, belly 50 %, lower ribs, back 0 %, lower ribs, left 100 %',
    );
    expect(draw(<Rings seen={{}} />)).toContain('nothing looked at');
  });
  it('dot what is silent, hatch what was seen and share out the rest', () => {
    const svg = draw(<Rings seen={seen} />);
    expect(count(svg, /silent-dots/)).toBe(1);
    expect(count(svg, /breath-hatch/)).toBe(3);
    expect(svg).toContain('25 % of the breath');
    expect(svg).toContain('50 % of the breath');
  });
  it('show the target dashed and a look before as a line', () => {
    expect(draw(<Rings seen={seen} target={TARGET.allRound} />)).toContain('stroke-dasharray');
    expect(draw(<Rings seen={seen} />)).not.toContain('stroke-dasharray');
    const more = count(draw(<Rings seen={seen} before={{ belly: 0.2 }} />), /<path/);
    expect(more).toBe(count(draw(<Rings seen={seen} />), /<path/) + 3);
  });
  it('become seven sliders when they are an input', () => {
    const svg = draw(<Rings seen={seen} onChange={() => undefined} />);
    expect(count(svg, /role="slider"/)).toBe(7);
    expect(svg).toContain('aria-valuetext="not looked at"');
    expect(count(draw(<Rings seen={seen} />), /role="slider"/)).toBe(0);
  });
  it('have a small form without words', () => {
    expect(draw(<RingGlyph seen={seen} />)).not.toContain('<text');
  });
});

describe('staves', () => {
  const blocks = sequence.blocks.length;
  it('draw a name and a cue for every block, and the look again; figures come a moment later', () => {
    const svg = draw(<Staves sequence={sequence} scale={1.5} onPick={() => undefined} />);
    expect(count(svg, /role="button"/)).toBe(blocks);
    expect(svg).toContain('Look again');
    expect(svg).toContain('10 min');
  });
  it('draw single breaths near and an envelope with a count far', () => {
    const paced = sequence.blocks.filter((b) => b.breathing.kind === 'paced').length;
    expect(draw(<Staves sequence={sequence} scale={1.5} />)).not.toContain('×');
    expect(count(draw(<Staves sequence={sequence} scale={0.1} />), /×\d+/)).toBeGreaterThanOrEqual(paced);
  });
  it('mark what breaks a rule, the chosen block and the playhead', () => {
    const id = sequence.blocks[0]!.id;
    const svg = draw(
      <Staves
        sequence={sequence}
        scale={1}
        selected={new Set([id])}
        onPick={() => undefined}
        marked={new Map([[id, 'stop' as const]])}
        playheadS={30}
      />,
    );
    expect(count(svg, /, breaks a rule/)).toBe(1);
    expect(count(svg, /aria-pressed="true"/)).toBe(1);
    expect(count(svg, /var\(--stop\)/)).toBe(2);
  });
  it('are as wide as their time', () => {
    const width = (scale: number) =>
      Number(/<svg width="([\d.]+)"/.exec(draw(<Staves sequence={sequence} scale={scale} />))![1]);
    expect(width(2) - width(1)).toBeCloseTo(720, 6);
  });
});

describe('the breath line', () => {
  const timeline = timelineOf(
    { kind: 'paced', pattern: pattern(4, 1, 6, 2) },
    { breaths: 3, rounds: 2, restS: 10, sides: 1 },
  );
  it('is true to the second: one stroke a phase', () => {
    const paths = breathPaths(
      timeline,
      (t) => t,
      (v) => v,
    );
    expect(count(paths.rise, /M/)).toBe(6);
    expect(count(paths.fall, /M/)).toBe(6);
    expect(count(paths.held, /M/)).toBe(12);
    expect(count(paths.quiet, /M/)).toBe(1);
    expect(paths.rise.startsWith('M0.0,0.0')).toBe(true);
    expect(paths.fall.startsWith('M5.0,1.0')).toBe(true);
  });
  it('moves left as time goes, three breaths ahead in sight', () => {
    const coached = coachedBlock(layoutOf(sequence).placed[0]!);
    const shift = (t: number) =>
      Number(/translate\(([-\d.]+),0\)/.exec(draw(<BreathLine coached={coached} t={t} />))![1]);
    const inhales = coached.timeline.spans.filter((s) => s.phase === 'inhale').map((s) => s.startS);
    const breathS = inhales[1]! - inhales[0]!;
    const aSecond = (shift(0) - shift(2)) / 2;
    // The line is 1216 wide and its mark stands at 300.
    expect(aSecond * 3 * breathS).toBeLessThanOrEqual(1216 - 300 + 1);
    expect(aSecond * 3 * breathS).toBeGreaterThan(1216 - 300 - 3);
  });
  it('is drawn no wider for short breaths, and shows what was measured up to the mark', () => {
    const placed = layoutOf(sequence).placed[0]!;
    const short = { kind: 'paced' as const, pattern: { inhaleS: 1, holdInS: 0, exhaleS: 2, holdOutS: 0 } };
    const coached = coachedBlock({ ...placed, block: { ...placed.block, breathing: short } });
    const measured = [
      { t: 1, v: -3 },
      { t: 2, v: 5 },
      { t: 3, v: 1 },
    ];
    const drawn = draw(<BreathLine coached={coached} t={3} measured={measured} />);
    const shift = Number(/translate\(([-\d.]+),0\)/.exec(drawn)![1]);
    expect(shift).toBeCloseTo(300 - 3 * 44, 1);
    // From the lowest to the highest as high as the line, the newest at the mark.
    expect(/points="([^"]+)"/.exec(drawn)![1]).toBe('212.0,104.0 256.0,14.0 300.0,59.0');
    expect(draw(<BreathLine coached={coached} t={3} />)).not.toContain('<polyline');
  });
});

describe('the trunk', () => {
  const still = { floorPct: 0, controlPct: 0, squeezePct: 0 };
  it('says which way diaphragm and pelvic floor go', () => {
    expect(draw(<Trunk volume={0.5} tone={still} rising />)).toContain('diaphragm and pelvic floor go down');
    expect(draw(<Trunk volume={0.5} tone={still} rising={false} />)).toContain(
      'diaphragm and pelvic floor rise',
    );
    expect(draw(<Trunk volume={1} tone={still} rising={null} />)).toContain('held');
  });
  it('thickens wall and base by their tone', () => {
    expect(draw(<Trunk volume={0} tone={still} rising={null} />)).not.toContain('var(--tone)');
    expect(
      count(
        draw(<Trunk volume={0} tone={{ ...still, floorPct: 25, controlPct: 15 }} rising={null} />),
        /var\(--tone\)/,
      ),
    ).toBe(2);
  });
  it('moves the lid down and the base down with the breath in', () => {
    const lid = (volume: number) =>
      Number(
        /C[\d.]+,([\d.]+) [\d.]+,[\d.]+ [\d.]+,[\d.]+" fill="none" stroke="[^"]+" stroke-width="5"/.exec(
          draw(<Trunk volume={volume} tone={still} rising />),
        )![1],
      );
    expect(lid(1)).toBeGreaterThan(lid(0) + 30);
  });
});

describe('strips', () => {
  it('draw a tapped breath up for in and down for out, with marks to take out', () => {
    const svg = draw(<TapStrip taps={[0, 2, 8, 10]} first="inhale" onRemove={() => undefined} />);
    expect(count(svg, /stroke="var\(--rise\)"/)).toBe(2);
    expect(count(svg, /stroke="var\(--fall\)"/)).toBe(1);
    expect(svg).toContain('Tap 2 at 2.00 s: take it out');
    expect(draw(<TapStrip taps={[]} first="inhale" />)).toBe('');
  });
  it('end a hold as it ended and show the noise only from two calm tries', () => {
    const trial = (holdS: number, end: 'calm' | 'mouth' | 'gasp') => ({
      position: 'hookLying' as const,
      holdS,
      end,
      breathlessness: 3,
    });
    const svg = draw(<HoldStrip trials={[trial(20, 'calm'), trial(24, 'calm'), trial(31, 'gasp')]} />);
    expect(svg).toContain('20 s, calm; 24 s, calm; 31 s, gasp');
    expect(count(svg, /<rect/)).toBe(1);
    expect(count(draw(<HoldStrip trials={[trial(20, 'calm')]} />), /<rect/)).toBe(0);
  });
  it('mark the breaths of bands, grey a gap and hatch what cannot be trusted', () => {
    const { record } = simulateBands(
      bandSetup({
        events: [
          { kind: 'loss', atS: 40, lengthS: 8, channel: 0 },
          { kind: 'cough', atS: 80, lengthS: 1, channel: 0 },
        ],
      }),
      120,
    );
    const analysis = must(analyse(record));
    const svg = draw(<BandPicture preview={previewOf(record, analysis)} analysis={analysis} />);
    expect(svg).toContain(`${analysis.breaths.length} breaths found`);
    expect(count(svg, /fill="var\(--rule\)"/)).toBe(1);
    expect(count(svg, /fill="url\(#not-trusted\)"/)).toBe(2);
    expect(count(svg, /v?8z" fill="var\(--fall\)"|h8z" fill="var\(--fall\)"/)).toBe(analysis.counted);
  });
  it('name the phase of a loop, and fall silent where there is none', () => {
    const { record } = simulateBands(bandSetup({ way: 'upperChest' }), 60);
    const analysis = must(analyse(record));
    const { loops } = previewOf(record, analysis);
    expect(loops).toHaveLength(analysis.breaths.length);
    expect(draw(<Loop loops={loops} chosen={0} phaseDeg={34} leads="ribs" />)).toContain(
      '34 degrees apart, ribs lead',
    );
    expect(draw(<Loop loops={[]} chosen={null} phaseDeg={null} leads={null} />)).not.toContain('<path');
  });
  it('show what a ladder keeps of the low breath, most supported at the bottom', () => {
    const row = (belly: number) => ({ belly, lowerRibsRight: belly, lowerRibsLeft: belly });
    const rows = ladderOf({ hookLying: row(0.8), standing: row(0.4) });
    const svg = draw(<Ladder rows={rows} />);
    expect(svg).toContain('50 % of lying');
    expect(svg.indexOf('>standing<')).toBeLessThan(svg.indexOf('>hook-lying<'));
    expect(draw(<Ladder rows={[]} empty={['sittingArched']} onChange={() => undefined} />)).toContain(
      'belly, sitting, arched',
    );
  });
  it('fill what was heard as an exhale', () => {
    const levels = levelMeter(16000)(exhaleSound('even', 4).samples);
    const svg = draw(<LevelStrip levels={levels} exhales={must(heardExhales(levels))} />);
    expect(svg).toContain('1 exhale heard');
    expect(count(svg, /opacity="0.3"/)).toBe(1);
  });
});

describe('figures', () => {
  it('name the position and what is held', () => {
    expect(draw(<Figure position="hookLying" props={['ball', 'wall']} />)).toContain(
      'aria-label="hook-lying, one hand on the belly, one on the sternum, with soft ball"',
    );
    expect(draw(<Figure position="standing" view="front" title="from the front" />)).toContain(
      'aria-label="from the front"',
    );
  });
});
