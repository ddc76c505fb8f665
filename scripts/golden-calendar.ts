import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { GOLDEN_CALENDARS } from '../tests/checks/golden/reminders';

// npx tsx scripts/golden-calendar.ts: what Debian's python3-icalendar and python3-vobject read in our calendars.
// Needs: apt-get install python3-icalendar python3-vobject
const folder = mkdtempSync(join(tmpdir(), 'kokyu-calendar-'));
const path = join(folder, 'calendars.json');
writeFileSync(path, JSON.stringify(GOLDEN_CALENDARS));
const made = execFileSync('/usr/bin/python3', ['scripts/golden-calendar.py', path], { encoding: 'utf8' });
writeFileSync('tests/checks/golden/calendar.json', made);
