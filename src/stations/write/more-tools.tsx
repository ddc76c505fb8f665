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
  Ungroup,
  ZoomIn,
  ZoomOut,
} from 'lucide-react';
import { Tool } from './tool';
import type { SequenceEditor } from './use-sequence-editor';

export type MoreToolsProps = {
  editor: SequenceEditor;
  nearest: boolean;
  furthest: boolean;
  onZoom: (by: number) => void;
  shelf: boolean;
  onShelf: () => void;
};

/** What is seldom done to the chosen blocks and to the view of them. */
export function MoreTools({ editor, nearest, furthest, onZoom, shelf, onShelf }: MoreToolsProps) {
  const { block, selected, grouped } = editor;
  return (
    <>
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
    </>
  );
}
