'use client';

import { easierThan, harderThan } from '@/core/sequence/alternatives';
import type { CheckClient } from '@/core/sequence/check';
import type { Block } from '@/core/sequence/sequence';
import { nextCue } from '@/core/sequence/words';
import { useHotkeys } from '@/ui/hotkeys';
import type { SequenceEditor } from './use-sequence-editor';

type Props = {
  editor: SequenceEditor;
  client: CheckClient;
  onZoom: (by: number) => void;
  onShelf: () => void;
};

/** Arrows work on the staves while these have the focus; elsewhere they scroll. */
const STAVES = '[data-staves]';

/** The keys of Write. */
export function useWriteKeys({ editor, client, onZoom, onShelf }: Props): void {
  const { block } = editor;
  const swapFor = (other: Block | null) =>
    block && other && editor.edit({ kind: 'replace', blockId: block.id, block: other });
  const otherCue = () => {
    if (block) editor.edit({ kind: 'cue', blockId: block.id, cue: nextCue(block) });
  };
  useHotkeys([
    {
      key: 'ArrowLeft',
      within: STAVES,
      shift: false,
      does: 'block before',
      run: () => editor.go(-1, false),
      repeats: true,
    },
    {
      key: 'ArrowRight',
      within: STAVES,
      shift: false,
      does: 'next block',
      run: () => editor.go(1, false),
      repeats: true,
    },
    {
      key: 'ArrowLeft',
      within: STAVES,
      shift: true,
      does: 'choose the one before too',
      run: () => editor.go(-1, true),
      repeats: true,
    },
    {
      key: 'ArrowRight',
      within: STAVES,
      shift: true,
      does: 'choose the next one too',
      run: () => editor.go(1, true),
      repeats: true,
    },
    { key: '[', does: 'move earlier', run: () => editor.moveBy(-1), repeats: true },
    { key: ']', does: 'move later', run: () => editor.moveBy(1), repeats: true },
    {
      key: 'ArrowUp',
      within: STAVES,
      does: 'exhale half a second longer',
      run: () => editor.exhale(0.5),
      repeats: true,
    },
    {
      key: 'ArrowDown',
      within: STAVES,
      does: 'exhale half a second shorter',
      run: () => editor.exhale(-0.5),
      repeats: true,
    },
    { key: '.', does: 'a breath (or 5 s) more', run: () => editor.lengthen(1), repeats: true },
    { key: ',', does: 'a breath (or 5 s) fewer', run: () => editor.lengthen(-1), repeats: true },
    { key: 'c', does: 'other cue', run: otherCue },
    {
      key: 'e',
      does: 'easier neighbour',
      run: () => swapFor(block ? easierThan(block, client) : null),
    },
    {
      key: 'h',
      does: 'harder neighbour',
      run: () => swapFor(block ? harderThan(block, client) : null),
    },
    { key: 'f', does: 'mend what breaks a rule', run: editor.fixNext },
    { key: 'g', does: editor.grouped ? 'ungroup' : 'group', run: editor.group },
    { key: 'y', does: 'copy', run: editor.copy },
    { key: 'p', does: 'put the copy after the chosen block', run: editor.paste },
    { key: 'c', ctrl: true, does: 'copy', run: editor.copy },
    { key: 'v', ctrl: true, does: 'put the copy after the chosen block', run: editor.paste },
    { key: 'a', does: 'shelf of drills', run: onShelf },
    { key: 'u', does: 'undo', run: editor.undo, repeats: true },
    { key: 'r', does: 'redo', run: editor.redo, repeats: true },
    { key: 'z', ctrl: true, shift: false, does: 'undo', run: editor.undo, repeats: true },
    { key: 'z', ctrl: true, shift: true, does: 'redo', run: editor.redo, repeats: true },
    { key: 'Delete', does: 'take out', run: editor.remove },
    { key: '+', does: 'larger', run: () => onZoom(1) },
    { key: '-', does: 'smaller', run: () => onZoom(-1) },
  ]);
}
