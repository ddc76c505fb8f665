import { QUIET_MIN } from '@/core/people/settings.schema';
import { backupState } from '@/server/backup/backup';
import { connect } from '@/server/db/client';
import { retentionDue } from '@/server/people/retention';
import { peopleSettings } from '@/server/people/settings';
import { hasAccounts } from '@/server/people/who';
import { scopeOfRequest } from '@/server/request-scope';
import { filmsFolder, house, ownThresholds, retention } from '@/server/settings';
import { Settings } from '@/stations/settings/settings';
import { setThresholds } from '../clients/[id]/read/actions';
import { backUpNow, nameFolder, setHouse, setRetention, setUpBackups } from './actions';

export const metadata = { title: 'Settings' };

export default async function SettingsPage() {
  if (!connect().ok) return null;
  const scope = await scopeOfRequest();
  const now = new Date();
  return (
    <Settings
      house={{ house: house(scope), today: now.toISOString(), setHouse }}
      thresholds={{ own: ownThresholds(scope), setThresholds }}
      films={{ folder: filmsFolder(scope), name: nameFolder }}
      retention={{
        years: retention(scope)?.years ?? null,
        due: retentionDue(scope, now),
        setYears: setRetention,
      }}
      ofOwner={
        scope.role === 'owner'
          ? {
              backup: backupState(scope),
              backUp: backUpNow,
              setUpBackups,
              accounts: hasAccounts(),
              // Asked for only where somebody has answered how many use it: asking makes the answer.
              quietMin: hasAccounts() ? peopleSettings().quietMin : QUIET_MIN,
            }
          : null
      }
    />
  );
}
