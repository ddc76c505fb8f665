import { GOAL, GOALS } from '@/core/aims/goals';
import { NEED_LABEL, NEEDS, weightWord } from '@/core/aims/needs';
import { Needs } from '@/core/aims/needs.schema';
import { Judgement } from '@/core/aims/judgement.schema';
import { parseWith } from '@/core/base/parse';

it('a weight in a word', () =>
  expect([2, 1.99, 1, 0.99, 0].map(weightWord)).toEqual(['much', 'some', 'some', 'a little', 'a little']));

it('every need has a word of its own, and goals ask only for needs', () => {
  expect(new Set(NEEDS.map((n) => NEED_LABEL[n])).size).toBe(NEEDS.length);
  for (const goal of GOALS) expect(parseWith(Needs, GOAL[goal].needs).ok).toBe(true);
});

it('a judgement has a strength from 0 to 1, a weight from 0 to 10, and a reason of three letters or more', () => {
  const reads = (readings: unknown, needs: unknown = {}) => parseWith(Judgement, { readings, needs }).ok;
  expect(reads({ reversed: { strength: 1, why: 'felt' } })).toBe(true);
  expect(reads({ reversed: { strength: 1.1, why: 'felt' } })).toBe(false);
  expect(reads({ reversed: { strength: -0.1, why: 'felt' } })).toBe(false);
  expect(reads({ reversed: { strength: 0.5, why: 'so' } })).toBe(false);
  expect(reads({ nothing: { strength: 0.5, why: 'felt' } })).toBe(false);
  expect(reads({}, { settle: { weight: 10, why: 'felt' } })).toBe(true);
  expect(reads({}, { settle: { weight: 10.5, why: 'felt' } })).toBe(false);
});
