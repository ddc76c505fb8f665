'use client';

import { createContext, useContext, type ReactNode } from 'react';
import type { Build } from '@/core/body/figure/form';

const Built = createContext<Build>('usual');

/** How the bodies of a page are drawn: those of one client alike. */
export const FigureBuild = ({ build, children }: { build: Build; children: ReactNode }) => (
  <Built value={build}>{children}</Built>
);

export const useBuild = (): Build => useContext(Built);
