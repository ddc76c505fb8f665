import { SHIPPED_JSON } from '@/core/drills/library';
import { ShippedDrills } from '@/ui/shipped-drills';
import { ownLibrary } from '@/server/drills';
import { scopeOfRequest } from '@/server/request-scope';
import { DrillList } from '@/stations/drills/drill-list';
import { bringBackDrill, bringInLibrary, retireDrill, storeDrill } from './actions';

export const metadata = { title: 'Drills' };

export default async function DrillsPage() {
  const scope = await scopeOfRequest();
  return (
    <ShippedDrills json={SHIPPED_JSON}>
      <DrillList
        library={ownLibrary(scope)}
        actions={{ storeDrill, retireDrill, bringBackDrill, bringInLibrary }}
      />
    </ShippedDrills>
  );
}
