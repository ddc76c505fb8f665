import { everyClient } from '@/server/clients';
import { connect } from '@/server/db/client';
import { erasuresOf } from '@/server/erase';
import { scopeOfRequest } from '@/server/request-scope';
import { Studio } from '@/stations/studio/studio';
import { takeBack } from './actions';

export const metadata = { title: 'Studio' };

export default async function StudioPage() {
  if (!connect().ok) return null;
  const scope = await scopeOfRequest();
  return <Studio clients={everyClient(scope).length} takeBack={takeBack} erasures={erasuresOf(scope)} />;
}
