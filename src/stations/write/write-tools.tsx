'use client';

import {
  ChevronLeft,
  ChevronRight,
  ClipboardPaste,
  Copy,
  Group,
  Library,
  Minus,
  Plus,
  Redo2,
  Trash2,
  Undo2,
  Ungroup,
  Wrench,
  ZoomIn,
  ZoomOut,
  type LucideIcon,
} from 'lucide-react';
import type { ReactNode } from 'react';
import { Press } from '@/ui/press';
import type { SequenceEditor } from './use-sequence-editor';

type Props = {
  editor: SequenceEditor;
  nearest: boolean;
  furthest: boolean;
  onZoom: (by: number) => void;
  shelf: boolean;
  onShelf: () => void;
  open: boolean;
  onOpen: (open: boolean) => void;
  /** What else is seldom needed. */
  children: ReactNode;
};

/** What is done most; everything else that can be done to the chosen blocks, behind a press, in words. */
export function WriteTools({
  editor,
  nearest,
  furthest,
  onZoom,
  shelf,
  onShelf,
  open,
  onOpen,
  children,
}: Props) {
  const { block, problems, selected, grouped } = editor;
  const mendable = problems.some((p) => p.fix);
  return (
    <div
      role="toolbar"
      aria-label="Editing"
      className="ml-auto flex flex-wrap items-center justify-end gap-1"
    >
      {(open || editor.canUndo) && (
        <Tool label="Undo" icon={Undo2} disabled={!editor.canUndo} run={editor.undo} />
      )}
      {mendable && (
        <Tool label="Mend" icon={Wrench} disabled={false} run={editor.fixNext}>
          {problems.length}
        </Tool>
      )}
      <Press
        look="tool"
        aria-expanded={open}
        onClick={() => onOpen(!open)}
        className="min-h-8 px-3 text-small aria-expanded:border-ink aria-expanded:bg-sheet"
      >
        More
      </Press>
      {open && (
        <div className="flex w-full flex-wrap justify-end gap-1">
          <Tool label="Redo" icon={Redo2} disabled={!editor.canRedo} run={editor.redo} />
          <Tool label="Smaller" icon={ZoomOut} disabled={furthest} run={() => onZoom(-1)} />
          <Tool label="Larger" icon={ZoomIn} disabled={nearest} run={() => onZoom(1)} />
          <Tool label="Earlier" icon={ChevronLeft} disabled={!block} run={() => editor.moveBy(-1)} />
          <Tool label="Later" icon={ChevronRight} disabled={!block} run={() => editor.moveBy(1)} />
          <Tool label="Fewer breaths" icon={Minus} disabled={!block} run={() => editor.lengthen(-1)} />
          <Tool label="More breaths" icon={Plus} disabled={!block} run={() => editor.lengthen(1)} />
          <Tool label="Copy" icon={Copy} disabled={!block} run={editor.copy} />
          <Tool label="Paste after" icon={ClipboardPaste} disabled={!editor.canPaste} run={editor.paste} />
          <Tool
            label={grouped ? 'Ungroup' : 'Group'}
            icon={grouped ? Ungroup : Group}
            disabled={!grouped && selected.size < 2}
            run={editor.group}
          />
          <Tool label="Take out" icon={Trash2} disabled={!block} run={editor.remove} />
          <Tool label="Shelf of drills" icon={Library} pressed={shelf} disabled={false} run={onShelf} />
          {children}
        </div>
      )}
    </div>
  );
}

type ToolProps = {
  label: string;
  icon: LucideIcon;
  disabled: boolean;
  pressed?: boolean;
  run: () => void;
  children?: ReactNode;
};

const Tool = ({ label, icon: Icon, disabled, pressed, run, children }: ToolProps) => (
  <Press
    look="tool"
    aria-label={label}
    aria-expanded={pressed}
    disabled={disabled}
    onClick={run}
    className="inline-flex min-h-8 items-center gap-1 px-[7px] text-small whitespace-nowrap"
  >
    <Icon size={17} aria-hidden /> {label} {children}
  </Press>
);
