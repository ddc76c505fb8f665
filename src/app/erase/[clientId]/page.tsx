import { notFound } from 'next/navigation';
import { connect } from '@/server/db/client';
import { erasePreview } from '@/server/erase';
import { scopeOfRequest } from '@/server/request-scope';
import { EraseClient } from '@/stations/today/erase-client';
import { erase } from '../actions';

export const metadata = { title: 'Erase a client' };

export default async function ErasePage({ params }: { params: Promise<{ clientId: string }> }) {
  if (!connect().ok) return null;
  const { clientId } = await params;
  const preview = erasePreview(await scopeOfRequest(), clientId);
  if (!preview) notFound();
  return <EraseClient clientId={clientId} preview={preview} erase={erase} />;
}
