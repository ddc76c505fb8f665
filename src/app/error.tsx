'use client';

import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';

/** Whatever goes wrong while a page is made: what happened, what was kept, what to do. */
export default function PageError() {
  return (
    <section className="max-w-[68ch] space-y-4 pt-8">
      <h1 className="text-head">Something went wrong on this page</h1>
      <Notice level="care">
        What you were typing is kept in this browser until it is saved. Where this page stays away, start
        Kokyu anew; after that, let doctor look at the file of records (docs/commands.md).
      </Notice>
      <Button kind="main" onClick={() => location.reload()}>
        Try again
      </Button>
    </section>
  );
}
