import { FLAG_LABEL } from '@/core/screen/flags';
import { POSITION_PROPS } from '@/core/screen/verdict';
import { CUE_KINDS, DEMANDS, Drill, STAGES, stageRank } from '@/core/drills/drill';
import { drillById, LIBRARY } from '@/core/drills/library';
import { NEEDS } from '@/core/read/needs';
import { LIFT_PCT } from '@/core/tone/tone';

describe('the shipped drills', () => {
  it('are at least 16, over every stage but load, with names of their own', () => {
    expect(LIBRARY.length).toBeGreaterThanOrEqual(16);
    expect(new Set(LIBRARY.map((d) => d.stage))).toEqual(new Set(STAGES.filter((s) => s !== 'load')));
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
      expect(d.demands).toContain('breathHold');
    if (d.tone.floor === 'lift') {
      expect(d.demands).toContain('floorLift');
      expect(d.tone.floorPct >= LIFT_PCT.least && d.tone.floorPct <= LIFT_PCT.most).toBe(true);
    }
    for (const cue of d.cues) expect(cue.text.split(/\s+/).length).toBeLessThanOrEqual(12);
    expect(new Set(d.cues.map((c) => c.kind)).size).toBeGreaterThanOrEqual(3);
    expect(Object.keys(d.serves).length).toBeGreaterThan(0);
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
