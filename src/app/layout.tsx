import type { Metadata } from 'next';
import { connection } from 'next/server';
import Link from 'next/link';
import type { ReactNode } from 'react';
import { connect } from '@/server/db/client';
import { damageFound } from '@/server/health';
import { houseOfRequest, localeOfRequest } from '@/server/locale';
import { ErasedDrafts } from '@/ui/autosave/erased-drafts';
import { FreshPages } from '@/ui/autosave/fresh-pages';
import { Traced } from '@/stations/tracer';
import { DatesIn } from '@/ui/dates';
import { HouseIn } from '@/ui/house';
import { Awake } from '@/ui/awake';
import { ZoneHatch } from '@/pictures/zone-hatch';
import { KeysHelp } from '@/ui/hotkeys';
import { Notice } from '@/ui/notice';
import { PageFocus } from '@/ui/page-focus';
import { draftKey } from '@/server/people/draft-key';
import { peopleSettings } from '@/server/people/settings';
import { hasAccounts, signedIn } from '@/server/people/who';
import { QuietLock } from '@/stations/people/at-the-door';
import { lock } from './account/actions';
import { walkedFile } from '@/server/demo';
import { WalkLater } from '@/stations/tour/walk-later';
import { DatabaseTrouble } from './database-trouble';
import './globals.css';

export const metadata: Metadata = {
  title: { template: '%s – Kokyu', default: 'Kokyu' },
  description: 'Coaching the breath: screen, look, read, write, coach, follow',
};

const HOUSES = [
  ['/', 'Today'],
  ['/classes', 'Classes'],
  ['/drills', 'Drills'],
  ['/settings', 'Settings'],
] as const;

export default async function RootLayout({ children }: { children: ReactNode }) {
  await connection();
  const opened = connect();
  const damage = opened.ok ? damageFound() : null;
  const who = opened.ok && hasAccounts() ? await signedIn() : 'everybody';
  const isIn = who === 'everybody' || (who !== null && !who.locked);
  const houses = !isIn ? [] : who !== 'everybody' && who.role === 'assistant' ? HOUSES.slice(0, 1) : HOUSES;
  const drafts = isIn && opened.ok ? draftKey(who === 'everybody' ? null : who) : null;
  const walked = opened.ok && who === 'everybody' ? walkedFile() : null;
  return (
    <html lang="en">
      <body>
        <ZoneHatch />
        <a
          href="#main"
          className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-sheet focus:p-2"
        >
          Skip to the page
        </a>
        <header className="no-print mx-auto flex max-w-[1280px] flex-wrap items-baseline gap-x-7 px-4 pt-3 pb-1 room:px-8">
          <span className="font-serif text-title font-semibold tracking-tight">Kokyu</span>
          <nav aria-label="House" className="flex flex-wrap gap-x-5">
            {houses.map(([href, name]) => (
              <Link key={href} href={href} className="hover:underline">
                {name}
              </Link>
            ))}
          </nav>
          <span className="ml-auto flex items-baseline gap-5 text-fine">
            {who !== 'everybody' && who !== null && !who.locked && (
              <>
                <QuietLock quietMin={peopleSettings().quietMin} lock={lock} />
                <Link href="/account" className="hover:underline">
                  <bdi>{who.name}</bdi>
                </Link>
              </>
            )}
            <KeysHelp />
          </span>
        </header>
        <main id="main" tabIndex={-1} className="mx-auto max-w-[1280px] px-4 pb-10 room:px-8">
          <FreshPages />
          {isIn && <ErasedDrafts />}
          {damage && <Notice level="stop">{damage}</Notice>}
          <PageFocus />
          {opened.ok ? (
            <Awake>
              <DatesIn locale={await localeOfRequest()}>
                <HouseIn house={await houseOfRequest()}>
                  <Traced>{children}</Traced>
                </HouseIn>
              </DatesIn>
            </Awake>
          ) : (
            <DatabaseTrouble trouble={opened.trouble} />
          )}
        </main>
        {drafts && <meta name="kokyu-drafts" content={drafts} />}
        {walked && <WalkLater clientId={walked} />}
      </body>
    </html>
  );
}
