import { useState } from 'react';
import type { Result } from '@/core/base/result';
import { answered } from '@/ui/answered';

/** A command that is under way, and what came of it where it was refused. */
export function useAsking() {
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState<string | null>(null);
  /** What the command gives back; undefined where it was refused. */
  const ask = async <T>(does: () => Promise<Result<T>>): Promise<T | undefined> => {
    setBusy(true);
    setError(null);
    const done = await answered(does());
    setBusy(false);
    if (done.ok) return done.value;
    setError(done.why);
    return undefined;
  };
  return { busy, error, ask };
}
