import type { LookData } from '@/core/look/look';
import { stateOf } from '@/core/look/progress';
import { TEST, type TestId } from '@/core/look/tests';
import { Press } from '@/ui/press';

type Props = {
  look: LookData;
  tests: readonly TestId[];
  shown: TestId;
  /** All of them stand there, and not only the one that is made. */
  listed: boolean;
  onTest: (test: TestId) => void;
  onChoose: () => void;
};

/** The next test that is not made yet: after the one that is shown, else from the beginning; null where none is left. */
export function nextOf(look: LookData, tests: readonly TestId[], shown: TestId): TestId | null {
  const left = tests.filter((t) => t !== shown && stateOf(look, t) === 'open');
  return left.find((t) => tests.indexOf(t) > tests.indexOf(shown)) ?? left[0] ?? null;
}

/** The tests of a look with what is done of them; put away, how many are left. */
export function TestList({ look, tests, shown, listed, onTest, onChoose }: Props) {
  const open = tests.filter((t) => stateOf(look, t) === 'open').length;
  return (
    <>
      {listed ? (
        <>
          <ol
            aria-label="Tests"
            data-tests
            className="border-t border-rule room:min-h-0 room:overflow-y-auto"
          >
            {tests.map((t) => (
              <li key={t} className="border-b border-rule">
                <Press
                  look="row"
                  aria-current={shown === t ? 'step' : undefined}
                  onClick={() => onTest(t)}
                  className="flex items-center justify-between border-l-4 border-transparent pl-2 aria-[current]:border-rise aria-[current]:font-semibold"
                >
                  {TEST[t].name}
                  {stateOf(look, t) !== 'open' && <span className="sr-only">, </span>}
                  <span className="text-fine font-normal text-soft">
                    {{ seen: 'done', skipped: 'left out', open: '' }[stateOf(look, t)]}
                  </span>
                </Press>
              </li>
            ))}
          </ol>
          <p className="flex items-center justify-between pt-1 text-fine text-soft">
            <span>{open === 0 ? 'all done' : `${open} left to do`}</span>
            <Press look="text" className="decoration-rule hover:text-ink" onClick={onChoose}>
              choose tests
            </Press>
          </p>
        </>
      ) : (
        <p className="border-t border-rule py-2">
          <strong>{TEST[shown].name}</strong>
          <span className="block text-fine text-soft">
            {open === 0 ? 'all done' : `${open} of ${tests.length} left to do`}
          </span>
        </p>
      )}
    </>
  );
}
