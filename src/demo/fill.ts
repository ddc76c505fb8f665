import { ClientFile } from '@/core/formats/client-file';
import { importClientFile } from '@/server/client-file';
import { STUDIO } from '@/server/scope';
import { LIBRARY } from '@/core/drills/library';
import { demoFiles } from './scenario';

/** Fills the database of KOKYU_DB with the made-up house. */
for (const file of demoFiles(new Date())) {
  const made = importClientFile(STUDIO, ClientFile.parse(file));
  if (!made.ok) throw new Error(made.why);
}
console.log(`Six made-up clients of the Tidewall house, ${LIBRARY.length} drills.`);
