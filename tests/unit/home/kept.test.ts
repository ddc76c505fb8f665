import fc from 'fast-check';
import { fresh, taken, waiting, waitingCount, without } from '@/core/home/kept';
import type { HomeDoc } from '@/core/home/home-doc.schema';
import type { Kept } from '@/core/home/kept.schema';
import type { HomeReport } from '@/core/home/report.schema';

const docOf = (planId: string) => ({ planId }) as HomeDoc;
const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const said = (n: number): HomeReport => ({
  kind: 'done',
  id: uuid(n),
  at: '2026-11-20T08:00:00.000Z',
  day: '2026-11-20',
  slot: 'waking',
  entryId: null,
});

test('what was not sent of a plan that was replaced goes out as said of that plan, before anything newer', () => {
  const kept = { doc: docOf('a'), said: [said(1), said(2)], unsent: [uuid(2)] };
  const next = taken(kept, docOf('b'));
  expect(next.said).toEqual([]);
  expect(waiting(next)).toEqual({ planId: 'a', reports: [said(2)] });
  expect(waitingCount(next)).toBe(1);
  const after = without({ ...next, said: [said(3)], unsent: [uuid(3)] }, new Set([uuid(2)]));
  expect(after).not.toHaveProperty('behind');
  expect(waiting(after)).toEqual({ planId: 'b', reports: [said(3)] });
});

test('what is refused of one plan waits, and does not hold up the next', () => {
  const kept = taken({ doc: docOf('a'), said: [said(1)], unsent: [uuid(1)] }, docOf('b'));
  const next = { ...kept, said: [said(2)], unsent: [uuid(2)] };
  expect(waiting(next, new Set(['a']))).toEqual({ planId: 'b', reports: [said(2)] });
  expect(waiting(next, new Set(['a', 'b']))).toBeNull();
  expect(waitingCount(without(next, new Set([uuid(2)])))).toBe(1);
});

test('the same plan sent anew keeps what was said of it', () => {
  const kept = { doc: docOf('a'), said: [said(1)], unsent: [uuid(1)] };
  expect(taken(kept, docOf('a'))).toEqual(kept);
});

test('whatever is said, replaced and sent in parts: everything arrives once, under the plan it was said of', () => {
  const step = fc.oneof(
    fc.constant('say' as const),
    fc.constant('replace' as const),
    fc.constant('send' as const),
    fc.constant('lost' as const),
  );
  fc.assert(
    fc.property(fc.array(step, { maxLength: 40 }), (steps) => {
      let kept: Kept = fresh(docOf('plan 0'));
      let plan = 0;
      const wanted = new Map<string, string>();
      const arrived = new Map<string, string>();
      const send = (heard: boolean) => {
        const next = waiting(kept);
        if (!next) return;
        const part = next.reports.slice(0, 2);
        for (const r of part) {
          // What arrived and was not heard of comes again, under the same id and plan.
          if (arrived.has(r.id)) expect(arrived.get(r.id)).toBe(next.planId);
          arrived.set(r.id, next.planId);
        }
        if (heard) kept = without(kept, new Set(part.map((r) => r.id)));
      };
      for (const s of steps) {
        if (s === 'say') {
          const r = said(wanted.size);
          wanted.set(r.id, `plan ${plan}`);
          kept = { ...kept, said: [...kept.said, r], unsent: [...kept.unsent, r.id] };
        } else if (s === 'replace') kept = taken(kept, docOf(`plan ${++plan}`));
        else send(s === 'send');
      }
      while (waitingCount(kept) > 0) send(true);
      expect(waiting(kept)).toBeNull();
      expect(arrived).toEqual(wanted);
    }),
  );
});
