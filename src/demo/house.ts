import { ClientFile } from '@/core/formats/client-file';
import { LIBRARY } from '@/core/drills/library';
import { importClientFile } from '@/server/client-file';
import { setTimes } from '@/server/clients';
import { setPeople } from '@/server/people/settings';
import { STUDIO } from '@/server/scope';
import { fillClasses } from './classes';
import { fillDiary, fillHome } from './home';
import { pastFiles } from './past';
import { demoFiles } from './scenario';

/** Fills the database of KOKYU_DB with the made-up house, and says what came in. */
export function fill(now: Date): string {
  const clients = demoFiles(now).map((file) => {
    const made = importClientFile(STUDIO, ClientFile.parse(file));
    if (!made.ok) throw new Error(made.why);
    return { id: made.value.id, name: file.name };
  });
  for (const { file, archivedAt } of pastFiles(now)) {
    const made = importClientFile(STUDIO, ClientFile.parse(file));
    if (!made.ok) throw new Error(made.why);
    setTimes(STUDIO, made.value.id, { createdAt: file.looks[0]!.at, archivedAt });
  }
  const classes = fillClasses(STUDIO, clients);
  if (!classes.ok) throw new Error(classes.why);
  const homes = fillHome(STUDIO, clients, now);
  if (!homes.ok) throw new Error(homes.why);
  fillDiary(STUDIO, now);
  // The demo is one person’s.
  setPeople({ several: false });
  return `Six made-up clients of the Tidewall house and those of earlier years, a class of them and three others, plans at home, ${LIBRARY.length} drills.`;
}
