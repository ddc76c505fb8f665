'use client';

import dynamic from 'next/dynamic';
import { Undo2, Wrench } from 'lucide-react';
import type { ReactNode } from 'react';
import { Press } from '@/ui/press';
import type { MoreToolsProps } from './more-tools';
import { Tool } from './tool';

const MoreTools = dynamic(() => import('./more-tools').then((m) => m.MoreTools), { ssr: false });

type Props = MoreToolsProps & {
  open: boolean;
  onOpen: (open: boolean) => void;
  /** What else is seldom needed. */
  children: ReactNode;
};

/** What is done most; everything else that can be done to the chosen blocks, behind a press, in words. */
export function WriteTools({ open, onOpen, children, ...tools }: Props) {
  const { editor } = tools;
  const { problems } = editor;
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
          <MoreTools {...tools} />
          {children}
        </div>
      )}
    </div>
  );
}
