'use client';

import {
  ChevronLeft,
  ChevronRight,
  ClipboardPaste,
  Copy,
  Group,
  Minus,
  Plus,
  Redo2,
  Trash2,
  Undo2,
  Ungroup,
  Wrench,
  ZoomIn,
  ZoomOut,
} from 'lucide-react';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useRef, useState, type ComponentProps } from 'react';
import { catalogueOf, type OwnLibrary } from '@/core/drills/catalogue';
import type { Result } from '@/core/base/result';
import type { AirInput } from '@/core/propose/air';
import { easierThan, harderThan } from '@/core/sequence/alternatives';
import type { CheckClient } from '@/core/sequence/check';
import { cuesOf } from '@/core/drills/aim-cues';
import { contributionsOf } from '@/core/propose/contributions';
import { dropIndex } from '@/core/sequence/lengthen';
import { mergeSequences } from '@/core/sequence/merge';
import { mayRunWith } from '@/core/run/may-run';
import type { ClientPlan } from '@/core/propose/choices';
import { clock, drillOf, layoutOf, MOST_BLOCKS, type Block, type Sequence } from '@/core/sequence/sequence';
import { STAVE_LEFT } from '@/pictures/stave-lines';
import { Staves } from '@/pictures/staves';
import { Button } from '@/ui/button';
import { useHotkeys } from '@/ui/hotkeys';
import { Notice } from '@/ui/notice';
import { SaveStatus } from '@/ui/autosave/save-status';
import { useAutosave } from '@/ui/autosave/use-autosave';
import { BlockEditor } from './block-editor';
import { LeftOutList } from './left-out-list';
import { PaperMenu } from './paper-menu';
import { useDrafted, useSequenceEditor, type DraftStore } from './use-sequence-editor';
import { Versions, type Version } from './versions';

// What stands folded under the staves, or is fetched by a press, comes when the rest is there.
const AirPanel = dynamic(() => import('./air-panel').then((m) => m.AirPanel), { ssr: false });
const Shelf = dynamic(() => import('./shelf').then((m) => m.Shelf), { ssr: false });
const TimePanel = dynamic(() => import('./time-panel').then((m) => m.TimePanel), { ssr: false });

type Props = {
  clientId: string;
  sequenceId: string;
  name: string;
  initial: Sequence;
  rev: number;
  plan: ClientPlan;
  library: OwnLibrary;
  /** Why nothing may be coached; null where it may. */
  bar: string | null;
  air: Omit<AirInput, 'taken'>;
  versions: readonly Version[];
  actions: {
    keepVersion: (sequenceId: string, label: string, data: Sequence) => Promise<Result<null>>;
    keepTemplate: (name: string, data: Sequence) => Promise<Result<null>>;
    keepSequence: (clientId: string, name: string, data: Sequence) => Promise<Result<{ id: string }>>;
    startRun: (sequenceId: string) => Promise<Result<{ id: string }>>;
  };
};

/** How many times nearer than the view in which the whole time fills the page. */
const ZOOMS = [1, 1.6, 2.6, 4.2, 7, 12, 20];

/** The sequence on its staves, with everything about the chosen block below. */
export function WriteStation({
  clientId,
  sequenceId,
  name,
  initial,
  rev,
  plan,
  library,
  bar,
  air,
  versions,
  actions,
}: Props) {
  const router = useRouter();
  const catalogue = useMemo(() => catalogueOf(library), [library]);
  const client: CheckClient = useMemo(
    () => ({
      flags: plan.flags,
      props: plan.props,
      owned: { level: plan.ownedLevel, drills: plan.owned ?? [] },
      library: catalogue,
    }),
    [plan, catalogue],
  );
  const rebase = useRef<((base: Sequence, theirs: Sequence) => void) | null>(null);
  const autosave = useAutosave<Sequence>({
    kind: 'sequence',
    id: sequenceId,
    initial,
    rev,
    merge: (base, mine, theirs) => {
      const both = joined(base, mine, theirs);
      if (both) rebase.current?.(base, theirs);
      return both;
    },
  });
  const editor = useSequenceEditor(initial, autosave, client);
  useEffect(() => {
    rebase.current = editor.rebase;
  });
  const { kept, problems, selected, block, index } = editor;
  const [zoom, setZoom] = useState(0);
  const [shelf, setShelf] = useState(false);
  const [dropAt, setDropAt] = useState<number | null>(null);
  const [error, setError] = useState<string | null>(null);
  const staves = useRef<HTMLDivElement>(null);
  const layout = useMemo(() => layoutOf(kept), [kept]);
  const marked = useMemo(
    () => new Map([...problems].reverse().flatMap((p) => (p.blockId ? [[p.blockId, p.level] as const] : []))),
    [problems],
  );
  const adds = useMemo(() => contributionsOf(kept, plan), [kept, plan]);
  const scale = ZOOMS[zoom]! * (1112 / Math.max(kept.minutes * 60, layout.totalS));
  const coach = async () => {
    if (!(await autosave.flush())) return;
    const run = await actions.startRun(sequenceId);
    if (run.ok) router.push(`/clients/${clientId}/coach/${run.value.id}`);
    else setError(run.why);
  };
  const copyMine = async () => {
    const made = await actions.keepSequence(clientId, `${name}, copy`, kept);
    if (!made.ok) return setError(made.why);
    autosave.takeTheirs();
    router.push(`/clients/${clientId}/write/${made.value.id}`);
  };
  const dragged = (at: { x: number; y: number } | null, drop?: Block) => {
    const svg = staves.current?.querySelector('svg')?.getBoundingClientRect();
    const box = staves.current?.getBoundingClientRect();
    const over =
      at && svg && box && at.x > box.left && at.x < box.right && at.y > box.top && at.y < box.bottom;
    const to = over ? dropIndex(layout, (at.x - svg.left - STAVE_LEFT) / scale) : null;
    setDropAt(drop ? null : to);
    if (drop && to !== null) editor.insert([drop], to);
  };
  const swapFor = (other: Block | null) =>
    block && other && editor.edit({ kind: 'replace', blockId: block.id, block: other });
  useHotkeys([
    { key: 'ArrowLeft', shift: false, does: 'block before', run: () => editor.go(-1, false), repeats: true },
    { key: 'ArrowRight', shift: false, does: 'next block', run: () => editor.go(1, false), repeats: true },
    {
      key: 'ArrowLeft',
      shift: true,
      does: 'choose the one before too',
      run: () => editor.go(-1, true),
      repeats: true,
    },
    {
      key: 'ArrowRight',
      shift: true,
      does: 'choose the next one too',
      run: () => editor.go(1, true),
      repeats: true,
    },
    { key: '[', does: 'move earlier', run: () => editor.moveBy(-1), repeats: true },
    { key: ']', does: 'move later', run: () => editor.moveBy(1), repeats: true },
    { key: 'ArrowUp', does: 'exhale half a second longer', run: () => editor.exhale(0.5), repeats: true },
    { key: 'ArrowDown', does: 'exhale half a second shorter', run: () => editor.exhale(-0.5), repeats: true },
    { key: '.', does: 'a breath (or 5 s) more', run: () => editor.lengthen(1), repeats: true },
    { key: ',', does: 'a breath (or 5 s) fewer', run: () => editor.lengthen(-1), repeats: true },
    {
      key: 'c',
      does: 'other cue',
      run: () => {
        const drill = block && drillOf(block);
        if (drill)
          editor.edit({ kind: 'cue', blockId: block.id, cue: (block.cue + 1) % cuesOf(drill).length });
      },
    },
    {
      key: 'e',
      does: 'easier neighbour',
      run: () => swapFor(block ? easierThan(block, plan.flags, plan.props, catalogue) : null),
    },
    {
      key: 'd',
      does: 'harder neighbour',
      run: () => swapFor(block ? harderThan(block, plan.flags, plan.props, catalogue) : null),
    },
    { key: 'f', does: 'mend what breaks a rule', run: editor.fixNext },
    { key: 'g', does: editor.grouped ? 'ungroup' : 'group', run: editor.group },
    { key: 'y', does: 'copy', run: editor.copy },
    { key: 'p', does: 'put the copy behind', run: editor.paste },
    { key: 'c', ctrl: true, does: 'copy', run: editor.copy },
    { key: 'v', ctrl: true, does: 'put the copy behind', run: editor.paste },
    { key: 'a', does: 'shelf of drills', run: () => setShelf((s) => !s) },
    { key: 'u', does: 'undo', run: editor.undo, repeats: true },
    { key: 'r', does: 'redo', run: editor.redo, repeats: true },
    { key: 'z', ctrl: true, shift: false, does: 'undo', run: editor.undo, repeats: true },
    { key: 'z', ctrl: true, shift: true, does: 'redo', run: editor.redo, repeats: true },
    { key: 'Delete', does: 'take out', run: editor.remove },
    { key: '+', does: 'nearer', run: () => setZoom((z) => Math.min(ZOOMS.length - 1, z + 1)) },
    { key: '-', does: 'further', run: () => setZoom((z) => Math.max(0, z - 1)) },
  ]);
  const whole = problems.find((p) => p.blockId === null);
  const status = <SaveStatus autosave={autosave} onCopyMine={() => void copyMine()} />;
  const quiet = autosave.state === 'saved' || autosave.state === 'saving';
  return (
    <div className="space-y-2">
      <div className="flex items-end gap-3">
        <div className="min-w-0 grow">
          <h2 className="truncate text-[21px]">{name}</h2>
          <div className="text-[14px] leading-tight tabular-nums" aria-live="polite">
            <LiveTotal kept={kept} draft={editor.draft} />
            {kept.proof && (
              <span className="text-soft">
                {' '}
                ·{' '}
                {kept.proof.proven
                  ? 'no choice of drills serves the needs better'
                  : `within ${((kept.proof.bound / kept.proof.value - 1) * 100).toFixed(1)} % of the best`}
              </span>
            )}
            {quiet && <span className="inline-block pl-3">{status}</span>}
            {selected.size > 1 && <span className="text-soft"> · {selected.size} chosen</span>}
          </div>
        </div>
        <div role="toolbar" aria-label="Editing" className="ml-auto flex items-center gap-1">
          <Tool label="Undo" disabled={!editor.canUndo} run={editor.undo}>
            <Undo2 size={17} aria-hidden />
          </Tool>
          <Tool label="Redo" disabled={!editor.canRedo} run={editor.redo}>
            <Redo2 size={17} aria-hidden />
          </Tool>
          <Tool label="Further" disabled={zoom === 0} run={() => setZoom(zoom - 1)}>
            <ZoomOut size={17} aria-hidden />
          </Tool>
          <Tool label="Nearer" disabled={zoom === ZOOMS.length - 1} run={() => setZoom(zoom + 1)}>
            <ZoomIn size={17} aria-hidden />
          </Tool>
          <Tool label="Earlier" disabled={!block} run={() => editor.moveBy(-1)}>
            <ChevronLeft size={17} aria-hidden />
          </Tool>
          <Tool label="Later" disabled={!block} run={() => editor.moveBy(1)}>
            <ChevronRight size={17} aria-hidden />
          </Tool>
          <Tool label="A breath fewer" disabled={!block} run={() => editor.lengthen(-1)}>
            <Minus size={16} aria-hidden />
          </Tool>
          <Tool label="A breath more" disabled={!block} run={() => editor.lengthen(1)}>
            <Plus size={16} aria-hidden />
          </Tool>
          <Tool label="Copy" disabled={!block} run={editor.copy}>
            <Copy size={16} aria-hidden />
          </Tool>
          <Tool label="Put the copy behind" disabled={!editor.canPaste} run={editor.paste}>
            <ClipboardPaste size={16} aria-hidden />
          </Tool>
          <Tool
            label={editor.grouped ? 'Ungroup' : 'Group'}
            disabled={!editor.grouped && selected.size < 2}
            run={editor.group}
          >
            {editor.grouped ? <Ungroup size={17} aria-hidden /> : <Group size={17} aria-hidden />}
          </Tool>
          <Tool label="Take out" disabled={!block} run={editor.remove}>
            <Trash2 size={16} aria-hidden />
          </Tool>
          <Tool label="Mend" disabled={!problems.some((p) => p.fix)} run={editor.fixNext}>
            <Wrench size={16} aria-hidden /> {problems.length > 0 && problems.length}
          </Tool>
          <button
            type="button"
            aria-expanded={shelf}
            onClick={() => setShelf(!shelf)}
            className="min-h-8 border-[1.5px] border-rule px-3 text-[14px] hover:border-ink aria-expanded:border-ink aria-expanded:bg-sheet"
            aria-label="Shelf of drills"
          >
            Shelf
          </button>
        </div>
        <div className="flex items-center gap-1">
          <Versions
            now={kept}
            versions={versions}
            onKeep={(label) => actions.keepVersion(sequenceId, label, kept)}
            onBringBack={editor.set}
          />
          <PaperMenu
            sequenceId={sequenceId}
            name={name}
            sequence={kept}
            flush={autosave.flush}
            onTemplate={actions.keepTemplate}
          />
          <Button kind="main" disabled={!mayRunWith(bar, problems, kept).ok} onClick={() => void coach()}>
            Coach it
          </Button>
        </div>
      </div>
      {!quiet && status}
      {bar !== null && <Notice level="stop">{bar}</Notice>}
      {error && <Notice level="care">{error}</Notice>}
      {editor.full && (
        <Notice level="care">A sequence holds at most {MOST_BLOCKS} blocks; nothing was put in.</Notice>
      )}
      {whole && (
        <Notice
          level="care"
          action={whole.fix && <Button onClick={() => editor.fix(whole)}>{`Mend: ${whole.fix.says}`}</Button>}
        >
          {whole.text}.
        </Notice>
      )}
      {kept.blocks.length === 0 ? (
        <p className="border-y border-rule py-8 text-soft" ref={staves}>
          No blocks. Undo, or put a drill in from the shelf.
        </p>
      ) : (
        <div
          ref={staves}
          className="overflow-x-auto border-y border-rule"
          tabIndex={0}
          role="region"
          aria-label="Staves"
        >
          <LiveStaves
            kept={kept}
            draft={editor.draft}
            scale={scale}
            selected={selected}
            marked={marked}
            dropAt={dropAt}
            onPick={editor.pick}
            onMove={editor.move}
            onLengthen={editor.preview}
          />
        </div>
      )}
      {shelf && (
        <Shelf
          catalogue={catalogue}
          flags={plan.flags}
          props={plan.props}
          client={plan}
          leftOut={kept.leftOut}
          onPut={(b) => editor.insert([b], index + 1)}
          onDrag={dragged}
        />
      )}
      {block && (
        <BlockEditor
          key={block.id}
          block={block}
          client={client}
          problems={problems.filter((p) => p.blockId === block.id)}
          adds={adds[block.id]}
          onEdit={editor.edit}
          onEdits={editor.editAll}
          onFix={editor.fix}
        />
      )}
      {kept.blocks.length > 0 && <AirPanel sequence={kept} input={air} onEase={editor.editAll} />}
      {kept.blocks.length > 0 && (
        <TimePanel sequence={kept} input={{ ...plan, library: catalogue }} onTake={editor.set} />
      )}
      <LeftOutList sequence={kept} catalogue={catalogue} />
    </div>
  );
}

/** The staves with what is being dragged on them. */
function LiveStaves({
  kept,
  draft,
  ...rest
}: { kept: Sequence; draft: DraftStore } & Omit<ComponentProps<typeof Staves>, 'sequence'>) {
  return <Staves sequence={useDrafted(kept, draft)} {...rest} />;
}

/** The time in all, while something is dragged too. */
function LiveTotal({ kept, draft }: { kept: Sequence; draft: DraftStore }) {
  const { minutes, blocks, relook } = useDrafted(kept, draft);
  const { totalS } = layoutOf({ blocks, relook });
  const over = totalS - minutes * 60;
  return (
    <>
      <span data-testid="total" className={over > 0.5 ? 'font-bold text-stop' : 'font-semibold'}>
        {clock(totalS)}
      </span>{' '}
      of {minutes}:00
      {over > 0.5 ? `, ${clock(over)} too long` : over < -0.5 ? `, ${clock(-over)} free` : ', to the second'}
    </>
  );
}

/** Both windows' edits as one sequence; null where they changed the same thing differently, and the user has to say. */
function joined(base: Sequence, mine: Sequence, theirs: Sequence): Sequence | null {
  const { sequence, clashes } = mergeSequences(base, mine, theirs);
  return clashes.length === 0 ? sequence : null;
}

function Tool({
  label,
  disabled,
  run,
  children,
}: {
  label: string;
  disabled: boolean;
  run: () => void;
  children: React.ReactNode;
}) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      disabled={disabled}
      onClick={run}
      className="inline-flex min-h-8 items-center gap-1 border-[1.5px] border-rule px-[7px] text-[14px] whitespace-nowrap hover:border-ink disabled:opacity-40"
    >
      {children}
    </button>
  );
}
