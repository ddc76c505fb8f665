import type { ReactNode } from 'react';
import { SHIPPED_JSON } from '@/core/drills/library';
import { ShippedDrills } from '@/ui/shipped-drills';

export default function ClassesLayout({ children }: { children: ReactNode }) {
  return <ShippedDrills json={SHIPPED_JSON}>{children}</ShippedDrills>;
}
