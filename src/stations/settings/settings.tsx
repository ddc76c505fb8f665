'use client';

import Link from 'next/link';
import { Fold } from '@/ui/fold';
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
  return (
    <div className="mx-auto max-w-[860px] pt-3">
      <h1 className="pb-2 text-head">Settings</h1>
      <HouseSettings {...house} />
      <ThresholdSettings {...thresholds} />
      <MachineSettings />
      <FilmsFolder {...films} />
      <RetentionRule {...retention} />
      {ofOwner && <Backups {...ofOwner} />}
      {ofOwner && <Who accounts={ofOwner.accounts} quietMin={ofOwner.quietMin} />}
    </div>
  );
}

const Who = ({ accounts, quietMin }: { accounts: boolean; quietMin: number }) => (
  <Fold id="who" title="Who uses it" said={accounts ? 'several, each with an account' : 'one person'}>
    <p className="text-small">
      {accounts
        ? `Everybody signs in and sees what is theirs. A screen locks after ${quietMin} minutes without a touch.`
        : 'One person: whoever is at this machine sees everything.'}{' '}
      <Link className="underline underline-offset-4" href="/people">
        {accounts ? 'Accounts and the lock' : 'Make accounts for several'}
      </Link>
    </p>
  </Fold>
);
