import { fill } from '@/demo/house';
import { disconnect } from '@/server/db/client';
import { addAccount, beginAccounts } from '@/server/people/accounts';
import { share } from '@/server/people/shares';
import { startClassRun } from '@/server/class-runs';
import { allClasses, clientNames } from '@/server/classes';
import { homePlansOf } from '@/server/home-plans';
import { STUDIO, type Scope } from '@/server/scope';
import { sequencesOf } from '@/server/sequences';

/** The made-up house with three accounts, printed as JSON: its owner, another instructor, and an assistant who was given one sequence. */
async function main(): Promise<void> {
  fill(new Date());
  const password = 'a pier a boat a rope';
  const made = await beginAccounts({ name: 'Mara Quill', username: 'mara', password });
  if (!made.ok) throw new Error(made.why);
  const owner: Scope = { ...STUDIO, userId: made.value.id };
  const people: Record<string, string> = { mara: made.value.id };
  for (const [name, username, role] of [
    ['Ilse Wren', 'ilse', 'instructor'],
    ['Tam Oke', 'tam', 'assistant'],
  ] as const) {
    const added = await addAccount(owner, { name, username, password, role });
    if (!added.ok) throw new Error(added.why);
    people[username] = added.value.id;
  }
  // The one client of the house who has something of everything.
  const client = clientNames(owner).find(
    (c) => homePlansOf(owner, c.id).length > 0 && sequencesOf(owner, c.id).length > 3,
  )!;
  const [sequence] = sequencesOf(owner, client.id);
  const { id: classId, data } = allClasses(owner).rows[0]!;
  const classRun = startClassRun(owner, classId, data, data.sequence!);
  const until = new Date(Date.now() + 12 * 3600e3).toISOString();
  const given = share(owner, client.id, {
    userId: people.tam!,
    may: 'coach',
    sequenceId: sequence!.id,
    until,
  });
  if (!given.ok) throw new Error(given.why);
  disconnect();
  process.stdout.write(
    JSON.stringify({ people, codes: made.value.codes, client, sequence: sequence!.id, classId, classRun }),
  );
}

void main();
