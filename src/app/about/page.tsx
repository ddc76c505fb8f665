import Link from 'next/link';
import { CAUTIONS } from '@/core/base/cautions';
import { inMb } from '@/core/base/megabytes';
import { about } from '@/server/about';
import { connect } from '@/server/db/client';
import { walkedFile } from '@/server/demo';
import { WalkAgain } from '@/stations/tour/walk';
import { scopeOfRequest } from '@/server/request-scope';

export const metadata = { title: 'About' };

/** What this Kokyu is, what holds wherever it is used, where its records lie, and what it is made of. */
export default async function AboutPage() {
  if (!connect().ok) return null;
  await scopeOfRequest();
  const { version, node, sqlite, shape, file, bytes, packages } = about();
  const facts: [string, string][] = [
    ['Kokyu', version],
    ['Records', `${file}, ${inMb(bytes)}, shape ${shape}`],
    ['Runs on', `Node ${node}, SQLite ${sqlite}`],
    ['Goes out', 'nothing: no page asks any other machine for anything'],
  ];
  return (
    <article className="max-w-[80ch] space-y-6 pt-3">
      <h1 className="border-b-[1.5px] border-ink pb-2 text-head">About</h1>
      <p className="flex flex-wrap gap-6 text-small">
        <Link className="underline underline-offset-4" href="/start">
          One page to start from
        </Link>
        <Link className="underline underline-offset-4" href="/words">
          Words
        </Link>
        {walkedFile() && <WalkAgain />}
      </p>
      <section aria-labelledby="cautions" className="space-y-2">
        <h2 id="cautions" className="text-lead">
          Cautions
        </h2>
        <ul className="list-disc space-y-1 pl-5">
          {CAUTIONS.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      </section>
      <section aria-labelledby="this" className="space-y-2">
        <h2 id="this" className="text-lead">
          This one
        </h2>
        <dl>
          {facts.map(([name, value]) => (
            <div key={name} className="grid grid-cols-[110px_1fr] gap-x-5 border-b border-rule py-1.5">
              <dt className="text-soft">{name}</dt>
              <dd className="min-w-0 break-words">{value}</dd>
            </div>
          ))}
        </dl>
      </section>
      <section aria-labelledby="made" className="space-y-2">
        <h2 id="made" className="text-lead">
          Made with
        </h2>
        <p className="text-small text-soft">
          Packages and fonts that ship with it, each under its own licence; the words of the licence lie in
          its folder under node_modules.
        </p>
        <table className="w-full text-small tabular-nums">
          <thead className="text-left text-soft">
            <tr>
              <th className="font-normal">package</th>
              <th className="font-normal">version</th>
              <th className="font-normal">licence</th>
            </tr>
          </thead>
          <tbody>
            {packages.map((p) => (
              <tr key={p.name} className="border-t border-rule">
                <td className="py-0.5">{p.name}</td>
                <td>{p.version}</td>
                <td>{p.licence}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
    </article>
  );
}
