import { backupState } from '@/server/backup/backup';
import { everyClient } from '@/server/clients';
import { connect } from '@/server/db/client';
import { erasuresOf } from '@/server/erase';
import { retentionDue } from '@/server/people/retention';
import { filmsFolder, retention } from '@/server/settings';
import { scopeOfRequest } from '@/server/request-scope';
import { hasAccounts } from '@/server/people/who';
import { Studio } from '@/stations/studio/studio';
import { backUpNow, nameFolder, setUpBackups, setRetention, takeBack } from './actions';

export const metadata = { title: 'Studio' };

export default async function StudioPage() {
  if (!connect().ok) return null;
  const scope = await scopeOfRequest();
  return (
    <Studio
      isOwner={scope.role === 'owner'}
      accounts={hasAccounts()}
      clients={everyClient(scope).length}
      takeBack={takeBack}
      filmsFolder={filmsFolder(scope)}
      nameFolder={nameFolder}
      backup={scope.role === 'owner' ? backupState(scope) : null}
      backUp={backUpNow}
      setUpBackups={setUpBackups}
      erasures={erasuresOf(scope)}
      retention={{
        years: retention(scope)?.years ?? null,
        due: retentionDue(scope, new Date()),
        setYears: setRetention,
      }}
    />
  );
}
