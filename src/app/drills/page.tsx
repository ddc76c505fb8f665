import { DrillList } from '@/stations/drills/drill-list';

export default function DrillsPage() {
  return <DrillList />;
}
