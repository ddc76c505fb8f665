import { signedIn } from '@/server/people/who';
import { SignIn } from '@/stations/people/sign-in';
import { Unlock } from '@/stations/people/unlock';
import { recover, signIn, signInCode, signOut, unlock } from './account/actions';

/** What stands at any address for whoever is not signed in, or whose screen is locked. */
export default async function Unauthorized() {
  const who = await signedIn();
  return who ? (
    <Unlock name={who.name} hasPin={who.hasPin} unlock={unlock} signOut={signOut} />
  ) : (
    <SignIn signIn={signIn} signInCode={signInCode} recover={recover} />
  );
}
