/**
 * Where the focus is and how it came there. A control that was pressed by mouse or finger keeps neither Space nor the
 * arrows from the keys of its screen; and where a press takes the control itself away, the focus stays near it instead of
 * falling to the page.
 */
let byPointer: EventTarget | null = null;
let pressed = false;
let last: { element: HTMLElement; above: readonly HTMLElement[] } | null = null;

const HOME = '[data-focus-home],section,[role="group"],main';

/** Whether a control has the focus because it was pressed by a pointer, and no key has moved it since. */
export const focusedByPointer = (target: EventTarget | null): boolean =>
  target !== null && target === byPointer;

function onFocusIn({ target }: FocusEvent): void {
  byPointer = pressed ? target : null;
  if (!(target instanceof HTMLElement) || target === document.body) return;
  const above: HTMLElement[] = [];
  for (let up = target.parentElement; up; up = up.parentElement) if (up.matches(HOME)) above.push(up);
  last = { element: target, above };
}

/** The control that had the focus is gone or cannot be used: what is around it takes it. */
function holdFocus(): void {
  if (!last || (document.activeElement !== document.body && document.activeElement !== last.element)) return;
  const { element, above } = last;
  const usable = element.isConnected && !(element instanceof HTMLButtonElement && element.disabled);
  if (usable) return;
  const home = above.find((up) => up.isConnected);
  last = null;
  if (!home) return;
  if (!home.hasAttribute('tabindex')) home.tabIndex = -1;
  home.focus({ preventScroll: true });
}

let installed = false;

/** Begins to watch; once a page. */
export function watchFocus(): void {
  if (installed) return;
  installed = true;
  const soon = () => {
    setTimeout(holdFocus, 0);
    setTimeout(holdFocus, 150);
  };
  document.addEventListener('pointerdown', () => (pressed = true), true);
  document.addEventListener('keydown', (e) => (pressed = pressed && e.key !== 'Tab'), true);
  document.addEventListener('pointerup', () => setTimeout(() => (pressed = false), 0), true);
  document.addEventListener('focusin', onFocusIn, true);
  document.addEventListener('click', soon, true);
  document.addEventListener('keyup', soon, true);
}
