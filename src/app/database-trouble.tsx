import type { DbTrouble } from '@/server/db/client';
import { Notice } from '@/ui/notice';

const TITLE: Record<DbTrouble['kind'], string> = {
  readOnly: 'The records cannot be written',
  newer: 'The records are from a newer Kokyu',
  noCopy: 'The records cannot be brought up to date',
  foreign: 'This file is not of Kokyu',
  replaced: 'The records were exchanged',
  held: 'The records are held',
  unreadable: 'The records cannot be read',
};

/** Shown in place of every page while the database cannot be used. */
export function DatabaseTrouble({ trouble }: { trouble: DbTrouble }) {
  return (
    <section className="max-w-[68ch] space-y-4 pt-8">
      <h1 className="text-head">{TITLE[trouble.kind]}</h1>
      <Notice level="stop">
        {trouble.path}: {trouble.why}.
      </Notice>
      <p>{trouble.help}</p>
      <p className="text-soft">Reload this page when that is done; Kokyu tries again each time.</p>
    </section>
  );
}
