'use client';

import dynamic from 'next/dynamic';

/**
 * A figure that stands beside words and may come after them: its drawing is a tenth of what a page weighs. Give it a
 * sized place.
 */
export const FigureLater = dynamic(() => import('./figure').then((m) => m.Figure), { ssr: false });
