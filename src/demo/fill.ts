import { ClientFile } from '@/core/formats/client-file';
import { importClientFile } from '@/server/client-file';
import { STUDIO } from '@/server/scope';
import { LIBRARY } from '@/core/drills/library';
import { fillClasses } from './classes';
import { fillDiary, fillHome } from './home';
import { demoFiles } from './scenario';

/** Fills the database of KOKYU_DB with the made-up house. */
const now = new Date();
const clients = demoFiles(now).map((file) => {
  const made = importClientFile(STUDIO, ClientFile.parse(file));
  if (!made.ok) throw new Error(made.why);
  return { id: made.value.id, name: file.name };
});
const classes = fillClasses(STUDIO, clients);
if (!classes.ok) throw new Error(classes.why);
const homes = fillHome(STUDIO, clients, now);
if (!homes.ok) throw new Error(homes.why);
fillDiary(STUDIO, now);
console.log(
  `Six made-up clients of the Tidewall house, a class of them and three others, plans at home, ${LIBRARY.length} drills.`,
);
