import { createRoot } from 'react-dom/client';
import * as z from 'zod/mini';
import { HomeDoc } from '@/core/home/home-doc.schema';
import { App } from './app';
import type { Origin } from './use-home';
import './page.css';

/** Where the page comes from: a plan that stands in it, or the token behind the # of its address. */
function originOf(): Origin {
  const inside = document.getElementById('plan')?.textContent;
  if (inside) {
    const doc = z.safeParse(HomeDoc, JSON.parse(inside));
    return doc.success ? { kind: 'file', doc: doc.data } : { kind: 'lost' };
  }
  const token = decodeURIComponent(location.hash.slice(1));
  return token ? { kind: 'link', token } : { kind: 'lost' };
}

// At night the colours of a dim room, where the phone says that it is night.
const dark = matchMedia('(prefers-color-scheme: dark)');
const dim = () => document.documentElement.classList.toggle('dim', dark.matches);
dim();
dark.addEventListener('change', dim);

const origin = originOf();
createRoot(document.getElementById('page')!).render(<App origin={origin} />);
if (origin.kind === 'link') {
  // Another link, pasted into the same window, is another page.
  addEventListener('hashchange', () => location.reload());
  // Over plain http from another machine there is none: the page then works only while Kokyu can be reached.
  if ('serviceWorker' in navigator)
    void navigator.serviceWorker.register('/at-home/sw.js', { scope: '/home' }).catch(() => undefined);
}
