'use client';

import Link from 'next/link';
import { usePathname } from 'next/navigation';
import type { Station } from '@/core/client/rail';

const NAME: Record<Station, string> = {
  screen: 'Screen',
  look: 'Look',
  read: 'Read',
  write: 'Write',
  coach: 'Coach',
  home: 'Home',
  follow: 'Follow',
};

type Props = { clientId: string; stations: readonly { station: Station; fresh: string }[]; due: Station };

/** The stations in the order of the work: places, not a wizard. The one that is due is marked. */
export function StationRail({ clientId, stations, due }: Props) {
  const here = usePathname().split('/')[3] ?? '';
  return (
    <>
      <a
        href="#station"
        className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-sheet focus:p-2"
      >
        Skip past the stations
      </a>
      <nav aria-label="Stations" className="no-print flex flex-wrap border-b-[1.5px] border-ink">
        {stations.map(({ station, fresh }) => (
          <Link
            key={station}
            href={`/clients/${clientId}/${station}`}
            aria-current={here === station ? 'page' : undefined}
            className={`-mb-[1.5px] min-w-24 border-b-[5px] pt-1 pr-3 room:min-w-24 room:pr-5 desk:min-w-28 pb-1.5 ${here === station ? 'border-rise' : 'border-transparent hover:border-rule'}`}
          >
            <span className="block text-lead font-semibold">
              {NAME[station]}
              {due === station && <span className="sr-only">, </span>}
              {due === station && (
                <span className="ml-2 border border-ink px-1 text-tiny font-normal tracking-wide">due</span>
              )}
            </span>
            <span className="sr-only">: </span>
            <span className="block text-fine text-soft tabular-nums">{fresh}</span>
          </Link>
        ))}
      </nav>
      {here in NAME && (
        <h2 id="station" data-heading tabIndex={-1} className="sr-only">
          {NAME[here as Station]}
        </h2>
      )}
    </>
  );
}
