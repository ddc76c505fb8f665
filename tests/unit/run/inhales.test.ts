import { inhaleChangeSaid, NO_INHALES, watchInhale, type InhalesAround } from '@/core/run/inhales';

/** What is told of inhales, each with the block of full exhales that it falls in. */
function told(inhales: readonly (readonly [travel: number, full: string | null])[]): InhalesAround[] {
  let watch = NO_INHALES;
  return inhales.flatMap(([travel, full]) => {
    const next = watchInhale(watch, travel, full);
    watch = next.watch;
    return next.told ? [next.told] : [];
  });
}
const free = (...travels: number[]) => travels.map((t) => [t, null] as const);
const full = (id: string, ...travels: number[]) => travels.map((t) => [t, id] as const);

it('compares the last four inhales before full exhales with four after, the first of which makes up for them', () => {
  expect(told([...free(9, 10, 11, 10, 10), ...full('b', 4, 5, 4), ...free(19, 12, 12, 13, 12, 12)])).toEqual([
    { blockId: 'b', before: [10, 11, 10, 10], after: [12, 12, 13, 12] },
  ]);
});

it('tells of each block by itself, and nothing where too few went before or nothing came after', () => {
  const twice = told([
    ...free(10, 10, 10, 10),
    ...full('a', 3),
    ...free(15, 11, 11, 11, 11),
    ...full('b', 3),
    ...free(15, 12, 12, 12, 12),
  ]);
  expect(twice.map((t) => [t.blockId, t.before[0], t.after[0]])).toEqual([
    ['a', 10, 11],
    ['b', 11, 12],
  ]);
  expect(told([...free(10), ...full('a', 3), ...free(15, 11, 11, 11, 11)])).toEqual([]);
  expect(told([...free(10, 10, 10, 10), ...full('a', 3), ...free(15, 11, 11)])).toEqual([]);
  expect(told([...free(10, 0, NaN, 10), ...full('a', 3), ...free(15, 11, 11, 11, 11)])).toEqual([]);
});

// Worked by hand: means 10 and 12, standard errors 0.4082 each, 6 degrees of freedom, t 2.447: noise 1.41, which is 14 %.
it('says how much deeper it is beside its noise, and calls nothing a change that lies within', () => {
  const before = [9, 10, 10, 11];
  expect(inhaleChangeSaid({ before, after: [11, 12, 12, 13] })).toBe(
    'the inhale after it is 20 % deeper than before (noise 14 %)',
  );
  expect(inhaleChangeSaid({ before, after: [7, 8, 8, 9] })).toBe(
    'the inhale after it is 20 % smaller than before (noise 14 %)',
  );
  expect(inhaleChangeSaid({ before, after: [10, 11, 11, 12] })).toBe(
    'the inhale after it is as deep as before (+10 %, within its noise of 14 %)',
  );
  expect(inhaleChangeSaid({ before: [10, 10, 10], after: [10, 10, 10] })).toMatch(/as deep as before \(0 %/);
  expect(inhaleChangeSaid({ before: [10, 10], after: [12, 12, 12] })).toBeNull();
});
