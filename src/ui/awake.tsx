'use client';

import { useSyncExternalStore, type ComponentType, type ReactNode } from 'react';

const never = () => () => undefined;

/** True once the scripts of this part of the page run; what is typed before that would be lost. */
const useAwake = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );

/** A part of the page whose fields and buttons take no input until they can keep what is put in; links work at once. */
export function Awake({ children }: { children: ReactNode }) {
  const awake = useAwake();
  return (
    <fieldset role="presentation" disabled={!awake} data-awake={awake} className="contents">
      {children}
    </fieldset>
  );
}

/** The same round a component that comes later than the page. */
export function awake<P extends object>(Part: ComponentType<P>): ComponentType<P> {
  return function Awakened(props: P) {
    return (
      <Awake>
        <Part {...props} />
      </Awake>
    );
  };
}

/** So many lines of a long list stand in the page as it comes; more than are seen without scrolling. */
const AT_FIRST = 24;

/** The lines of a long list that scrolls: those that are seen at first, and all of them once the scripts run. */
export const useWholeLater = <T,>(lines: readonly T[]): readonly T[] =>
  useAwake() ? lines : lines.slice(0, AT_FIRST);
