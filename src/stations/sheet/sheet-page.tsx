'use client';

import type { Sheet, SheetRow } from '@/core/sequence/sheet';
import { Figure } from '@/pictures/figure';
import { FigureBuild } from '@/pictures/figure-build';
import { buttonClass } from '@/ui/button';
import { PrintButton } from '@/ui/print-button';

/** A sheet as the browser prints it; the buttons stay on the screen. */
export function SheetPage({ sheet, large, pdfHref }: { sheet: Sheet; large: boolean; pdfHref: string }) {
  const client = sheet.for === 'client';
  return (
    <article
      className={`sheet mx-auto max-w-[820px] ${large ? 'sheet-large' : ''} ${client ? 'sheet-client' : 'sheet-instructor'}`}
      aria-label={sheet.title}
    >
      <div className="no-print flex gap-3 py-3">
        <PrintButton />
        <a className={buttonClass()} href={pdfHref} download>
          PDF
        </a>
      </div>
      <header className="flex items-end justify-between border-b-[1.5px] border-ink pb-1">
        <h1 className="text-[1.7em]">{sheet.title}</h1>
        <span className="tabular-nums">{sheet.total} min in all</span>
      </header>
      {sheet.cautions.map((c) => (
        <p key={c} className="text-care">
          <strong>Caution.</strong> {c}
        </p>
      ))}
      {sheet.rows.map((row) => (
        <FigureBuild key={row.number} build={row.build}>
          {client ? <ForClient row={row} /> : <ForInstructor row={row} />}
        </FigureBuild>
      ))}
      {sheet.home.map((line) => (
        <p key={line} className="pt-1.5">
          {line}
        </p>
      ))}
      {sheet.relook && <p className="pt-1.5 font-semibold tabular-nums">{sheet.relook}</p>}
      <p className="pt-1.5 text-stop">{sheet.stop}</p>
      {sheet.from && (
        <p className="pt-1.5 text-right text-[0.85em] text-soft" dir="auto">
          {sheet.from}
        </p>
      )}
    </article>
  );
}

/** What the figures of a row share. */
const bodyOf = ({ position, props, breath, meant }: SheetRow) => ({ position, props, breath, meant });

function ForInstructor({ row }: { row: SheetRow }) {
  return (
    <section className="grid break-inside-avoid grid-cols-[3.4em_5.5em_minmax(0,1fr)] room:grid-cols-[3.4em_5.5em_13em_9.5em_1fr] print:grid-cols-[3.4em_5.5em_13em_9.5em_1fr] gap-x-[0.8em] border-b border-rule py-[0.25em]">
      <span className="font-semibold tabular-nums">{row.at}</span>
      <Figure {...bodyOf(row)} figure={row.figure} hands={row.hands} className="h-[3.4em] w-full" />
      <span>
        <strong>
          {row.number}. {row.name}
        </strong>
        <span className="block text-soft">
          {[row.positionLabel, row.propsLabel].filter(Boolean).join('; ')}
        </span>
      </span>
      <span className="tabular-nums max-room:col-start-3 print:col-start-auto">
        <strong>{row.written}</strong>
        <span className="block">{row.dose}</span>
        <span className="block text-soft">{row.tone}</span>
      </span>
      <span>
        <em>{row.cues.map((c) => `“${c}”`).join('  ')}</em>
        <span className="block">{row.movement}</span>
        <span className="block text-soft">Watch: {row.watch}</span>
        {row.changes.length > 0 && <span className="block text-care">Changed: {row.changes.join('; ')}</span>}
      </span>
    </section>
  );
}

function ForClient({ row }: { row: SheetRow }) {
  return (
    <section className="grid break-inside-avoid grid-cols-[13em_1fr] gap-x-[1em] border-b border-rule py-[0.6em]">
      <div>
        <Figure {...bodyOf(row)} figure={row.figure} hands={row.hands} className="h-[7em] w-full" />
        {row.end && (
          <Figure
            {...bodyOf(row)}
            figure={row.end}
            className="h-[6em] w-full"
            title={`${row.name}, where the move ends`}
          />
        )}
      </div>
      <div>
        <h2 className="text-[1.2em]">
          {row.number}. {row.name}
        </h2>
        <p className="text-soft">
          {row.positionSetUp} {row.propsLabel && `With: ${row.propsLabel}.`}
        </p>
        <ol className="list-decimal pl-5">
          {row.steps.map((s) => (
            <li key={s}>{s}</li>
          ))}
        </ol>
        <p className="text-[1.15em] font-bold tabular-nums">{row.counts}</p>
        <p className="tabular-nums">
          {row.dose}.{row.movement && ` ${row.movement}.`}
        </p>
        {row.cues.map((c) => (
          <p key={c} className="italic">
            “{c}”
          </p>
        ))}
        <p className="text-soft">You should feel: {row.feeling}</p>
      </div>
    </section>
  );
}
