'use client';

import dynamic from 'next/dynamic';
import type { ComponentProps } from 'react';

// Each comes only to whoever needs it: these stand behind every page, and most pages never show them.
const SignIn = dynamic(() => import('./sign-in').then((m) => m.SignIn));
const Unlock = dynamic(() => import('./unlock').then((m) => m.Unlock));

/** What stands at any address for whoever is not in: to sign in, or to open a locked screen. */
export function AtTheDoor({
  who,
  ...actions
}: {
  who: { name: string; hasPin: boolean } | null;
} & ComponentProps<typeof SignIn> &
  Pick<ComponentProps<typeof Unlock>, 'unlock' | 'signOut'>) {
  return who ? <Unlock {...who} {...actions} /> : <SignIn {...actions} />;
}

/** Locks a screen that is left alone; where there are accounts. */
export const QuietLock = dynamic(() => import('./quiet-lock').then((m) => m.QuietLock));
