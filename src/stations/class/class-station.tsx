'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState, type ReactNode } from 'react';
import type { Result } from '@/core/base/result';
import { agoOf } from '@/core/base/dates';
import type { ClassData } from '@/core/class/class.schema';
import type { ClassLessonPlan } from '@/core/class/class-lesson';
import type { Seat } from '@/core/class/common';
import { commonFor } from '@/core/class/plan-class';
import { freshBlockId } from '@/core/class/new-class';
import type { Member } from '@/core/class/member';
import { lengthS, type ClassNote, type ClassShares } from '@/core/class/notes';
import type { Drill } from '@/core/drills/drill';
import type { Task } from '@/core/task/task.schema';
import { applyEdit, type Edit } from '@/core/sequence/edit';
import { clock, type Sequence } from '@/core/sequence/sequence';
import type { Lesson } from '@/core/sequence/lesson.schema';
import { RunStrip } from '@/pictures/run-strip';
import { TemplateList, type Template } from '@/stations/write/template-list';
import { answered } from '@/ui/answered';
import { Button, buttonClass } from '@/ui/button';
import { Fold } from '@/ui/fold';
import { SaveStatus } from '@/ui/autosave/save-status';
import { useAutosave } from '@/ui/autosave/use-autosave';
import { useHotkeys } from '@/ui/hotkeys';
import { Press } from '@/ui/press';
import { Select } from '@/ui/select';
import { ClassBlocks } from './class-blocks';
import { ClassFacts, RoomPanel } from './class-facts';
import { RosterPanel } from './roster-panel';
import { useSequenceHistory, useShares } from './use-class';
import { useClassPlan } from './use-class-plan';
import { whenOf } from './when';

type PastRun = { id: string; startedAt: string; over: boolean; people: number; sequence: Sequence };

type Props = {
  classId: string;
  initial: ClassData;
  rev: number;
  members: readonly Member[];
  clients: readonly { id: string; name: string }[];
  library: readonly Drill[];
  tasks: readonly { value: string; label: string }[];
  ownTasks: readonly Task[];
  templates: readonly Template[];
  /** Newest first. */
  runs: readonly PastRun[];
  actions: {
    startClass: (classId: string) => Promise<Result<{ id: string }>>;
    archiveClass: (classId: string) => Promise<Result<null>>;
    keepClassTemplate: (name: string, data: Sequence) => Promise<Result<null>>;
  };
};

/** A class before it is coached: who comes, what the room has, and the one sequence for all of them. */
export function ClassStation({
  classId,
  initial,
  rev,
  members,
  clients,
  library,
  tasks,
  ownTasks,
  templates,
  runs,
  actions,
}: Props) {
  const router = useRouter();
  const autosave = useAutosave<ClassData>({ kind: 'class', id: classId, initial, rev });
  const { value: data, set, flush } = autosave;
  const { plan, busy, progress, cancel } = useClassPlan();
  const [said, setSaid] = useState<{ level: 'care' | 'say'; text: string } | null>(null);
  const [kept, setKept] = useState<ReadonlySet<string>>(new Set());
  const { sequence, room, school } = data;
  const { here, seats, shares, notes, served, elsewhere } = useShares(data, members, { library, ownTasks });
  const { put, undo, canUndo } = useSequenceHistory(sequence, set);
  const edit = (edits: readonly Edit[]) => sequence && put(edits.reduce(applyEdit, sequence));
  const replan = async () => {
    setSaid(null);
    const made = await plan({
      members: here,
      room,
      minutes: data.minutes,
      school,
      manner: data.manner,
      library,
      locked: [...kept],
      taskId: data.taskId,
      ownTasks,
    });
    if (made.ok) put(made.value.sequence);
    setSaid(made.ok ? { level: 'say', text: plannedSaid(made.value) } : { level: 'care', text: made.why });
  };
  const start = async () => {
    if (!(await flush())) return;
    const begun = await answered(actions.startClass(classId));
    if (begun.ok) return router.push(`/classes/${classId}/run/${begun.value.id}`);
    setSaid({ level: 'care', text: begun.why });
  };
  const changeRoster = (change: (roster: ClassData['roster']) => ClassData['roster']) => {
    set((d) => ({ ...d, roster: change(d.roster) }));
    // What of a file is needed here comes with the page.
    void flush().then((done) => done && router.refresh());
  };
  useHotkeys([
    { key: 'p', does: 'plan the class', run: () => !busy && void replan() },
    { key: 'u', does: 'undo the last change of the sequence', run: undo },
  ]);
  const open = runs.find((r) => !r.over);
  const last = runs.find((r) => r.over);
  return (
    <div className="space-y-4 pt-2">
      <Head data={data} onName={(name) => set((d) => ({ ...d, name }))}>
        <Button kind="main" onClick={() => void start()} disabled={!sequence || sequence.blocks.length === 0}>
          {open ? 'Go on coaching it' : 'Coach it'}
        </Button>
        {sequence && (
          <Link className={buttonClass()} href={`/classes/${classId}/sheet`}>
            Class sheet
          </Link>
        )}
        <SaveStatus autosave={autosave} />
      </Head>
      <div className="grid grid-cols-1 gap-x-10 gap-y-6 desk:grid-cols-[320px_minmax(0,1fr)]">
        <div className="max-desk:order-last">
          <ClassFacts
            data={data}
            tasks={tasks}
            onChange={(change) => {
              set(change);
              // The grade that each has come to is read from their files.
              if (change(data).taskId !== data.taskId) void flush().then((done) => done && router.refresh());
            }}
          />
          <RosterPanel
            roster={data.roster}
            members={here}
            clients={clients}
            served={served}
            elsewhere={elsewhere}
            onRoster={changeRoster}
          />
          <RoomPanel data={data} onChange={set} />
          <Begin
            sequence={sequence}
            last={last}
            templates={templates}
            name={data.name}
            onStart={(from, what) => {
              put({ ...from, minutes: data.minutes });
              setSaid({
                level: 'say',
                text: `${what}. Who does what else was worked out anew for those who come.`,
              });
            }}
            onTemplate={actions.keepClassTemplate}
            onArchive={async () => {
              const gone = await answered(actions.archiveClass(classId));
              if (gone.ok) router.push('/classes');
              else setSaid({ level: 'care', text: gone.why });
            }}
          />
        </div>
        <section aria-labelledby="common" className="min-w-0 space-y-2">
          <PlanBar
            length={sequence && `${clock(lengthS(sequence))} of ${data.minutes}:00`}
            busy={busy}
            can={seats.length > 0}
            canUndo={canUndo}
            onUndo={undo}
            onPlan={() => void replan()}
            onCancel={cancel}
          />
          <p
            role="status"
            className={`min-h-5 text-small ${said?.level === 'care' ? 'text-care' : 'text-soft'}`}
          >
            {busy
              ? `Weighing what serves all of them${progress ? `: ${progress.nodes} choices looked at` : ''} …`
              : (said?.text ?? '')}
          </p>
          {sequence ? (
            <Common
              sequence={sequence}
              seats={seats}
              shares={shares}
              notes={notes}
              library={library}
              kept={kept}
              onKeep={(id) =>
                setKept((now) => new Set(now.has(id) ? [...now].filter((x) => x !== id) : [...now, id]))
              }
              onEdit={edit}
              onInsert={(id) => {
                const block = commonFor(id, { members: here, room, school, library });
                const at = sequence.blocks.length;
                if (block) edit([{ kind: 'insert', block: { ...block, id: freshBlockId(sequence) }, at }]);
                else
                  setSaid({
                    level: 'care',
                    text: 'Nobody who comes may do that one, or the room lacks what it needs.',
                  });
              }}
            />
          ) : (
            <NothingYet nobody={data.roster.length === 0} />
          )}
        </section>
      </div>
    </div>
  );
}

/** How good a plan is, and what did not go into it. */
const plannedSaid = ({ sequence, says }: ClassLessonPlan): string =>
  [
    sequence.proof?.proven
      ? 'Planned: no other choice serves these people better.'
      : 'Planned: nothing better was found in the time that was looked.',
    ...says,
  ].join(' ');

type BarProps = {
  /** How long it is; null where nothing is planned. */
  length: string | null;
  busy: boolean;
  can: boolean;
  canUndo: boolean;
  onUndo: () => void;
  onPlan: () => void;
  onCancel: () => void;
};

const PlanBar = ({ length, busy, can, canUndo, onUndo, onPlan, onCancel }: BarProps) => (
  <div className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b-[1.5px] border-ink pb-2">
    <h2 id="common" className="text-lead">
      One sequence for all
    </h2>
    {length && <span className="text-soft tabular-nums">{length}</span>}
    <span className="ml-auto flex flex-wrap items-center gap-2">
      <Button onClick={onUndo} disabled={!canUndo}>
        Undo
      </Button>
      {busy ? (
        <Button onClick={onCancel}>Cancel</Button>
      ) : (
        <Button kind="main" disabled={!can} onClick={onPlan}>
          {length ? 'Plan it again' : 'Plan it'}
        </Button>
      )}
    </span>
  </div>
);

/** What to do first. */
const NothingYet = ({ nobody }: { nobody: boolean }) => (
  <p className="max-w-[60ch] py-6 text-soft">
    {nobody
      ? 'Say who comes; then Kokyu plans one sequence whose timing fits everybody, with the safe way of each block for each of them.'
      : 'Nothing planned yet. “Plan it” weighs every drill that most of them may do against everybody’s needs; or begin from a template or from the last time.'}
  </p>
);

type CommonProps = {
  sequence: Sequence;
  seats: readonly Seat[];
  shares: ClassShares;
  notes: readonly ClassNote[];
  library: readonly Drill[];
  kept: ReadonlySet<string>;
  onKeep: (drillId: string) => void;
  onEdit: (edits: readonly Edit[]) => void;
  onInsert: (drillId: string) => void;
};

/** What is to be known of it before it begins, its breath, and its blocks. */
function Common({ library, onInsert, ...blocks }: CommonProps) {
  const { sequence, notes } = blocks;
  return (
    <>
      {notes
        .filter((n) => n.blockId === null)
        .map((n) => (
          <p key={n.text} className={`text-small ${n.level === 'say' ? 'text-soft' : 'text-care'}`}>
            {n.text}
          </p>
        ))}
      <RunStrip
        sequence={sequence}
        index={-1}
        blockS={-1}
        title={`The common breath of ${sequence.blocks.length} blocks`}
        className="h-[34px] w-full"
      />
      {sequence.lesson && <Around lesson={sequence.lesson} />}
      <ClassBlocks {...blocks} />
      <Select
        label="Put in another drill, in the time of all"
        look="line"
        className="max-w-80"
        value=""
        onValue={onInsert}
        options={[
          { value: '', label: 'choose …' },
          ...library
            .filter((d) => !sequence.blocks.some((b) => b.drillId === d.id))
            .map((d) => ({ value: d.id, label: d.name })),
        ]}
      />
    </>
  );
}

/** What stands around the blocks, a line each. */
const Around = ({ lesson }: { lesson: Lesson }) => (
  <div className="space-y-0.5 text-small" aria-label="The lesson">
    <p className="text-lead">{lesson.idea}</p>
    <p className="text-soft">
      {lesson.asks.filter((a) => !a.alone).length} questions to the room, then each one’s sign.
    </p>
  </div>
);

/** The name, which is written in place, and when the class is. */
function Head({
  data,
  onName,
  children,
}: {
  data: ClassData;
  onName: (name: string) => void;
  children: ReactNode;
}) {
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
      <h1 className="sr-only">{data.name}</h1>
      <input
        aria-label="Name of the class"
        className="min-w-0 grow basis-60 border-b-[1.5px] border-transparent bg-transparent font-serif text-head hover:border-rule focus:border-ink"
        value={data.name}
        maxLength={80}
        dir="auto"
        onChange={(e) => onName(e.target.value)}
      />
      <span className="text-soft tabular-nums">{whenOf(data)}</span>
      {children}
    </div>
  );
}

type BeginProps = {
  sequence: Sequence | null;
  last: PastRun | undefined;
  templates: readonly Template[];
  name: string;
  onStart: (from: Sequence, what: string) => void;
  onTemplate: (name: string, data: Sequence) => Promise<Result<null>>;
  onArchive: () => Promise<void>;
};

/** Where a sequence may come from, where it may go, and the end of the class. */
function Begin({ sequence, last, templates, name, onStart, onTemplate, onArchive }: BeginProps) {
  const [told, setTold] = useState('');
  const [sure, setSure] = useState(false);
  return (
    <Fold title="More" said="begin from, templates, archive">
      <div className="space-y-2">
        {last ? (
          <Press
            look="text"
            className="text-left"
            onClick={() => onStart(last.sequence, 'As it was coached last time')}
          >
            As it was coached last time, {agoOf(last.startedAt)}, with {last.people}
          </Press>
        ) : (
          <p className="text-small text-soft">
            It was not coached yet; after that, last time’s is offered here.
          </p>
        )}
        {templates.length > 0 && (
          <TemplateList
            templates={templates}
            busy={false}
            onStart={(called, from) => onStart(from, `From the template “${called}”`)}
          />
        )}
        <div className="flex flex-wrap gap-x-4 gap-y-1 pt-1 text-small">
          {sequence && (
            <Press
              look="quiet"
              onClick={() =>
                void answered(onTemplate(name || 'Class', sequence)).then((kept) =>
                  setTold(kept.ok ? `Kept as a template: ${name || 'Class'}.` : kept.why),
                )
              }
            >
              Keep as a template
            </Press>
          )}
          <Press
            look="quiet"
            onClick={() => (sure ? void onArchive() : setSure(true))}
            onBlur={() => setSure(false)}
          >
            {sure ? 'Press again to archive' : 'Archive class'}
          </Press>
        </div>
        <p role="status" className="text-small text-soft">
          {told}
        </p>
      </div>
    </Fold>
  );
}
