import { wordsOfDrill } from '@/core/sequence/words';
import { FLAG_LABEL } from '@/core/screen/flags';
import { POSITION_PROPS } from '@/core/safety/verdict';
import { FIGURES, suits, type FigureName } from '@/core/body/figure/figures';
import { AIM_CUES, aimsOf, cuesOf } from '@/core/drills/aim-cues';
import { contradictionIn, CUE_KINDS, DEMANDS, STAGES, stageRank, STEP_KINDS } from '@/core/drills/drill';
import { Drill } from '@/core/drills/drill.schema';
import { drillById, LIBRARY } from '@/core/drills/library';
import { NEEDS } from '@/core/aims/needs';
import { LIFT_PCT } from '@/core/tone/tone';

describe('the shipped drills', () => {
  it('are at least 60, over every stage, with names of their own', () => {
    expect(LIBRARY.length).toBeGreaterThanOrEqual(60);
    expect(new Set(LIBRARY.map((d) => d.stage))).toEqual(new Set(STAGES));
    expect(new Set(LIBRARY.map((d) => d.id)).size).toBe(LIBRARY.length);
    expect(new Set(LIBRARY.map((d) => d.name)).size).toBe(LIBRARY.length);
  });
  it('pass their schema, which refuses a drill without cues', () => {
    const drill = LIBRARY[0]!;
    expect(Drill.safeParse(drill).success).toBe(true);
    expect(Drill.safeParse({ ...drill, cues: [] }).success).toBe(false);
    expect(Drill.safeParse({ ...drill, positions: ['hanging'] }).success).toBe(false);
  });
  it.each(LIBRARY.map((d) => [d.id, d] as const))('%s keeps to itself what it asks of others', (_, d) => {
    const [least, most] = d.range;
    const usual = d.breathing.kind === 'free' ? d.breathing.freeS : d.usual.breaths;
    expect(least <= usual && usual <= most).toBe(true);
    if (d.exhaleRangeS && d.breathing.kind === 'paced') {
      expect(d.exhaleRangeS[0]).toBeLessThanOrEqual(d.breathing.pattern.exhaleS);
      expect(d.exhaleRangeS[1]).toBeGreaterThanOrEqual(d.breathing.pattern.exhaleS);
    }
    if (
      d.breathing.kind === 'paced' &&
      Math.max(d.breathing.pattern.holdInS, d.breathing.pattern.holdOutS) > 1
    )
      expect(d.demands.includes('breathHold') || d.demands.includes('fullHold')).toBe(true);
    if (d.tone.floor === 'lift') {
      expect(d.demands).toContain('floorLift');
      expect(d.tone.floorPct >= LIFT_PCT.least && d.tone.floorPct <= LIFT_PCT.most).toBe(true);
    }
    for (const cue of d.cues) expect(cue.text.split(/\s+/).length).toBeLessThanOrEqual(12);
    expect(new Set(d.cues.map((c) => c.kind)).size).toBeGreaterThanOrEqual(3);
    expect(Object.keys(d.serves).length).toBeGreaterThan(0);
    expect(contradictionIn(d)).toBeNull();
    expect(new Set(d.steps.map((s) => s.kind)).size).toBeGreaterThanOrEqual(3);
    expect(d.steps.map((s) => STEP_KINDS.indexOf(s.kind))).toEqual(
      [...d.steps.map((s) => STEP_KINDS.indexOf(s.kind))].sort((a, b) => a - b),
    );
    expect(d.faults.length).toBeGreaterThanOrEqual(2);
    for (const figure of [d.figure.start, d.figure.end])
      if (figure) expect([figure, suits(figure, d.positions[0]!)]).toEqual([figure, true]);
    if (/(lifts|raises|bends|presses|pulls|floats|stands|rolls)/.test(wordsOfDrill(d).movement))
      expect([d.id, d.figure.end !== undefined]).toEqual([d.id, true]);
  });
  it.each(LIBRARY.map((d) => [d.id, d] as const))(
    '%s has three kinds of cue or more for each of its aims',
    (_, d) => {
      for (const aim of aimsOf(d))
        expect(
          new Set(
            cuesOf(d)
              .filter((c) => d.cues.includes(c) || AIM_CUES[aim].includes(c))
              .map((c) => c.kind),
          ).size,
        ).toBeGreaterThanOrEqual(3);
    },
  );
  it('have cues of every kind for every aim, each short, none twice', () => {
    for (const need of NEEDS) {
      expect([...new Set(AIM_CUES[need].map((c) => c.kind))]).toEqual([...CUE_KINDS]);
      for (const c of AIM_CUES[need])
        expect([c.text, c.text.split(/\s+/).length <= 12]).toEqual([c.text, true]);
    }
    // What counts or names a thing, and what two drills of one movement share, may be said in the same words.
    const all = [...LIBRARY.flatMap((d) => d.cues), ...NEEDS.flatMap((n) => AIM_CUES[n])]
      .filter((c) => c.kind !== 'count' && !c.text.includes('{'))
      .map((c) => c.text);
    expect(all.filter((t, i) => all.indexOf(t) !== i)).toEqual([]);
  });
  it('use every figure, and each figure in a position that it was drawn for', () => {
    const used = new Set(LIBRARY.flatMap((d) => [d.figure.start, d.figure.end]));
    // `armsLong` waits for a drill that is done so.
    expect((Object.keys(FIGURES) as FigureName[]).filter((f) => !used.has(f))).toEqual(['armsLong']);
  });
  it('name as first only drills that come earlier and can be owned before, without a circle', () => {
    const order = LIBRARY.map((d) => d.id);
    for (const d of LIBRARY)
      for (const first of d.ownedFirst) {
        const other = drillById(first)!;
        expect([d.id, first, stageRank(other.stage) <= stageRank(d.stage), other.level <= d.level]).toEqual([
          d.id,
          first,
          true,
          true,
        ]);
        if (other.stage === d.stage)
          expect([d.id, first, order.indexOf(first) < order.indexOf(d.id)]).toEqual([d.id, first, true]);
      }
  });
  it('lead down to a supported drill by their easier neighbours, without a circle', () => {
    for (const drill of LIBRARY) {
      const seen = new Set<string>();
      let at = drill;
      while (at.easier) {
        expect(seen.has(at.id)).toBe(false);
        seen.add(at.id);
        const next = drillById(at.easier);
        expect([at.id, next?.id]).toEqual([at.id, at.easier]);
        expect(stageRank(next!.stage)).toBeLessThanOrEqual(stageRank(at.stage));
        at = next!;
      }
      expect(at.level).toBe(0);
    }
  });
  it('serve every need with two drills or more, one of them simple', () => {
    for (const need of NEEDS) {
      const serving = LIBRARY.filter((d) => d.serves[need]);
      expect([need, serving.length >= 2, serving.some((d) => d.level <= 1)]).toEqual([need, true, true]);
    }
  });
  it('bar by flags that exist and demand what rules know', () => {
    for (const d of LIBRARY) {
      for (const flag of Object.keys(d.bars)) expect(Object.keys(FLAG_LABEL)).toContain(flag);
      for (const demand of d.demands) expect(DEMANDS).toContain(demand);
      for (const cue of d.cues) expect(CUE_KINDS).toContain(cue.kind);
    }
  });
  it('do not ask for the prop that the position brings already', () => {
    const doubled = LIBRARY.filter(
      (d) =>
        d.positions.length === 1 &&
        POSITION_PROPS[d.positions[0]!] &&
        d.helpful.includes(POSITION_PROPS[d.positions[0]!]!),
    );
    expect(doubled.map((d) => d.id)).toEqual([]);
  });
});
