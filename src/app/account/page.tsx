import { redirect } from 'next/navigation';
import { connect } from '@/server/db/client';
import { accountOf } from '@/server/people/accounts';
import { codesLeft } from '@/server/people/passwords';
import { passkeysOf, sessionsOf } from '@/server/people/sign-ins';
import { peopleSettings } from '@/server/people/settings';
import { hasAccounts, signedIn } from '@/server/people/who';
import { scopeOfRequest } from '@/server/request-scope';
import { Account } from '@/stations/people/account';
import {
  beginSecond,
  changePassword,
  confirmSecond,
  dropPasskey,
  endSecond,
  endSession,
  renewCodes,
  setPin,
  signOut,
} from './actions';

export const metadata = { title: 'Account' };

export default async function AccountPage() {
  if (!connect().ok) return null;
  if (!hasAccounts()) redirect('/people');
  await scopeOfRequest();
  const who = (await signedIn())!;
  return (
    <Account
      name={who.name}
      role={who.role}
      {...accountOf(who.id)}
      quietMin={peopleSettings().quietMin}
      codesLeft={codesLeft(who.id)}
      passkeys={passkeysOf(who.id)}
      sessions={sessionsOf(who.id).map((s) => ({ ...s, mine: s.id === who.sessionId }))}
      actions={{
        beginSecond,
        changePassword,
        confirmSecond,
        dropPasskey,
        endSecond,
        endSession,
        renewCodes,
        setPin,
        signOut,
      }}
    />
  );
}
