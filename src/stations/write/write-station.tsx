'use client';

import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useMemo, useRef, useState } from 'react';
import type { OwnLibrary } from '@/core/drills/catalogue';
import type { Result } from '@/core/base/result';
import type { LessonPlan } from '@/core/client/case';
import type { AirInput } from '@/core/propose/air';
import type { ClientPlan } from '@/core/propose/input';
import type { ComplaintPlace } from '@/core/screen/complaints';
import type { Task } from '@/core/task/task.schema';
import { exchangingIn } from '@/core/sequence/alternatives';
import { mayRunWith } from '@/core/run/may-run-with';
import { layoutOf, MOST_BLOCKS, type Block, type Sequence } from '@/core/sequence/sequence';
import { lessonBlockId } from '@/core/sequence/set-block';
import { answered } from '@/ui/answered';
import { SaveStatus } from '@/ui/autosave/save-status';
import type { Autosave } from '@/ui/autosave/use-autosave';
import { useKeptOpen } from '@/ui/kept-open';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';
import { LessonBand } from './lesson-band';
import { LiveStaves } from './live';
import { useWritten } from './use-written';
import { useWriteKeys } from './use-write-keys';
import type { Version } from './version-list';
import { Versions } from './versions';
import { WriteHead, type SequenceActions } from './write-head';
import { WriteTools } from './write-tools';

// What stands folded under the staves, or is fetched by a press, comes when the rest is there.
const AirPanel = dynamic(() => import('./air-panel').then((m) => m.AirPanel), { ssr: false });
const BlockEditor = dynamic(() => import('./block-editor').then((m) => m.BlockEditor), {
  ssr: false,
  loading: () => <div className="h-[225px] border-t border-rule" />,
});
const LessonStaves = dynamic(() => import('./lesson-staves').then((m) => m.LessonStaves), {
  ssr: false,
  loading: () => <div className="h-[340px]" />,
});
const LeftOutList = dynamic(() => import('./left-out-list').then((m) => m.LeftOutList), { ssr: false });
const Shelf = dynamic(() => import('./shelf').then((m) => m.Shelf), { ssr: false });
const TimePanel = dynamic(() => import('./time-panel').then((m) => m.TimePanel), { ssr: false });

type Props = {
  clientId: string;
  sequenceId: string;
  name: string;
  initial: Sequence;
  rev: number;
  plan: ClientPlan;
  /** Drills that a lesson of this client does not use. */
  without: readonly string[];
  /** Drills that work on what leads a lesson of this client. */
  leads: readonly string[];
  /** Where it hurts, pulls, leaks or is heavy. */
  places: readonly ComplaintPlace[];
  library: OwnLibrary;
  ownTasks: readonly Task[];
  /** What a lesson of this client rests on besides. */
  lessonPlan: LessonPlan;
  /** Why nothing may be coached; null where it may. */
  bar: string | null;
  air: Omit<AirInput, 'taken'>;
  versions: readonly Version[];
  actions: SequenceActions & {
    keepSequence: (clientId: string, name: string, data: Sequence) => Promise<Result<{ id: string }>>;
    startRun: (sequenceId: string) => Promise<Result<{ id: string }>>;
  };
};

/** How many blocks have their middle to the left of a place on the screen; sets of one block count once. */
function blocksBefore(staves: Element, clientX: number): number {
  const spans = new Map<string, { left: number; right: number }>();
  for (const g of staves.querySelectorAll('[data-block]')) {
    const id = lessonBlockId(g.getAttribute('data-block')!);
    const { left, right } = g.querySelector('.stave-ground')!.getBoundingClientRect();
    spans.set(id, { left: spans.get(id)?.left ?? left, right });
  }
  return [...spans.values()].filter((s) => (s.left + s.right) / 2 < clientX).length;
}

/** How many times nearer than the view in which the whole time fills the page. */
const ZOOMS = [1, 1.6, 2.6, 4.2, 7, 12, 20];
/** How wide the staves are in that view, px. */
const PAGE_PX = 1112;

/** From the editor into Coach, or to a copy of one's own; each once all is saved. */
function useWaysOn(
  { clientId, sequenceId, name, actions }: Props,
  kept: Sequence,
  autosave: Autosave<Sequence>,
) {
  const router = useRouter();
  const [error, setError] = useState<string | null>(null);
  const coach = async () => {
    if (!(await autosave.flush())) return;
    const run = await answered(actions.startRun(sequenceId));
    if (run.ok) router.push(`/clients/${clientId}/coach/${run.value.id}`);
    else setError(run.why);
  };
  const copyMine = async () => {
    const made = await answered(actions.keepSequence(clientId, `${name}, copy`, kept));
    if (!made.ok) return setError(made.why);
    autosave.takeTheirs();
    router.push(`/clients/${clientId}/write/${made.value.id}`);
  };
  return { coach, copyMine, error };
}

/** The sequence on its staves, with everything about the chosen block below. */
export function WriteStation(props: Props) {
  const { sequenceId, name, plan, places, bar, air, versions, actions } = props;
  const { catalogue, client: written, autosave, editor } = useWritten(props);
  const { kept, problems, block, index } = editor;
  const client = useMemo(() => exchangingIn(kept, written), [kept, written]);
  const { ownTasks } = props;
  const whom = useMemo(() => ({ plan, places, ownTasks }), [plan, places, ownTasks]);
  const [zoom, setZoom] = useState(0);
  const [shelf, setShelf] = useState(false);
  const [more, setMore] = useKeptOpen('editor');
  const [dropAt, setDropAt] = useState<number | null>(null);
  const staves = useRef<HTMLDivElement>(null);
  const layout = useMemo(() => layoutOf(kept), [kept]);
  const marked = useMemo(
    () => new Map([...problems].reverse().flatMap((p) => (p.blockId ? [[p.blockId, p.level] as const] : []))),
    [problems],
  );
  const scale = ZOOMS[zoom]! * (PAGE_PX / Math.max(kept.minutes * 60, layout.totalS));
  const { coach, copyMine, error } = useWaysOn(props, kept, autosave);
  const dragged = (at: { x: number; y: number } | null, drop?: Block) => {
    const box = staves.current?.getBoundingClientRect();
    const over = at && box && at.x > box.left && at.x < box.right && at.y > box.top && at.y < box.bottom;
    const to = over ? blocksBefore(staves.current!, at.x) : null;
    setDropAt(drop ? null : to);
    if (drop && to !== null) editor.insert([drop], to);
  };
  const zoomBy = (by: number) => setZoom((z) => Math.min(ZOOMS.length - 1, Math.max(0, z + by)));
  const toggleShelf = () => setShelf((s) => !s);
  useWriteKeys({ editor, client, onZoom: zoomBy, onShelf: toggleShelf });
  const whole = problems.find((p) => p.blockId === null);
  const status = <SaveStatus autosave={autosave} onCopyMine={() => void copyMine()} />;
  const quiet = autosave.state === 'saved' || autosave.state === 'saving';
  const band = (
    <LessonBand
      sequence={kept}
      whom={whom}
      lessonPlan={props.lessonPlan}
      catalogue={catalogue}
      sheetHref={`/sheets/${sequenceId}?for=lesson`}
      onTake={editor.set}
    />
  );
  const tools = (
    <WriteTools
      editor={editor}
      nearest={zoom === ZOOMS.length - 1}
      furthest={zoom === 0}
      onZoom={zoomBy}
      shelf={shelf}
      onShelf={toggleShelf}
      open={more}
      onOpen={setMore}
    >
      <Versions
        now={kept}
        versions={versions}
        onKeep={(label) => actions.keepVersion(sequenceId, label, kept)}
        onBringBack={editor.set}
      />
      {kept.lesson === undefined && band}
    </WriteTools>
  );
  return (
    <div className="space-y-2">
      <WriteHead
        {...{ sequenceId, name, editor, autosave, actions, more, tools }}
        status={quiet ? status : null}
      >
        <Button kind="main" disabled={!mayRunWith(bar, problems, kept).ok} onClick={() => void coach()}>
          Coach it
        </Button>
      </WriteHead>
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
      {kept.lesson && band}
      {kept.blocks.length === 0 ? (
        <p className="border-y border-rule py-8 text-soft" ref={staves}>
          No blocks. Undo, or put a drill in from the shelf.
        </p>
      ) : (
        <div
          ref={staves}
          data-staves
          className="overflow-x-auto border-y border-rule"
          tabIndex={0}
          role="region"
          aria-label="Staves"
        >
          {kept.lesson ? (
            <LessonStaves
              {...{ kept, client, scale, marked, dropAt }}
              selected={editor.selected}
              onPick={editor.pick}
              onMove={editor.move}
              onTake={editor.set}
            />
          ) : (
            <LiveStaves
              {...{ kept, scale, marked, dropAt }}
              draft={editor.draft}
              selected={editor.selected}
              onPick={editor.pick}
              onMove={editor.move}
              onLengthen={editor.preview}
            />
          )}
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
          sequence={kept}
          plan={plan}
          whom={whom}
          more={more}
          onEdit={editor.edit}
          onFix={editor.fix}
          onTake={editor.set}
        />
      )}
      {kept.blocks.length > 0 && (
        <>
          <AirPanel sequence={kept} input={air} quiet={!more} onEase={editor.editAll} />
          {more && <TimePanel sequence={kept} input={{ ...plan, library: catalogue }} onTake={editor.set} />}
        </>
      )}
      {more && <LeftOutList sequence={kept} catalogue={catalogue} />}
    </div>
  );
}
