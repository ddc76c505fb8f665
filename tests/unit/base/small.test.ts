import * as z from 'zod/mini';
import { cleanName } from '@/core/base/clean-text';
import { keptByRule } from '@/core/base/keep-rule';
import { listed } from '@/core/base/listed';
import { inMb } from '@/core/base/megabytes';
import { mended } from '@/core/base/mend';
import { numberWord, shareWord, timesWord } from '@/core/base/number-words';
import { omit } from '@/core/base/omit';
import { parseWith } from '@/core/base/parse';
import { afterSave, judgeSave, over, type Kept, type Save } from '@/core/base/revision';
import { sameRecord } from '@/core/base/same';
import { readableSource } from '@/core/base/source';
import {
  clamp,
  extremesOf,
  median,
  percentile,
  roundTo,
  senSlope,
  standardDeviation,
} from '@/core/base/statistics';
import { GLOSSARY, wordsOn } from '@/core/base/glossary';
import { must, why } from '../helpers';

describe('statistics, by hand', () => {
  it('the middle of few values and of many', () => {
    expect([median([3]), median([1, 9]), median([5, 1, 3]), median([4, 1, 3, 2])]).toEqual([3, 5, 3, 2.5]);
    const many = Array.from({ length: 101 }, (_, i) => (i * 37) % 101);
    expect(median(many)).toBe(50);
    expect(median(many.slice(0, 41))).toBe([...many.slice(0, 41)].toSorted((a, b) => a - b)[20]);
    const kept = [3, 1, 2];
    median(kept);
    expect(kept).toEqual([3, 1, 2]);
  });
  it('percentiles: the nearest one below, the largest at the end', () => {
    const v = [10, 40, 20, 30];
    expect([0, 0.25, 0.49, 0.5, 0.99, 1].map((s) => percentile(v, s))).toEqual([10, 20, 20, 30, 40, 40]);
    expect(percentile([], 0.5)).toBeNaN();
  });
  it('spread, extremes, clamp and rounding', () => {
    expect(standardDeviation([2, 4, 4, 4, 5, 5, 7, 9])).toBeCloseTo(Math.sqrt(32 / 7), 12);
    expect([standardDeviation([]), standardDeviation([7])]).toEqual([0, 0]);
    expect(standardDeviation([1, 3])).toBeCloseTo(Math.SQRT2, 12);
    expect(extremesOf([5, 1, 9, 3])).toEqual({ low: 1, high: 9 });
    expect(extremesOf([5, 1, 9, 3], 2)).toEqual({ low: 3, high: 9 });
    expect(extremesOf([5, 1, 9, 3], 0, 2)).toEqual({ low: 1, high: 5 });
    expect([clamp(5, 0, 3), clamp(-1, 0, 3), clamp(2, 0, 3)]).toEqual([3, 0, 2]);
    expect([roundTo(0.3 * 3, 0.1), roundTo(7.26, 0.5), roundTo(66.929, 0.1)]).toEqual([0.9, 7.5, 66.9]);
  });
  it('the slope that outliers hardly move (Sen 1968)', () => {
    expect(senSlope([0, 1, 2, 3], [1, 3, 5, 7])).toBe(2);
    expect(senSlope([0, 1, 2, 3, 4], [1, 3, 5, 70, 9])).toBe(2);
    expect([senSlope([], []), senSlope([1], [5]), senSlope([1, 1], [5, 9])]).toEqual([0, 0, 0]);
    const x = Array.from({ length: 600 }, (_, i) => i);
    expect(
      senSlope(
        x,
        x.map((v) => 3 - 0.5 * v),
        10,
      ),
    ).toBeCloseTo(-0.5, 12);
  });
});

describe('words', () => {
  it('numbers up to twenty with halves, beyond in figures', () => {
    expect([0, 1, 3.5, 0.5, 20, 20.5, 21, 2.25].map(numberWord)).toEqual([
      'zero',
      'one',
      'three and a half',
      'half',
      'twenty',
      'twenty and a half',
      '21',
      '2.3',
    ]);
    expect([1, 2, 3, 30].map(timesWord)).toEqual(['once', 'twice', 'three times', '30 times']);
  });
  it('shares by the nearest that has a name', () =>
    expect([0, 5, 8, 30, 36, 37, 50, 95.1, 100].map(shareWord)).toEqual([
      'a twentieth',
      'a twentieth',
      'a tenth',
      'a third',
      'a third',
      'two fifths',
      'half',
      'all',
      'all',
    ]));
  it('lists, megabytes, names and sources', () => {
    expect([listed([]), listed(['a']), listed(['a', 'b']), listed(['a', 'b', 'c'])]).toEqual([
      '',
      'a',
      'a and b',
      'a, b and c',
    ]);
    expect(inMb(1_572_864)).toBe('1.5 MB');
    expect(cleanName('  Ann\t\tB\u200b\u202e   C\r\nD ')).toBe('Ann B C D');
    expect(cleanName('e\u0301')).toBe('é');
    expect(readableSource('P60; MacDougall 1985')).toBe('MacDougall 1985');
    expect(readableSource('P8')).toBe('common practice');
    expect(readableSource('P2, P5, common practice')).toBe('common practice');
    expect(readableSource('P17; phase angle: Konno & Mead 1967')).toBe('phase angle: Konno & Mead 1967');
    expect(readableSource('')).toBe('common practice');
  });
  it('words of the trade that stand in a text, in the order of the alphabet', () => {
    const found = wordsOn('Sighs, and a silent zone.');
    expect(found).toEqual(expect.arrayContaining(['sigh', 'zone']));
    const words = found.map((term) => GLOSSARY[term].word);
    expect(words).toEqual(words.toSorted());
    expect(wordsOn('nothing here').length).toBe(0);
  });
});

describe('copies that are kept', () => {
  const day = (n: number, hour = 12) => new Date(2026, 2, 31 - n, hour).toISOString();
  it('the newest of each of the last days, weeks and months that have one', () => {
    const daily = Array.from({ length: 10 }, (_, i) => day(i));
    const rule = { days: 3, weeks: 0, months: 0 };
    expect(keptByRule(daily, rule)).toEqual(new Set(daily.slice(0, 3)));
    // Two of one day: the later. A day without one does not count.
    const gaps = [day(0, 8), day(0, 20), day(5), day(9)];
    expect(keptByRule(gaps, rule)).toEqual(new Set([day(0, 20), day(5), day(9)]));
    // 31 March 2026 is a Tuesday: its week began on Monday the 30th.
    expect(keptByRule(daily, { days: 0, weeks: 2, months: 0 })).toEqual(new Set([day(0), day(2)]));
    expect(keptByRule([day(0), day(20), day(40)], { days: 0, weeks: 0, months: 2 })).toEqual(
      new Set([day(0), day(40)]),
    );
    expect(keptByRule([])).toEqual(new Set());
  });
  it('by the rule of the house seven days, five weeks, twelve months', () => {
    const all = Array.from({ length: 500 }, (_, i) => day(i));
    const kept = [...keptByRule(all)];
    expect(kept).toEqual(expect.arrayContaining(all.slice(0, 7)));
    expect(kept).not.toContain(all[8]);
    expect(kept.length).toBeLessThanOrEqual(24);
    expect(new Set(kept.map((at) => at.slice(0, 7))).size).toBe(12);
  });
});

describe('a record that is mended', () => {
  const Entry = z.object({ id: z.string(), n: z.int() });
  const Schema = z.object({
    name: z.string(),
    list: z.optional(z.array(Entry)),
    deep: z.optional(z.object({ a: z.number(), b: z.optional(z.number()) })),
    tags: z.optional(z.array(z.string())),
  });
  const mend = (input: unknown, earlier: unknown = undefined) => mended(Schema, input, earlier);
  it('one bad value gives way to what was there before, or to nothing', () => {
    expect(must(mend({ name: 'x', deep: { a: 1, b: 'no' } }))).toMatchObject({
      value: { name: 'x', deep: { a: 1 } },
      refused: [expect.stringMatching(/^deep\.b: /)],
    });
    expect(must(mend({ name: 'x', deep: { a: 1, b: 'no' } }, { deep: { b: 7 } })).value).toEqual({
      name: 'x',
      deep: { a: 1, b: 7 },
    });
    expect(must(mend({ name: 3 }, { name: 'before' })).value).toEqual({ name: 'before' });
    expect(must(mend({ name: 'fine' })).refused).toEqual([]);
  });
  it('what must be there takes with it what it stands in', () => {
    expect(must(mend({ name: 'x', deep: { a: 'no', b: 2 } })).value).toEqual({ name: 'x' });
    expect(must(mend({ name: 'x', deep: { a: 'no', b: 2 } }, { deep: { a: 5 } })).value).toEqual({
      name: 'x',
      deep: { a: 5, b: 2 },
    });
  });
  it('a bad entry of a list goes alone', () => {
    const list = (...entries: unknown[]) => must(mend({ name: 'x', list: entries }));
    expect(list({ id: 'a', n: 1 }, { id: 'b', n: 0.5 }, { id: 'c', n: 3 }).value.list).toEqual([
      { id: 'a', n: 1 },
      { id: 'c', n: 3 },
    ]);
    expect(list(null, { id: 'c', n: 3 }, 'text').value.list).toEqual([{ id: 'c', n: 3 }]);
    expect(must(mend({ name: 'x', tags: ['a', 3, 'b'] })).value.tags).toEqual(['a', 'b']);
  });
  it('several bad entries beside each other go, each named by where it stood, and the rest stays', () => {
    const two = must(mend({ name: 'x', tags: [1, 2, 'good', 3, 'too'] }));
    expect(two.value.tags).toEqual(['good', 'too']);
    expect(two.refused.map((r) => r.split(':')[0])).toEqual(['tags.0', 'tags.1', 'tags.3']);
    const lists = must(
      mend({ name: 'x', list: [{ id: 'a', n: 0.5 }, { id: 'b' }, { id: 'c', n: 1 }, { n: 2 }] }),
    );
    expect(lists.value.list).toEqual([{ id: 'c', n: 1 }]);
    expect(lists.refused.map((r) => r.split(':')[0])).toEqual(['list.0.n', 'list.1.n', 'list.3.id']);
  });
  it('fails where the record cannot stand without it, and where nothing of it is right', () => {
    expect(why(mend({ name: 3 }))).toMatch(/^name: /);
    expect(why(mend('text'))).toMatch(/^input: /);
    expect(why(mend({ name: 'x', tags: Array.from({ length: 60 }, () => 1) }))).toMatch(/^tags\.0: /);
    expect(must(mend({ name: 'x', tags: Array.from({ length: 40 }, () => 1) })).value.tags).toEqual([]);
  });
});

const save = (rev: number, writer: string | null, n: number, data = 'new'): Save<string> => ({
  rev,
  data,
  keepEarlier: false,
  stamp: writer === null ? null : { writer, n },
});

describe('saves over a revision', () => {
  const kept: Kept<string> = { rev: 7, data: 'is', writer: 'w', n: 4, from: 5 };
  it('one that is there already, one that goes on, one that meets somebody else', () => {
    expect(judgeSave(kept, save(7, 'w', 4))).toBe('already');
    expect(judgeSave(kept, save(7, 'w', 3))).toBe('already');
    expect(judgeSave(kept, save(7, 'w', 5))).toBe('store');
    expect(judgeSave(kept, save(7, 'v', 1))).toBe('store');
    expect(judgeSave(kept, save(7, null, 0))).toBe('store');
    // Own saves from revision 5 on were not heard of.
    expect(judgeSave(kept, save(5, 'w', 5))).toBe('store');
    expect(judgeSave(kept, save(4, 'w', 5))).toBe('conflict');
    expect(judgeSave(kept, save(8, 'w', 5))).toBe('conflict');
    expect(judgeSave(kept, save(5, 'v', 5))).toBe('conflict');
    expect(judgeSave(kept, save(6, null, 0))).toBe('conflict');
    expect(judgeSave(kept, save(3, 'v', 1, 'is'))).toBe('already');
    expect(judgeSave({ ...kept, writer: null }, save(5, null, 0))).toBe('conflict');
  });
  it('what is kept after it: the same hand goes on, another begins', () => {
    expect(afterSave(kept, save(7, 'w', 5))).toEqual({ rev: 8, data: 'new', writer: 'w', n: 5, from: 5 });
    expect(afterSave(kept, save(7, 'v', 1))).toEqual({ rev: 8, data: 'new', writer: 'v', n: 1, from: 7 });
    expect(afterSave(kept, over(7, 'own'))).toEqual({ rev: 8, data: 'own', writer: null, n: 0, from: 7 });
    expect(afterSave({ ...kept, writer: null }, over(7, 'own'))).toMatchObject({ from: 7 });
    // The same said once more is no new revision, but it is the last that this hand said.
    expect(afterSave(kept, save(5, 'w', 6, 'is'))).toEqual({ ...kept, n: 6 });
    expect(afterSave(kept, save(7, 'v', 1, 'is'))).toMatchObject({ rev: 8, writer: 'v' });
    expect(over(3, 'x', true)).toEqual({ rev: 3, data: 'x', keepEarlier: true, stamp: null });
  });
});

describe('a page that is left says the same twice, and the second comes late', () => {
  const through = (kept: Kept<string>, ...saves: Save<string>[]) =>
    saves.reduce((now, s) => {
      const verdict = judgeSave(now, s);
      expect(verdict).not.toBe('conflict');
      return verdict === 'store' ? afterSave(now, s) : now;
    }, kept);
  const empty: Kept<string> = { rev: 0, data: '', writer: null, n: 0, from: 0 };
  it('the page after it, made from the first, meets nobody', () =>
    expect(
      through(
        empty,
        save(0, 'left', 1, 'seen 2'),
        save(0, 'left', 2, 'seen 2'),
        save(1, 'next', 1, 'seen 3'),
      ),
    ).toMatchObject({ rev: 2, data: 'seen 3', writer: 'next' }));
  it('an older word that comes later still does not come back', () =>
    expect(through(empty, save(0, 'w', 1, 'a'), save(0, 'w', 3, 'a'), save(0, 'w', 2, 'b')).data).toBe('a'));
});

describe('records that are the same', () => {
  it('whatever the order of keys; a key without a value is none', () => {
    expect(sameRecord({ a: 1, b: [1, { c: 2 }] }, { b: [1, { c: 2 }], a: 1, d: undefined })).toBe(true);
    expect(sameRecord([1, undefined], [1, null])).toBe(true);
    expect(sameRecord(NaN, NaN)).toBe(true);
    for (const [a, b] of [
      [{ a: 1 }, { a: 2 }],
      [{ a: 1 }, { b: 1 }],
      [{ a: 1 }, { a: 1, b: 2 }],
      [[1], [1, 2]],
      [[1, 2], [1]],
      [[], {}],
      [null, {}],
      [{}, null],
      ['1', 1],
      [{}, 'x'],
      [
        [1, 2],
        [2, 1],
      ],
    ] as const)
      expect(sameRecord(a, b)).toBe(false);
  });
  it('without some of its fields, and the first problem of an input by name', () => {
    expect(omit({ a: 1, b: 2, c: 3 }, 'b', 'c')).toEqual({ a: 1 });
    const S = z.object({ a: z.object({ b: z.number() }) });
    expect(parseWith(S, { a: { b: 'x' } })).toMatchObject({
      ok: false,
      field: 'a.b',
      why: expect.stringMatching(/^a\.b: /) as string,
    });
    expect(parseWith(S, 3)).toMatchObject({ ok: false, field: 'input' });
    expect(parseWith(S, { a: { b: 1 } })).toEqual({ ok: true, value: { a: { b: 1 } } });
  });
});
