import { createStore, get, set, type UseStore } from 'idb-keyval';
import { Kept } from '@/core/home/kept.schema';

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
