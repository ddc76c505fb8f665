'use client';

import { Button } from '@/ui/button';

/** Codes that are shown once, to be printed and put away. */
export function Codes({
  codes,
  username,
  onDone,
  done,
}: {
  codes: readonly string[];
  username: string;
  onDone: () => void;
  done: string;
}) {
  return (
    <section aria-labelledby="codes" className="space-y-4 border-l-4 border-ink bg-sheet px-5 py-4">
      <h2 id="codes" className="text-lead">
        Codes for a lost password, of “{username}”
      </h2>
      <p className="max-w-[75ch]">
        They are shown this once. Print them or write them down, and keep them where you keep keys. Each sets
        a new password once.
      </p>
      <ol className="grid max-w-[60ch] grid-cols-2 gap-x-8 gap-y-1 font-mono tabular-nums">
        {codes.map((code) => (
          <li key={code}>{code}</li>
        ))}
      </ol>
      <div className="no-print flex flex-wrap gap-4">
        <Button onClick={() => window.print()}>Print them</Button>
        <Button kind="main" onClick={onDone}>
          {done}
        </Button>
      </div>
    </section>
  );
}
