import { startAuthentication, startRegistration } from '@simplewebauthn/browser';
import { fail, ok, type Result } from '@/core/base/result';

const post = (path: string, body: unknown) =>
  fetch(path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });

/** What went wrong at the device, in words. */
const said = (error: unknown): Result<null> =>
  error instanceof Error && error.name === 'NotAllowedError'
    ? fail('The device did not let you in, or it took too long. Try again.')
    : fail('This device has no passkey for Kokyu, or cannot use one here.');

/** Asks the device for a passkey and signs in by it. */
export async function signInByKey(): Promise<Result<null>> {
  try {
    const options = await fetch('/sign/passkey/generate-authenticate-options');
    if (!options.ok) return fail('Kokyu does not answer. Try again.');
    const response = await startAuthentication({ optionsJSON: await options.json() });
    const done = await post('/sign/passkey/verify-authentication', { response });
    return done.ok ? ok(null) : fail('This passkey is not known here, or its account has ended.');
  } catch (error) {
    return said(error);
  }
}

/** Has the device make a passkey for whoever is signed in. */
export async function addKey(name: string): Promise<Result<null>> {
  try {
    const options = await fetch(`/sign/passkey/generate-register-options?${new URLSearchParams({ name })}`);
    if (!options.ok) return fail('Sign in first.');
    const response = await startRegistration({ optionsJSON: await options.json() });
    const done = await post('/sign/passkey/verify-registration', { response, name });
    return done.ok ? ok(null) : fail('The passkey was not taken. Try again.');
  } catch (error) {
    return said(error);
  }
}
