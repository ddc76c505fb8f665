import { useSyncExternalStore } from 'react';

const never = () => () => {};
/** Passkeys belong to a name; an address in figures has none. */
const hasName = () => 'credentials' in navigator && !/^[\d.]+$|:/.test(window.location.hostname);

/** Whether passkeys can be used at the address by which this page was opened. */
export const usePasskeys = (): boolean => useSyncExternalStore(never, hasName, () => false);
