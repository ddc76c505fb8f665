import fc from 'fast-check';
import * as z from 'zod/mini';
import { cleanName } from '@/core/base/clean-text';
import { mended } from '@/core/base/mend';
import { afterSave, judgeSave, over, type Kept, type Save } from '@/core/base/revision';
import { sameRecord } from '@/core/base/same';
import { LookData } from '@/core/look/look.schema';
import { must } from '../helpers';

const save = (writer: string, n: number, rev: number, data: string): Save<string> => ({
  rev,
  data,
  stamp: { writer, n },
  keepEarlier: false,
});
const empty: Kept<string> = { rev: 0, data: '', writer: null, n: 0, from: 0 };

describe('a save over a revision', () => {
  it('that is sent again does no harm and meets nobody', () => {
    const first = save('a', 1, 0, 'x');
    const kept = afterSave(empty, first);
    expect(judgeSave(kept, first)).toBe('already');
    expect(judgeSave(kept, save('a', 2, 0, 'xy'))).toBe('store');
  });
  it('by somebody else over an old revision is a conflict, unless both wrote the same', () => {
    const kept = afterSave(empty, save('a', 1, 0, 'x'));
    expect(judgeSave(kept, save('b', 1, 0, 'y'))).toBe('conflict');
    expect(judgeSave(kept, save('b', 1, 0, 'x'))).toBe('already');
    expect(judgeSave(kept, over(0, 'y'))).toBe('conflict');
  });
  it('may go over one’s own saves, never over another’s that came between', () => {
    const mine = afterSave(empty, save('a', 1, 0, 'x'));
    const other = afterSave(mine, save('b', 1, 1, 'y'));
    const again = afterSave(other, save('a', 2, 2, 'z'));
    expect(judgeSave(other, save('a', 2, 1, 'z'))).toBe('conflict');
    expect(judgeSave(again, save('a', 3, 1, 'zz'))).toBe('conflict');
    expect(judgeSave(again, save('a', 3, 2, 'zz'))).toBe('store');
    expect(judgeSave(again, save('a', 1, 0, 'x'))).toBe('already');
  });
});

describe('the same record', () => {
  it('is the same after it was written down and read again', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => sameRecord(value, JSON.parse(JSON.stringify(value)))),
      { numRuns: 300 },
    );
    expect(sameRecord({ a: 1, b: undefined, c: [{ d: 2 }] }, { c: [{ d: 2 }], a: 1 })).toBe(true);
    for (const [a, b] of [
      [{ a: 1 }, { a: 2 }],
      [
        [1, 2],
        [2, 1],
      ],
      [[], {}],
      [null, {}],
      [{ a: 1 }, { a: 1, b: 0 }],
    ])
      expect(sameRecord(a, b)).toBe(false);
  });
});

describe('a record with something in it that cannot be', () => {
  it('keeps everything else, entry by entry', () => {
    const look = {
      rings: {},
      signs: {},
      note: 'kept',
      holds: [],
      quiet: { position: 'sitting', taps: [1, -0.006, 4, 1e308], first: 'inhale', sighs: 0 },
    };
    const { value, refused } = must(mended(LookData, look, undefined));
    expect(value).toMatchObject({ note: 'kept', quiet: { taps: [1, 4], first: 'inhale' } });
    expect(refused).toHaveLength(2);
    expect(refused[0]).toMatch(/^quiet\.taps\.1: /);
  });
  it('gives a bad value back to what was there before', () => {
    const Shape = z.object({
      n: z.number(),
      list: z.array(z.object({ m: z.number() })),
      deep: z.object({ k: z.string() }),
    });
    const earlier = { n: 1, list: [], deep: { k: 'as it was' } };
    const { value, refused } = must(
      mended(Shape, { n: NaN, list: [{ m: 1 }, null, { m: 'x' }], deep: { k: 4 } }, earlier),
    );
    expect(value).toEqual({ n: 1, list: [{ m: 1 }], deep: { k: 'as it was' } });
    expect(refused).toHaveLength(4);
  });
  it('takes out a bad value that nothing stood for before, and nothing beside it', () => {
    const Inner = z.object({ a: z.optional(z.number()), b: z.optional(z.number()), c: z.string() });
    const Shape = z.object({ top: z.optional(z.number()), inner: Inner });
    const { value, refused } = must(
      mended(Shape, { top: 'x', inner: { a: NaN, b: 2, c: 'stays' } }, undefined),
    );
    expect(value).toStrictEqual({ inner: { b: 2, c: 'stays' } });
    expect(refused.map((r) => r.split(':')[0]).sort()).toEqual(['inner.a', 'top']);
  });
  it('is refused where it cannot stand without it', () => {
    expect(mended(LookData, null, undefined).ok).toBe(false);
    expect(mended(LookData, 'look', undefined).ok).toBe(false);
    expect(mended(z.object({ n: z.number() }), { n: 'x' }, undefined).ok).toBe(false);
  });
  it('never throws, whatever comes', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        const made = mended(LookData, value, undefined);
        return made.ok ? LookData.safeParse(made.value.value).success : made.why.length > 0;
      }),
      { numRuns: 400 },
    );
  });
});

test('a name is one line of what can be seen', () => {
  expect(cleanName('  Ada\u202Ecod.exe\n L.\u0000 ')).toBe('Adacod.exe L.');
  expect(cleanName('\u200b\u2066')).toBe('');
  expect(cleanName('Zoë 李 محمد')).toBe('Zoë 李 محمد');
});
