import { everyClient } from '@/server/clients';
import { connect } from '@/server/db/client';
import { scopeOfRequest } from '@/server/scope';
import { Studio } from '@/stations/studio/studio';
import { takeBack } from './actions';

export const metadata = { title: 'Studio' };

export default async function StudioPage() {
  if (!connect().ok) return null;
  return <Studio clients={everyClient(await scopeOfRequest()).length} takeBack={takeBack} />;
}
