import type { OtherWay } from '@/core/class/notes';

/** Who does something else, in the largest type that fits as many as there are. */
export function WaysBoard({ ways, large }: { ways: readonly OtherWay[]; large: boolean }) {
  if (ways.length === 0)
    return <p className={`text-soft ${large ? 'text-huge' : 'text-lead'}`}>Everybody does the same.</p>;
  const size =
    large && ways.length <= 4 ? 'text-huge' : large && ways.length <= 8 ? 'text-head' : 'text-title';
  return (
    <ul
      aria-label="Who does something else"
      className={`grid grid-cols-1 gap-x-8 gap-y-1 leading-snug ${size} ${large ? 'room:grid-cols-2' : 'room:grid-cols-2 desk:grid-cols-3'}`}
    >
      {ways.map((way) => (
        <li key={way.says} className="border-l-4 border-tone pl-3">
          <strong dir="auto">{way.who.join('  ')}</strong>
          <span className="block">{way.says}</span>
        </li>
      ))}
    </ul>
  );
}
