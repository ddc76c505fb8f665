'use client';

import type { ReactNode } from 'react';
import { shipText } from '@/core/drills/shelf';

/**
 * Puts the shipped drills, which came with the page as data, where core finds them, before anything below is drawn.
 * They come as one text: a page is made faster with it than with a tree of a thousand parts.
 */
export function ShippedDrills({ json, children }: { json: string; children: ReactNode }) {
  shipText(json);
  return <>{children}</>;
}
