'use client';

import { clock, layoutOf, type Sequence } from '@/core/sequence/sequence';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { Press } from '@/ui/press';

export type Template = { id: string; name: string; data: Sequence };

type ListProps = {
  templates: readonly Template[];
  busy: boolean;
  onStart: (name: string, data: Sequence) => void;
  /** Absent: they are dropped elsewhere. */
  onDrop?: (id: string) => void;
};

/** The studio's templates, to begin from. */
export const TemplateList = ({ templates, busy, onStart, onDrop }: ListProps) => (
  <div className="pt-2">
    <h3 className="text-lead">From a template</h3>
    <ul>
      {templates.map((t) => (
        <li
          key={t.id}
          className="flex items-baseline justify-between gap-3 border-b border-rule py-1 text-small"
        >
          <Press
            look="text"
            className="text-left"
            disabled={busy}
            onClick={() => onStart(t.name, t.data)}
            aria-label={`Start from: ${t.name}`}
          >
            {t.name}
          </Press>
          <span className="flex shrink-0 gap-3 text-soft tabular-nums">
            {clock(layoutOf(t.data).totalS)}
            {onDrop && (
              <Press look="text" onClick={() => onDrop(t.id)} aria-label={`Drop the template: ${t.name}`}>
                drop
              </Press>
            )}
          </span>
        </li>
      ))}
    </ul>
  </div>
);

type MendingsProps = { did: readonly string[]; onBegin: () => void; onClose: () => void };

/** What was changed in a sequence that was written for somebody else. */
export const Mendings = ({ did, onBegin, onClose }: MendingsProps) => (
  <Dialog
    open
    onOpenChange={(open) => !open && onClose()}
    title="Changed for this client"
    description="It was written without this client’s flags and props in mind."
  >
    <ul className="list-disc space-y-1 pl-5">
      {did.map((d) => (
        <li key={d}>{d}</li>
      ))}
    </ul>
    <div className="flex gap-3 pt-4">
      <Button kind="main" onClick={onBegin}>
        Begin with this
      </Button>
      <Button onClick={onClose}>Leave it</Button>
    </div>
  </Dialog>
);
