import { Tap } from './parts';

const STEPS = Array.from({ length: 11 }, (_, i) => i);

/** How it felt, in one tap. */
export function FeltPage({ onFelt }: { onFelt: (felt: number | null) => void }) {
  return (
    <>
      <h1>How hard was it?</h1>
      <p className="lead">0 is no effort at all, 10 as hard as can be.</p>
      <div className="steps-row" role="group" aria-label="How hard was it, 0 to 10">
        {STEPS.map((n) => (
          <Tap key={n} onClick={() => onFelt(n)}>
            {n}
          </Tap>
        ))}
      </div>
      <Tap look="quiet" onClick={() => onFelt(null)}>
        Leave it out
      </Tap>
    </>
  );
}
