import fc from 'fast-check';
import { PROPS } from '@/core/body/props';
import { READINGS } from '@/core/aims/reading-names';
import type { Room } from '@/core/class/class.schema';
import { dropIn, type Member } from '@/core/class/member';
import { LIBRARY } from '@/core/drills/library';
import type { Flags } from '@/core/screen/flags';
import { anyFlags, anyNeeds } from '../helpers';

/** Somebody of whom little more is known than is said here. */
export const member = (id: string, plan: Partial<Member['plan']> = {}, flags: Flags = {}): Member => {
  const base = dropIn(id, id.toUpperCase(), flags, 'lowQuiet');
  return { ...base, dropIn: false, plan: { ...base.plan, ...plan } };
};

/** Anybody: any flags, needs, level, lengths of breath, readings and drills owned. */
const anyMember: fc.Arbitrary<Omit<Member, 'id' | 'initials'>> = fc
  .record({
    flags: anyFlags,
    needs: fc.option(anyNeeds, { nil: {} }),
    ownedLevel: fc.integer({ min: 0, max: 3 }),
    comfortableExhaleS: fc.option(
      fc.integer({ min: 4, max: 24 }).map((n) => n / 2),
      { nil: null },
    ),
    calmHoldS: fc.option(fc.integer({ min: 1, max: 40 }), { nil: null }),
    readings: fc.subarray([...READINGS], { maxLength: 3 }),
    owned: fc.subarray(
      LIBRARY.map((d) => d.id),
      { maxLength: 12 },
    ),
  })
  .map((plan) => {
    const { plan: base, ...rest } = dropIn('', '', {}, 'lowQuiet');
    return { ...rest, dropIn: false, plan: { ...base, ...plan } };
  });

export const anyClass = (most: number): fc.Arbitrary<Member[]> =>
  fc
    .array(anyMember, { minLength: 1, maxLength: most })
    .map((list) => list.map((m, i) => ({ ...m, id: `m${i}`, initials: `M${i}` })));

export const anyRoom: fc.Arbitrary<Room> = fc
  .array(fc.tuple(fc.constantFrom(...PROPS), fc.integer({ min: 0, max: 14 })), { maxLength: 10 })
  .map((pairs) => Object.fromEntries(pairs));
