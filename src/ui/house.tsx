'use client';

import { createContext, useContext, type ReactNode } from 'react';
import { USUAL_HOUSE, type House } from '@/core/base/house';

const Here = createContext<House>(USUAL_HOUSE);

/** Says how this studio writes and measures. */
export function HouseIn({ house, children }: { house: House; children: ReactNode }) {
  return <Here value={house}>{children}</Here>;
}

/** How this studio writes and measures. */
export const useHouse = (): House => useContext(Here);
