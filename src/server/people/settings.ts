import { randomBytes } from 'node:crypto';
import { QUIET_MIN, type PeopleSettings } from '@/core/people/settings.schema';
import { STUDIO } from '../scope';
import { keptPeople, savePeople } from '../settings';

/** Whether anybody has said yet how many use this studio. */
export const isAsked = (): boolean => keptPeople(STUDIO) !== null;

/** What is set for accounts; made where nothing is set yet. */
export function peopleSettings(): PeopleSettings {
  const kept = keptPeople(STUDIO);
  if (kept) return kept;
  const fresh = { several: false, quietMin: QUIET_MIN, secret: randomBytes(32).toString('base64') };
  savePeople(STUDIO, fresh);
  return fresh;
}

export const setPeople = (set: Partial<Omit<PeopleSettings, 'secret'>>): void =>
  savePeople(STUDIO, { ...peopleSettings(), ...set });
