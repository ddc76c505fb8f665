import { ownLibrary } from '@/server/drills';
import { DrillList } from '@/stations/drills/drill-list';
import { bringBackDrill, bringInLibrary, retireDrill, storeDrill } from '../actions';

export default function DrillsPage() {
  return (
    <DrillList library={ownLibrary()} actions={{ storeDrill, retireDrill, bringBackDrill, bringInLibrary }} />
  );
}
