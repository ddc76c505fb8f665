import { connect } from '@/server/db/client';
import { everyClient } from '@/server/clients';
import { accountsOf } from '@/server/people/accounts';
import { peopleSettings } from '@/server/people/settings';
import { hasAccounts } from '@/server/people/who';
import { scopeOfRequest } from '@/server/request-scope';
import { Accounts } from '@/stations/people/accounts';
import { Begin } from '@/stations/people/begin';
import { beginAccounts } from '../account/actions';
import { addAccount, clientsOfAccount, endAccount, handOver, resetPassword, setQuiet } from './actions';

export const metadata = { title: 'Accounts' };

export default async function PeoplePage() {
  if (!connect().ok) return null;
  const scope = await scopeOfRequest();
  if (!hasAccounts()) return <Begin clients={everyClient(scope).length} beginAccounts={beginAccounts} />;
  return (
    <Accounts
      accounts={accountsOf(scope)}
      quietMin={peopleSettings().quietMin}
      actions={{ addAccount, clientsOfAccount, endAccount, handOver, resetPassword, setQuiet }}
    />
  );
}
