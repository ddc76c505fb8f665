import { buttonClass } from '@/ui/button';

const REPORTS = [
  ['client', 'For the client', 'one page, plain, with one picture of the change'],
  ['clinician', 'For a clinician', 'seen, measured, done, changed; with methods and limits'],
] as const;

const FILES = [
  ['fhir', 'FHIR R4', 'values, sessions and plans for other systems; a code in place of the name'],
  ['observations', 'CSV', 'every value, one a line'],
  ['dictionary', 'dictionary', 'what the columns and keys of that table mean'],
  ['bundle', 'everything, as a zip', 'with raw records; another Kokyu brings it in'],
] as const;

/** What can be handed on of a client: two reports, and files in open formats. */
export function TakeAlong({ clientId }: { clientId: string }) {
  return (
    <div className="space-y-2">
      <ul className="flex flex-wrap gap-x-8 gap-y-2">
        {REPORTS.map(([who, name, what]) => (
          <li key={who} className="flex flex-wrap items-center gap-x-3">
            <a className={buttonClass()} href={`/reports/${clientId}?for=${who}`}>
              {name}
            </a>
            <span className="text-fine text-soft">{what}</span>
          </li>
        ))}
      </ul>
      <ul className="flex flex-wrap gap-x-8 gap-y-1 text-small">
        {FILES.map(([file, name, what]) => (
          <li key={file}>
            <a
              className="inline-block py-1 underline underline-offset-4"
              href={`/clients/${clientId}/take/${file}`}
              download
            >
              {name}
            </a>{' '}
            <span className="text-fine text-soft">{what}</span>
          </li>
        ))}
      </ul>
    </div>
  );
}
