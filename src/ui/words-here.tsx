'use client';

import { useState } from 'react';
import { GLOSSARY, wordsOn } from '@/core/base/glossary';

/** What stands on the screen now, behind the dialog. */
function textHere(): string {
  const main = document.getElementById('main');
  const drawn = [...(main?.querySelectorAll('svg text') ?? [])].map((t) => t.textContent);
  return [main?.innerText, ...drawn].join('\n');
}

/** Every word of the trade that stands on this screen, and what it means. */
export function WordsHere() {
  const [words] = useState(() => wordsOn(textHere()));
  return (
    <section aria-labelledby="words-here" className="space-y-2 pt-5">
      <h3 id="words-here" className="text-lead">
        Words of this screen
      </h3>
      {words.length === 0 && <p className="text-soft">None of the trade’s own words stands here.</p>}
      <dl className="divide-y divide-rule">
        {words.map((term) => (
          <div key={term} className="grid grid-cols-1 gap-x-4 py-1.5 room:grid-cols-[9rem_1fr]">
            <dt className="font-semibold">{GLOSSARY[term].word}</dt>
            <dd>{GLOSSARY[term].means}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
