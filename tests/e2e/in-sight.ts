import type { Page } from '@playwright/test';

/** Controls, and words that are read, of a page: those in the first view, and all of it. */
export type Counts = { controls: number; words: number; allControls: number; allWords: number; said: string };

/**
 * Counts what stands under an element. Text for screen readers alone and the words inside a picture are not read; the names
 * of closed lists are not in sight.
 */
export const inSight = (page: Page, under = 'body'): Promise<Counts> =>
  page.evaluate((selector) => {
    const root = document.querySelector(selector)!;
    const isShown = (el: Element) => {
      const box = el.getBoundingClientRect();
      return (
        el.checkVisibility() &&
        box.width > 2 &&
        box.height > 2 &&
        !el.closest('[aria-hidden=true], .sr-only, svg, option')
      );
    };
    const isInView = (el: Element) => {
      const box = el.getBoundingClientRect();
      if (box.top >= innerHeight || box.bottom <= 0 || box.left >= innerWidth || box.right <= 0) return false;
      // What is scrolled out of a box of its own is not in sight.
      for (let up = el.parentElement; up && up !== document.body; up = up.parentElement) {
        if (!/auto|scroll|hidden/.test(getComputedStyle(up).overflowY)) continue;
        const frame = up.getBoundingClientRect();
        if (box.top >= frame.bottom || box.bottom <= frame.top) return false;
      }
      return true;
    };
    const texts: { text: string; inView: boolean }[] = [];
    const walk = document.createTreeWalker(root, NodeFilter.SHOW_TEXT);
    for (let node = walk.nextNode(); node; node = walk.nextNode()) {
      const el = node.parentElement;
      // A browser with sound says nothing of it; that of a test may have none, so that its clock can be set.
      if (!el || node.textContent?.startsWith('This browser makes no sound')) continue;
      if (!/^(SCRIPT|STYLE|TEMPLATE|NOSCRIPT)$/.test(el.tagName) && isShown(el))
        texts.push({ text: node.textContent ?? '', inView: isInView(el) });
    }
    const words = (said: string) => said.split(/\s+/).filter((w) => /[\p{L}\d]/u.test(w)).length;
    const controls = [
      ...root.querySelectorAll(
        'button, a[href], select, input:not([type=hidden]), textarea, summary, [role=slider], [role=button]:not(button)',
      ),
    ].filter((el) => {
      const box = el.getBoundingClientRect();
      return el.checkVisibility() && box.width > 2 && box.height > 2 && !el.closest('[aria-hidden=true]');
    });
    const said = texts
      .filter((t) => t.inView)
      .map((t) => t.text)
      .join(' ');
    return {
      controls: controls.filter(isInView).length,
      words: words(said),
      allControls: controls.length,
      allWords: words(texts.map((t) => t.text).join(' ')),
      said,
    };
  }, under);
