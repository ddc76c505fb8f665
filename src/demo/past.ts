import { subDays } from 'date-fns';
import type { ClientFile } from '@/core/formats/client-file';
import { omit } from '@/core/base/omit';
import { seeded } from '@/core/simulate/random';
import { PEOPLE, type Person } from './people';
import { fileOf } from './scenario';

/** People of earlier years, made up like the rest: a word of each, as somebody keeps them. */
const NAMES = [
  'Alba R.',
  'Birk N.',
  'Carola D.',
  'Dov M.',
  'Edda F.',
  'Falk S.',
  'Greta H.',
  'Hamid O.',
  'Ines C.',
  'Jarl U.',
  'Kaja E.',
  'Leander P.',
  'Mirel A.',
  'Nils G.',
  'Orla J.',
  'Pelle I.',
] as const;
/** Their numbers begin where nobody's of today does. */
const FIRST_NUMBER = 200;
const FIRST_DAYS_AGO = 90;
const DAYS_APART = 17;

/** Those who came in earlier years and are off the list now: a studio's figures need more people than six. */
export function pastFiles(now: Date): { file: ClientFile; archivedAt: string }[] {
  return NAMES.map((name, i) => {
    const random = seeded(FIRST_NUMBER + i);
    const last = subDays(now, FIRST_DAYS_AGO + i * DAYS_APART);
    const person = likeButOther(PEOPLE[i % PEOPLE.length]!, name, random);
    return {
      file: fileOf(person, FIRST_NUMBER + i, last, 0.3 + 0.7 * random()),
      archivedAt: subDays(now, FIRST_DAYS_AGO + i * DAYS_APART - 20).toISOString(),
    };
  });
}

/** Somebody with the same trouble, in a body of their own. */
function likeButOther(person: Person, name: string, random: () => number): Person {
  const about = ([a, b]: [number, number], spread: number): [number, number] => [
    a * (1 + spread * (random() - 0.5)),
    b * (1 + spread * (random() - 0.5)),
  ];
  return {
    ...omit(person, 'bands', 'filmed', 'openRun', 'stopped', 'settledRedFlag', 'overrule', 'heardExhales'),
    name,
    visits: 2 + Math.floor(random() * 2),
    minutes: person.minutes,
    inhaleS: about(person.inhaleS, 0.3),
    exhaleS: about(person.exhaleS, 0.3),
    comfortableExhaleS: about(person.comfortableExhaleS, 0.4),
    goalList: [...new Set([...(person.goalList ?? []), ...(random() < 0.5 ? (['calm'] as const) : [])])],
    notes: [],
  };
}
