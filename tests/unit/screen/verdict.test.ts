import fc from 'fast-check';
import { POSITION } from '@/core/body/positions';
import { LIBRARY } from '@/core/drills/library';
import { describeFlag, FLAG_GROUPS, FLAG_LABEL, setFlags } from '@/core/screen/flags';
import { Flags } from '@/core/screen/flags.schema';
import { omit } from '@/core/base/omit';
import { flagEntry, FLAGS, type Flag } from '@/core/screen/flag-table';
import { openRedFlags } from '@/core/screen/red-flags';
import { LIGHT_PCT } from '@/core/safety/rules';
import { cautionsFor, verdictFor } from '@/core/safety/verdict';
import { parseWith } from '@/core/base/parse';
import { ALL_PROPS, anyFlags, anyProps, must, why } from '../helpers';

const verdicts = (flags: Flags, props = ALL_PROPS) =>
  LIBRARY.map((d) => ({ drill: d, verdict: verdictFor(d, flags, props) }));
const one = (id: string, flags: Flags, props = ALL_PROPS) =>
  verdictFor(
    LIBRARY.find((d) => d.id === id)!,
    flags,
    props,
  );

describe('verdicts', () => {
  it('allow everything to a client without flags who has every prop', () => {
    expect(
      verdicts({})
        .filter((v) => v.verdict.status !== 'allowed')
        .map((v) => v.drill.id),
    ).toEqual([]);
  });
  it('always give a reason with a source for what is changed or barred', () => {
    fc.assert(
      fc.property(anyFlags, anyProps, (flags, props) => {
        for (const { verdict } of verdicts(flags, props)) {
          if (verdict.status !== 'allowed') expect(verdict.reasons.length).toBeGreaterThan(0);
          for (const r of verdict.reasons) expect(r.text.length * r.source.length).toBeGreaterThan(0);
        }
      }),
    );
  });
  it('never open anything by adding a flag (rules only take away)', () => {
    fc.assert(
      fc.property(anyFlags, anyFlags, (a, b) => {
        // What is told more about a flag may also be good news: that a rib has healed, where a scar lies.
        const told = Object.keys(b).filter((flag) => flagEntry(flag as Flag).detailOf);
        const more = { ...omit(b, ...(told as (keyof Flags)[])), ...a };
        for (const { drill, verdict } of verdicts(more)) {
          const alone = verdictFor(drill, a, ALL_PROPS);
          if (alone.status === 'barred') expect(verdict.status).toBe('barred');
          expect(alone.positions).toEqual(expect.arrayContaining(verdict.positions));
        }
      }),
    );
  });

  // Practice P8: breath-holding with movement is not for pregnancy, cardiac or neurological disease. Common practice, no source.
  it.each([
    { pregnancyWeek: 12 },
    { cardiac: true },
    { neurological: true },
    { highBloodPressure: true },
    { panic: true },
  ] satisfies Flags[])('no hold longer than a second stays for %j', (flags) => {
    for (const { drill, verdict } of verdicts(flags)) {
      if (verdict.status === 'barred' || verdict.breathing.kind !== 'paced') continue;
      const { holdInS, holdOutS } = verdict.breathing.pattern;
      expect([drill.id, Math.max(holdInS, holdOutS) <= 1]).toEqual([drill.id, true]);
    }
    expect(one('shortCalmHolds', flags).status).toBe('barred');
    expect(one('emptyPause', flags).status).toBe('barred');
  });
  // Practice P9: late pregnancy, no added lift, seated or side-lying. Common practice; week 16 for the back: sources differ.
  it('late pregnancy: no back, no front, no lift', () => {
    for (const { verdict } of verdicts({ pregnancyWeek: 34 })) {
      expect(verdict.tone.floor === 'lift' && verdict.status !== 'barred').toBe(false);
      for (const p of verdict.positions)
        expect(POSITION[p].traits).not.toEqual(expect.arrayContaining(['supine']));
    }
    expect(one('floorSeat', { pregnancyWeek: 34 }).tone.floor).toBe('letGo');
    expect(one('floorSeat', { pregnancyWeek: 20 }).tone.floor).toBe('lift');
    expect(one('twoHands', { pregnancyWeek: 34 }).positions[0]).toBe('sideLying');
    expect(one('twoHands', { pregnancyWeek: 10 }).positions[0]).toBe('hookLying');
  });
  // Practice P10. Common practice, no source.
  it('a tense floor lets go first, a leaking one learns order before strength', () => {
    expect(one('floorSeat', { floorTension: true }).tone).toMatchObject({ floor: 'letGo', floorPct: 0 });
    expect(one('ballWrap', { floorTension: true }).tone.squeezePct).toBe(0);
    expect(one('heelLift', { leaking: true }).status).toBe('barred');
    expect(one('ballWrap', { leaking: true }).status).toBe('allowed');
    expect(one('hoverSqueeze', { heaviness: true }).status).toBe('barred');
  });
  it('a separated wall gets light tone and no limb load (Beer 2009 for the width, from memory)', () => {
    expect(one('setAndKeep', { separationMm: 26 }).tone.controlPct).toBeLessThanOrEqual(LIGHT_PCT);
    expect(one('hoverSqueeze', { separationMm: 26 }).status).toBe('barred');
    expect(one('hoverSqueeze', { separationMm: 15 }).status).toBe('allowed');
  });
  it('knees, wrists and shoulders bar the positions that need them', () => {
    expect(one('foldedBack', { knees: true }).status).toBe('barred');
    expect(one('sternumDown', { wrists: true }).status).toBe('barred');
    expect(one('counterLean', { shoulder: true }).status).toBe('barred');
    expect(one('headTurns', { knees: true, noSupine: true }).positions).toEqual(['sideLying', 'sitting']);
  });
  it('a balloon is barred where pressure harms, a straw where it harms the eyes; else it is short', () => {
    expect(one('balloonStack', { eyePressure: true }).status).toBe('barred');
    expect(one('strawExhale', { eyePressure: true }).status).toBe('barred');
    expect(one('strawExhale', { highBloodPressure: true })).toMatchObject({
      status: 'changed',
      shorter: true,
    });
  });
});

describe('props', () => {
  it('takes a substitute and says so; bars what has none', () => {
    const pillow = one('ballWrap', {}, ['pillow']);
    expect(pillow).toMatchObject({ status: 'changed', props: ['pillow'] });
    expect(pillow.reasons[0]!.text).toBe('pillow in place of the soft ball');
    expect(one('towelWrap', {}, ['wall'])).toMatchObject({
      status: 'missing',
      positions: [],
      reasons: [{ kind: 'prop', text: 'needs a stiff towel' }],
    });
    expect(one('wallFeetExhale', {}, []).reasons[0]!.text).toBe('needs a free wall');
  });
});

describe('flags', () => {
  it.each([
    [{ pregnancyWeek: 60 }, /pregnancyWeek: pregnancy: at most 44 weeks/],
    [{ pregnancyWeek: -1 }, /cannot be below 0/],
    [{ pregnancyWeek: 12.5 }, /whole weeks/],
    [{ separationMm: 900 }, /millimetres/],
    [{ backPain: 'sometimes' }, /backPain/],
    [{ wings: true }, /wings/],
  ])('refuses %j and names the field', (input, message) =>
    expect(why(parseWith(Flags, input))).toMatch(message),
  );
  it('takes a sensible set', () =>
    expect(must(parseWith(Flags, { pregnancyWeek: 34, knees: true }))).toEqual({
      pregnancyWeek: 34,
      knees: true,
    }));
  it.each(FLAGS)('asks %s within plausible limits, and says it in words', (flag) => {
    const entry = flagEntry(flag);
    const takes = (value: unknown) => parseWith(Flags, { [flag]: value }).ok;
    const [good, bad] = {
      yes: () => [
        [true, false],
        ['yes', 1],
      ],
      number: () => [
        [0, entry.kind === 'number' && entry.max],
        [-1, entry.kind === 'number' && entry.max + 1, 'many', NaN, Infinity],
      ],
      date: () => [['2026-03-31'], ['31.3.2026', '2026-13-01', true]],
      choice: () => [
        entry.kind === 'choice' ? entry.options.map((o) => o.value) : [],
        ['', 'sometimes', true],
      ],
    }[entry.kind]() as [unknown[], unknown[]];
    for (const value of good) expect([value, takes(value)]).toEqual([value, true]);
    for (const value of bad) expect([value, takes(value)]).toEqual([value, false]);
    const said = describeFlag({ [flag]: good[0] }, flag);
    expect(said.length).toBeGreaterThan(3);
    const told =
      entry.kind === 'choice' ? entry.options.find((o) => o.value === good[0])!.label : String(good[0]);
    if (entry.kind !== 'yes') expect(said).toContain(told);
  });
  it.each(FLAGS.filter((f) => flagEntry(f).bars ?? flagEntry(f).noHold))(
    'does with %s by itself what the table says of it',
    (flag) => {
      const { bars, noHold } = flagEntry(flag);
      for (const drill of LIBRARY) {
        const { positions, status } = verdictFor(drill, { [flag]: true }, ALL_PROPS);
        if (bars && status !== 'barred')
          expect(positions.filter((p) => POSITION[p].traits.includes(bars.trait))).toEqual([]);
        if (noHold && drill.demands.includes('moveInHold'))
          expect([drill.id, status]).toEqual([drill.id, 'barred']);
      }
    },
  );
  it('takes every client that the tests make up', () =>
    fc.assert(fc.property(anyFlags, (flags) => parseWith(Flags, flags).ok)));
  it('shows every flag in one group, with words', () => {
    expect(FLAG_GROUPS.flatMap((g) => g.flags).sort()).toEqual(Object.keys(FLAG_LABEL).sort());
    expect(setFlags({ pregnancyWeek: 0, knees: false, hernia: true })).toEqual(['pregnancyWeek', 'hernia']);
    expect(describeFlag({ pregnancyWeek: 34 }, 'pregnancyWeek')).toBe('pregnancy, week 34');
    expect(describeFlag({ backPain: 'either' }, 'backPain')).toBe('back pain on bending and arching');
  });
  it('cautions only the clients it is for', () => {
    expect(cautionsFor({})).toEqual([]);
    expect(
      cautionsFor({ pregnancyWeek: 34 })
        .map((c) => c.text)
        .join(' '),
    ).toMatch(/bleeding.*room for the belly/s);
  });
  it('a red flag stays open until an action is written', () => {
    const at = '2026-11-01T10:00:00.000Z';
    expect(
      openRedFlags([
        { flag: 'fainting', at },
        { flag: 'chestPain', at, action: 'seen by a doctor' },
      ]),
    ).toHaveLength(1);
  });
});
