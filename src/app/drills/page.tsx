import { shippedDrills } from '@/core/drills/shelf';
import { ShippedDrills } from '@/ui/shipped-drills';
import { ownLibrary } from '@/server/drills';
import { scopeOfRequest } from '@/server/scope';
import { DrillList } from '@/stations/drills/drill-list';
import { bringBackDrill, bringInLibrary, retireDrill, storeDrill } from './actions';

export default async function DrillsPage() {
  const scope = await scopeOfRequest();
  return (
    <DrillList
      library={ownLibrary(scope)}
      actions={{ storeDrill, retireDrill, bringBackDrill, bringInLibrary }}
    />
  );
}
