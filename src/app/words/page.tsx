import { GLOSSARY, TERMS } from '@/core/base/glossary';

export const metadata = { title: 'Words' };

/** Every word of the trade as Kokyu uses it. */
export default function WordsPage() {
  return (
    <section aria-labelledby="words" className="max-w-[72ch] pt-3">
      <h1 id="words" className="border-b-[1.5px] border-ink pb-2 text-head">
        Words
      </h1>
      <p className="pt-2 text-soft">
        One word for one thing. Where a word is dotted below on a screen, pressing it says the same.
      </p>
      <dl className="pt-2">
        {TERMS.map((term) => (
          <div
            key={term}
            id={term}
            className="grid grid-cols-1 room:grid-cols-[190px_1fr] gap-x-5 border-b border-rule py-2 target:bg-sheet"
          >
            <dt className="font-semibold">{GLOSSARY[term].word}</dt>
            <dd>{GLOSSARY[term].means}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
