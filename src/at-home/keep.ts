import { createStore, get, set, type UseStore } from 'idb-keyval';
import * as z from 'zod/mini';
import { HomeDoc } from '@/core/home/home-doc.schema';
import { HomeReport, MOST_REPORTS } from '@/core/home/report.schema';

const Kept = z.object({
  doc: HomeDoc,
  said: z.array(HomeReport).check(z.maxLength(MOST_REPORTS)),
  /** Ids of what is not known to have arrived. */
  unsent: z.array(z.string()).check(z.maxLength(MOST_REPORTS)),
});
/** What this phone keeps: the plan, what was said of it, and what of that still has to be sent. */
export type Kept = z.infer<typeof Kept>;

let store: UseStore | null = null;
const place = () => (store ??= createStore('kokyu-at-home', 'plans'));

/** What is kept under a name; null where there is nothing, or where this browser keeps nothing. */
export async function recall(name: string): Promise<Kept | null> {
  try {
    const kept = Kept.safeParse(await get(name, place()));
    return kept.success ? kept.data : null;
  } catch {
    return null;
  }
}

/** Keeps it, and says whether that went. */
export async function keep(name: string, kept: Kept): Promise<boolean> {
  try {
    await set(name, kept, place());
    return true;
  } catch {
    return false;
  }
}
