import { connect } from '../db/client';
import { checkPages } from '../health';
import { STUDIO } from '../scope';
import { backupSettings } from '../settings';
import { backUp, backupDue } from './backup';

/** It is looked so often whether a backup is due, ms. */
const LOOK_MS = 10 * 60e3;
/** After Kokyu starts it is busy with pages first, ms. */
const FIRST_MS = 60e3;

let working = false;

async function look(): Promise<void> {
  if (working || !connect().ok) return;
  working = true;
  try {
    checkPages();
    const set = backupSettings(STUDIO);
    if (set && backupDue(set, new Date())) await backUp(STUDIO);
  } catch {
    // A database that is held or gone just now is looked at again; what failed within a backup is kept and shown.
  } finally {
    working = false;
  }
}

/** A backup every day while Kokyu runs, once the studio has set where. */
export function startDaily(): void {
  setTimeout(() => void look(), FIRST_MS).unref();
  setInterval(() => void look(), LOOK_MS).unref();
}
