'use client';

import { Button } from './button';

/** Prints the page that stands. */
export function PrintButton() {
  return (
    <Button kind="main" onClick={() => window.print()}>
      Print
    </Button>
  );
}
