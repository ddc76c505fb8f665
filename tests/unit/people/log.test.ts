import { createHash } from 'node:crypto';
import { keptUntil } from '@/core/people/retention';
import { boundText, brokenAt, FIRST, type Trace } from '@/core/people/trace';

const sha = (text: string) => createHash('sha256').update(text).digest('hex');
const chain = (n: number): Trace[] => {
  const list: Trace[] = [];
  for (let i = 1; i <= n; i++) {
    const entry = {
      n: i,
      at: '2026-03-01T09:00:00.000Z',
      who: 'mara',
      what: 'seen' as const,
      code: 'K-1',
      detail: `d${i}`,
      previous: list.at(-1)?.hash ?? FIRST,
    };
    list.push({ ...entry, hash: sha(boundText(entry)) });
  }
  return list;
};

describe('the log', () => {
  it('is whole where each entry follows the one before and is bound to it', () => {
    expect(FIRST).toMatch(/^0{64}$/);
    expect(brokenAt([], sha)).toBeNull();
    expect(brokenAt(chain(4), sha)).toBeNull();
    expect(brokenAt(chain(4).slice(0, 2), sha)).toBeNull();
  });
  it('names the first that is missing or was changed', () => {
    const log = chain(4);
    expect(brokenAt(log.slice(1), sha)).toBe(1);
    expect(brokenAt([log[0]!, log[2]!], sha)).toBe(2);
    for (const [field, value] of [
      ['at', 'x'],
      ['who', 'ilse'],
      ['what', 'erased'],
      ['code', null],
      ['detail', ''],
      ['n', 9],
      ['previous', 'x'],
      ['hash', 'x'],
    ] as const)
      expect(
        brokenAt(
          log.map((e, i) => (i === 2 ? { ...e, [field]: value } : e)),
          sha,
        ),
      ).toBe(3);
    // One that was changed and hashed anew no longer binds the next.
    const forged = log.map((e, i) =>
      i === 1 ? { ...e, detail: 'else', hash: sha(boundText({ ...e, detail: 'else' })) } : e,
    );
    expect(brokenAt(forged, sha)).toBe(3);
  });
  it('is bound by every word of an entry', () =>
    expect(boundText(chain(1)[0]!)).toBe(
      `[1,"2026-03-01T09:00:00.000Z","mara","seen","K-1","d1","${FIRST}"]`,
    ));
});

it('records may go so many years to the day after they were last added to; a leap day on 1 March', () => {
  expect(keptUntil('2026-03-12T10:20:30.000Z', 10)).toBe('2036-03-12T10:20:30.000Z');
  expect(keptUntil('2024-02-29T08:00:00.000Z', 4)).toBe('2028-02-29T08:00:00.000Z');
  expect(keptUntil('2024-02-29T08:00:00.000Z', 1)).toBe('2025-03-01T08:00:00.000Z');
});
