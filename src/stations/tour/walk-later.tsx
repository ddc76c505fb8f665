'use client';

import dynamic from 'next/dynamic';

/** The first walk, whose code and words come to the demo alone. */
export const WalkLater = dynamic(() => import('./walk').then((m) => m.Walk), { ssr: false });
