import type { Metadata } from 'next';
import { SHIPPED_JSON } from '@/core/drills/library';
import { ShippedDrills } from '@/ui/shipped-drills';
import { Gallery } from './gallery';

export const metadata: Metadata = { title: 'Kokyu: every picture', robots: { index: false } };

/** Every picture in every state, on made-up data; for whoever changes one, and for the tests. Linked from nowhere. */
export default function PicturesPage() {
  return (
    <ShippedDrills json={SHIPPED_JSON}>
      <Gallery />
    </ShippedDrills>
  );
}
