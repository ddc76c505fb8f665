'use client';

import Link from 'next/link';
import type { ComponentProps } from 'react';
import { Backups, type BackupsProps } from './backups';
import { FilmsFolder } from './films-folder';
import { HouseSettings } from './house-settings';
import { MachineSettings } from './machine-settings';
import { RetentionRule, type RetentionProps } from './retention';
import { ThresholdSettings } from './threshold-settings';

type Props = {
  house: ComponentProps<typeof HouseSettings>;
  thresholds: ComponentProps<typeof ThresholdSettings>;
  films: ComponentProps<typeof FilmsFolder>;
  retention: RetentionProps;
  /** Of the owner alone; null for everybody else. */
  ofOwner: (BackupsProps & { accounts: boolean; quietMin: number }) | null;
};

/** Everything that can be set, in one place; each says what it does and where its usual value comes from. */
export function Settings({ house, thresholds, films, retention, ofOwner }: Props) {
  const places = [
    ['house', 'Writing and measuring'],
    ['back-lying', 'Lying on the back in pregnancy'],
    ['held-against', 'What is held against what'],
    ['machine', 'This machine'],
    ['films', 'Films'],
    ['retention', 'How long records are kept'],
    ...(ofOwner
      ? [
          ['backups', 'Backups'],
          ['who', 'Who uses it'],
        ]
      : []),
  ] as const;
  return (
    <div className="pt-3">
      <h1 className="border-b-[1.5px] border-ink pb-2 text-head">Settings</h1>
      <div className="grid grid-cols-1 gap-x-10 pt-4 desk:grid-cols-[210px_1fr]">
        <nav aria-label="Settings" className="self-start pb-5 desk:sticky desk:top-4">
          <ul className="flex flex-wrap gap-x-5 gap-y-1 text-small desk:block desk:space-y-1.5">
            {places.map(([id, name]) => (
              <li key={id}>
                <a className="hover:underline" href={`#${id}`}>
                  {name}
                </a>
              </li>
            ))}
          </ul>
        </nav>
        <div className="min-w-0 space-y-7">
          <HouseSettings {...house} />
          <ThresholdSettings {...thresholds} />
          <MachineSettings />
          <FilmsFolder {...films} />
          <RetentionRule {...retention} />
          {ofOwner && <Backups {...ofOwner} />}
          {ofOwner && <Who accounts={ofOwner.accounts} quietMin={ofOwner.quietMin} />}
        </div>
      </div>
    </div>
  );
}

const Who = ({ accounts, quietMin }: { accounts: boolean; quietMin: number }) => (
  <section aria-labelledby="who" className="space-y-2 border-t border-rule pt-4">
    <h2 id="who" className="text-lead">
      Who uses it
    </h2>
    <p className="max-w-[95ch] text-small">
      {accounts
        ? `Everybody signs in and sees what is theirs. A screen locks after ${quietMin} minutes without a touch.`
        : 'One person: whoever is at this machine sees everything.'}{' '}
      <Link className="underline underline-offset-4" href="/people">
        {accounts ? 'Accounts and the lock' : 'Make accounts for several'}
      </Link>
    </p>
  </section>
);
