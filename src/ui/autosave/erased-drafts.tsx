'use client';

import { useEffect } from 'react';
import { draftedRecords, dropDraftsOf } from './draft-store';

/** Asks which drafts of this browser are of somebody who was erased, and drops them. Nothing is asked while there are none. */
export async function dropErased(): Promise<void> {
  const ids = await draftedRecords();
  if (ids.length === 0) return;
  const answer = await fetch('/erased', { method: 'POST', body: JSON.stringify({ ids }) }).catch(() => null);
  if (!answer?.ok) return;
  const { gone } = (await answer.json()) as { gone: string[] };
  if (gone.length > 0) await dropDraftsOf(gone);
}

/** Once a page load: an erasure may have been made in another browser. */
export function ErasedDrafts() {
  useEffect(() => void dropErased(), []);
  return null;
}
