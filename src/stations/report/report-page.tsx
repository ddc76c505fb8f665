'use client';

import type { ClientReport, ClinicianReport, Report } from '@/core/client/report';
import { MEASURE_GROUPS } from '@/core/follow/measures';
import { GROUP_LABEL } from '@/core/follow/said';
import { ChangePicture } from '@/pictures/change-picture';
import { buttonClass } from '@/ui/button';
import { Columns } from '@/ui/columns';
import { Notice } from '@/ui/notice';
import { PrintButton } from '@/ui/print-button';

type Props = { report: Report; days: Record<string, string>; clientId: string };

/** A report as the browser prints it; buttons and what only the instructor reads stay on the screen. */
export function ReportPage({ report, days, clientId }: Props) {
  return (
    <article className="sheet mx-auto max-w-[820px] space-y-4 pb-8" aria-label={report.title}>
      <div className="no-print space-y-3 pt-3">
        <div className="flex flex-wrap gap-3">
          <PrintButton />
          <a className={buttonClass()} href={`/reports/${clientId}/pdf?for=${report.for}`} download>
            PDF
          </a>
          <a className={buttonClass()} href={`/clients/${clientId}/follow`}>
            Back to Follow
          </a>
        </div>
        <Notice level="care">
          {report.for === 'client'
            ? 'Read it with the client before it goes home. It has a first name and numbers on it, no reading and no flag.'
            : 'These are health data. Hand it on only if the client agrees, and as your local rules on scope and records allow.'}
        </Notice>
      </div>
      <header className="flex flex-wrap items-end justify-between gap-x-4 border-b-[1.5px] border-ink pb-1">
        <h1 className="text-[1.7em]" dir="auto">
          {report.title}
        </h1>
        <span className="text-soft tabular-nums">{report.period}</span>
      </header>
      {report.for === 'client' ? (
        <ForClient report={report} days={days} />
      ) : (
        <ForClinician report={report} days={days} />
      )}
      {report.from && (
        <p className="text-right text-fine text-soft" dir="auto">
          {report.from}
        </p>
      )}
    </article>
  );
}

function Part({ title, lines, care = false }: { title: string; lines: readonly string[]; care?: boolean }) {
  if (lines.length === 0) return null;
  return (
    <section className="break-inside-avoid">
      <h2 className="text-lead">{title}</h2>
      {lines.map((line) => (
        <p key={line} className={care ? 'text-care' : ''}>
          {line}
        </p>
      ))}
    </section>
  );
}

function Picture({
  picture,
  days,
}: {
  picture: NonNullable<Report['picture']>;
  days: Record<string, string>;
}) {
  const name = picture.label.charAt(0).toUpperCase() + picture.label.slice(1);
  return (
    <figure className="max-w-[640px] break-inside-avoid">
      <figcaption className="font-semibold">
        {name}, {picture.unit}
      </figcaption>
      <ChangePicture picture={picture} day={(at) => days[at] ?? ''} />
      {picture.noise !== null && (
        <p className="text-fine text-soft">
          In the grey band nothing is said to have changed: days do that by themselves.
        </p>
      )}
    </figure>
  );
}

function ForClient({ report, days }: { report: ClientReport; days: Record<string, string> }) {
  return (
    <div className="space-y-4 text-[1.15em] leading-relaxed">
      <Part title="What has changed" lines={[...report.changed, report.same].filter(Boolean)} />
      {report.picture && <Picture picture={report.picture} days={days} />}
      <Part title="What you did" lines={report.done} />
      <Part title="What comes next" lines={report.next} />
      <Part title="Keep in mind" lines={report.mind} />
      <p className="text-stop">{report.stop}</p>
    </div>
  );
}

function ForClinician({ report, days }: { report: ClinicianReport; days: Record<string, string> }) {
  return (
    <div className="space-y-4">
      <p className="text-soft">
        Code in exchanged data: {report.code}
        {report.wants !== '' && <span className="block text-ink">Wants: {report.wants}</span>}
      </p>
      <Part title="Cautions, as told at screening" lines={report.cautions} care />
      <Part title="Signs that ended something" lines={report.signs} care />
      <section>
        <h2 className="text-lead">Seen at the newest look</h2>
        <p className="text-fine text-soft">Patterns, not diagnoses.</p>
        {report.seen.map((s) => (
          <p key={s.label}>
            <strong>{s.label}</strong> ({s.strength}, {s.certainty}): {s.because.join('; ')}
          </p>
        ))}
        {report.seen.length === 0 && <p>No pattern stood out.</p>}
      </section>
      <Part title="Changed beyond noise" lines={report.changed} />
      {report.picture && <Picture picture={report.picture} days={days} />}
      <Measured report={report} />
      <Part title="Done" lines={report.done} />
      <Part title="Methods" lines={report.methods} />
      <Part title="What cannot be known from this" lines={report.unknown} />
    </div>
  );
}

function Measured({ report }: { report: ClinicianReport }) {
  return (
    <section aria-labelledby="measured">
      <h2 id="measured" className="text-lead">
        Measured
      </h2>
      <div className="overflow-x-auto">
        <table className="w-full min-w-[620px] text-left text-small tabular-nums">
          <Columns names={['what', 'first', 'newest', 'difference', 'noise', 'verdict']} />
          {MEASURE_GROUPS.map((group) => {
            const rows = report.measured.filter((m) => m.group === group);
            if (rows.length === 0) return null;
            return (
              <tbody key={group}>
                <tr>
                  <th colSpan={6} scope="rowgroup" className="pt-2 text-left font-semibold">
                    {GROUP_LABEL[group]}
                  </th>
                </tr>
                {rows.map((m) => (
                  <tr key={m.label} className="break-inside-avoid border-b border-rule">
                    <td className="py-0.5 pr-3">
                      {m.label} {m.unit !== '' && <span className="text-soft">{m.unit}</span>}
                    </td>
                    <td className="pr-3">{m.first}</td>
                    <td className="pr-3">{m.newest}</td>
                    <td className="pr-3">{m.difference}</td>
                    <td className="pr-3 text-soft">{m.noise}</td>
                    <td className={m.verdict === 'changed' ? 'font-bold' : ''}>{m.verdict}</td>
                  </tr>
                ))}
              </tbody>
            );
          })}
        </table>
      </div>
    </section>
  );
}
