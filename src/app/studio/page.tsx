import { backupState } from '@/server/backup/backup';
import { everyClient } from '@/server/clients';
import { connect } from '@/server/db/client';
import { erasuresOf } from '@/server/erase';
import { filmsFolder } from '@/server/settings';
import { scopeOfRequest } from '@/server/scope';
import { Studio } from '@/stations/studio/studio';
import { backUpNow, nameFolder, setUpBackups, takeBack } from './actions';

export const metadata = { title: 'Studio' };

export default async function StudioPage() {
  if (!connect().ok) return null;
  const scope = await scopeOfRequest();
  return (
    <Studio
      clients={everyClient(scope).length}
      takeBack={takeBack}
      filmsFolder={filmsFolder(scope)}
      nameFolder={nameFolder}
      backup={backupState(scope)}
      backUp={backUpNow}
      setUpBackups={setUpBackups}
      erasures={erasuresOf(scope)}
    />
  );
}
