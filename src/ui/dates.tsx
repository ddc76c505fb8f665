'use client';

import { createContext, useContext, type ReactNode } from 'react';
import { datesIn, USUAL_LOCALE, type Dates } from '@/core/base/dates';

const Locale = createContext(USUAL_LOCALE);

/** Says in whose language dates are written: the browser's first one, as it told the server. */
export function DatesIn({ locale, children }: { locale: string; children: ReactNode }) {
  return <Locale value={locale}>{children}</Locale>;
}

/** How dates are written here. */
export const useDates = (): Dates => datesIn(useContext(Locale));

/**
 * A date as it stands in a page. Server and browser may space the same words differently; what the server wrote stays.
 */
export function When({ at, as = 'day' }: { at: string; as?: keyof Dates }) {
  const dates = useDates();
  return (
    <time dateTime={at} suppressHydrationWarning>
      {dates[as](at)}
    </time>
  );
}
