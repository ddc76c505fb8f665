import { signedIn } from '@/server/people/who';
import { AtTheDoor } from '@/stations/people/at-the-door';
import { recover, signIn, signInCode, signOut, unlock } from './account/actions';

/** What stands at any address for whoever is not signed in, or whose screen is locked. */
export default async function Unauthorized() {
  const who = await signedIn();
  return (
    <AtTheDoor
      who={who && { name: who.name, hasPin: who.hasPin }}
      signIn={signIn}
      signInCode={signInCode}
      recover={recover}
      unlock={unlock}
      signOut={signOut}
    />
  );
}
