import { redirect } from 'next/navigation';
import { connect } from '@/server/db/client';
import { namesOfAccounts } from '@/server/people/accounts';
import { tracesBefore, traceState } from '@/server/people/trace';
import { hasAccounts } from '@/server/people/who';
import { scopeOfRequest } from '@/server/request-scope';
import { TraceList } from '@/stations/people/trace-list';

export const metadata = { title: 'Log' };

type Props = { searchParams: Promise<{ before?: string; code?: string; who?: string }> };

export default async function TracePage({ searchParams }: Props) {
  if (!connect().ok) return null;
  const scope = await scopeOfRequest();
  if (!hasAccounts()) redirect('/people');
  const asked = await searchParams;
  const of = {
    ...(/^K-[0-9A-F]{8}$/.test(asked.code ?? '') ? { code: asked.code } : {}),
    ...(/^[0-9a-f-]{36}$/.test(asked.who ?? '') ? { who: asked.who } : {}),
  };
  const before = Number.parseInt(asked.before ?? '', 10);
  return (
    <TraceList
      {...tracesBefore(Number.isFinite(before) ? before : null, of)}
      people={namesOfAccounts(scope)}
      state={traceState()}
      of={of}
    />
  );
}
