'use client';

import type { ReactNode } from 'react';
import type { Drill } from '@/core/drills/drill';
import { ship } from '@/core/drills/shelf';

/** Puts the shipped drills, which came with the page as data, where core finds them, before anything below is drawn. */
export function ShippedDrills({ drills, children }: { drills: readonly Drill[]; children: ReactNode }) {
  ship(drills);
  return <>{children}</>;
}
