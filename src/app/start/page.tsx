import { CAUTIONS } from '@/core/base/cautions';
import { FIRST_DAY } from '@/core/base/first-day';
import { PrintButton } from '@/ui/print-button';

export const metadata = { title: 'Start' };

/** One sheet of paper beside the machine: the way of a first client, the keys that hold everywhere, and the cautions. */
export default function StartPage() {
  return (
    <article className="sheet mx-auto max-w-[820px] space-y-4 pb-6" aria-label="One page to start from">
      <div className="no-print pt-3">
        <PrintButton />
      </div>
      <h1 className="border-b-[1.5px] border-ink pb-1 text-[1.7em]">Your first client with Kokyu</h1>
      <ol className="space-y-1.5">
        {FIRST_DAY.map(({ at, does }, i) => (
          <li key={at} className="grid grid-cols-[1.6em_6.5em_1fr] gap-x-2">
            <span className="text-soft tabular-nums">{i + 1}</span>
            <strong>{at}</strong>
            <span>{does}</span>
          </li>
        ))}
      </ol>
      <section aria-labelledby="keys" className="space-y-1">
        <h2 id="keys" className="text-lead">
          Keys
        </h2>
        <p>
          <kbd className="font-sans font-semibold">?</kbd> lists the keys of the screen that stands, and says
          what its words mean. <kbd className="font-sans font-semibold">Tab</kbd> goes on,{' '}
          <kbd className="font-sans font-semibold">Shift Tab</kbd> back,{' '}
          <kbd className="font-sans font-semibold">Enter</kbd> and{' '}
          <kbd className="font-sans font-semibold">Space</kbd> press. On Today{' '}
          <kbd className="font-sans font-semibold">/</kbd> finds a client and{' '}
          <kbd className="font-sans font-semibold">N</kbd> begins a new one. Whatever is typed is saved by
          itself; nothing has to be saved by hand.
        </p>
      </section>
      <section aria-labelledby="mind" className="space-y-1">
        <h2 id="mind" className="text-lead">
          Bear in mind
        </h2>
        <ul className="list-disc space-y-0.5 pl-5">
          {CAUTIONS.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      </section>
      <p className="text-soft">
        First evening: Settings, Backups. A word that is dotted below says what it means; all of them stand
        under Words.
      </p>
    </article>
  );
}
