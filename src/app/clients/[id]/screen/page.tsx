import { ownLibrary } from '@/server/drills';
import { screenOf } from '@/server/screens';
import { ScreenStation } from '@/stations/screen/screen-station';
import { storeScreen, setAside } from '../../../actions';

export default async function ScreenPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const { data, rev } = screenOf(id);
  return (
    <ScreenStation
      clientId={id}
      initial={data}
      rev={rev}
      library={ownLibrary()}
      save={storeScreen}
      aside={setAside.bind(null, 'screen', id)}
    />
  );
}
