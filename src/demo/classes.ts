import type { ClassData } from '@/core/class/class.schema';
import { freeInitials, initialsOf } from '@/core/class/member';
import { planClassLesson } from '@/core/class/class-lesson';
import { LIBRARY } from '@/core/drills/library';
import type { Result } from '@/core/base/result';
import { createClass, memberFor } from '@/server/classes';
import type { Scope } from '@/server/scope';

/** What the made-up hall has, and who drops in there. */
const ROOM: ClassData['room'] = {
  wall: 5,
  chair: 6,
  pillow: 12,
  ball: 4,
  towel: 8,
  straw: 12,
  block: 6,
  book: 6,
};
const DROP_INS: ClassData['roster'] = [
  { id: 'drop-1', clientId: null, initials: 'HM', flags: {} },
  { id: 'drop-2', clientId: null, initials: 'AR', flags: { pregnancyWeek: 27 } },
  { id: 'drop-3', clientId: null, initials: 'KV', flags: { highBloodPressure: true, wrists: true } },
];

/** The class of the made-up house: its six clients and three who drop in, with what was planned for them. */
export function fillClasses(scope: Scope, clients: readonly { id: string; name: string }[]): Result<null> {
  const roster: ClassData['roster'] = [...DROP_INS];
  for (const { id, name } of clients)
    roster.push({
      id: `client-${roster.length}`,
      clientId: id,
      initials: freeInitials(
        initialsOf(name),
        roster.map((r) => r.initials),
      ),
    });
  const data: ClassData = {
    name: 'Breath on the floor',
    weekday: 3,
    time: '18:30',
    minutes: 45,
    school: 'allRound',
    manner: 'fewLong',
    room: ROOM,
    roster: roster.toSorted((a, b) => (a.initials < b.initials ? -1 : 1)),
    sequence: null,
  };
  const members = data.roster.map((entry) => memberFor(scope, entry, data.school));
  const planned = planClassLesson({ ...data, members, library: LIBRARY });
  if (!planned.ok) return planned;
  createClass(scope, { ...data, sequence: planned.value.sequence });
  return { ok: true, value: null };
}
