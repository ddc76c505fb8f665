'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Prop } from '@/core/body/props';
import { cuesOf } from '@/core/drills/aim-cues';
import type { LookData } from '@/core/look/look';
import type { School } from '@/core/aims/school';
import type { Result } from '@/core/base/result';
import type { Flags } from '@/core/screen/flags';
import { easierThan } from '@/core/sequence/alternatives';
import { coachedBlock } from '@/core/run/coached';
import type { StopSign } from '@/core/screen/stop-signs';
import type { BlockResult, RunState } from '@/core/run/run';
import { drillOf, layoutOf, type Sequence } from '@/core/sequence/sequence';
import { useHotkeys } from '@/ui/hotkeys';
import { useAutosave, type SaveResult } from '@/ui/use-autosave';
import { CoachScreen } from './coach-screen';
import { RelookScreen } from './relook-screen';
import { RunSummary } from './run-summary';
import { StopDialog } from './stop-dialog';
import { TurnClock, type Turn } from '../../devices/turn-clock';

export type CoachActions = {
  save: (id: string, rev: number, sequence: Sequence, state: RunState) => Promise<SaveResult<RunState>>;
  keepRelook: (runId: string, data: LookData) => Promise<Result<{ id: string }>>;
};

type Props = {
  clientId: string;
  clientName: string;
  runId: string;
  sequence: Sequence;
  state: RunState;
  rev: number;
  flags: Flags;
  props: readonly Prop[];
  school: School;
  before: LookData | null;
  after: LookData | null;
  actions: CoachActions;
};

type Stored = { sequence: Sequence; state: RunState };

/** How often the place in the block is stored while it runs. */
const KEEP_EVERY_S = 3;

/** A run from its first block to the look again. */
export function CoachRun({
  clientId,
  clientName,
  runId,
  sequence: first,
  state: begun,
  rev,
  flags,
  props,
  school,
  before,
  after,
  actions,
}: Props) {
  const router = useRouter();
  const autosave = useAutosave<Stored>({
    key: `run-${runId}`,
    initial: { sequence: first, state: begun },
    rev,
    save: async (r, v) => {
      const result = await actions.save(runId, r, v.sequence, v.state);
      if (result.ok || !result.conflict) return result as SaveResult<Stored>;
      return {
        ...result,
        conflict: { rev: result.conflict.rev, data: { sequence: v.sequence, state: result.conflict.data } },
      };
    },
    aside: async () => undefined,
  });
  const { sequence, state } = autosave.value;
  const { set } = autosave;
  const [running, setRunning] = useState(false);
  const [t, setT] = useState(begun.blockS);
  const [silent, setSilent] = useState(false);
  const [stopping, setStopping] = useState(false);
  const clock = useRef<TurnClock | null>(null);
  const layout = useMemo(() => layoutOf(sequence), [sequence]);
  const placed = layout.placed[state.index];
  const coached = useMemo(() => (placed ? coachedBlock(placed) : null), [placed]);
  const at = running ? t : state.blockS;

  const turns = useMemo((): Turn[] => {
    if (!coached) return [];
    const pips = [3, 2, 1]
      .filter((s) => coached.prepS >= s)
      .map((s): Turn => ({ atS: coached.prepS - s, sound: 'pip' }));
    const breaths = coached.timeline.spans.map((s): Turn => ({
      atS: coached.prepS + s.startS,
      sound: s.phase === 'inhale' ? 'up' : s.phase === 'exhale' ? 'down' : 'level',
    }));
    return [...pips, ...breaths, { atS: coached.totalS - 0.05, sound: 'pip' }];
  }, [coached]);

  const setState = useCallback(
    (change: (s: RunState) => RunState) => set((v) => ({ ...v, state: change(v.state) })),
    [set],
  );
  const setResult = useCallback(
    (change: (list: BlockResult[]) => BlockResult[]) =>
      setState((s) => ({ ...s, results: change(s.results) })),
    [setState],
  );

  const pause = useCallback(() => {
    const now = clock.current?.pause();
    setRunning(false);
    if (now !== undefined) setState((s) => ({ ...s, blockS: now }));
  }, [setState]);

  const begin = async () => {
    clock.current ??= new TurnClock();
    setT(state.blockS);
    setRunning(true);
    await clock.current.start(state.blockS, turns, silent);
  };

  const leaveBlock = useCallback(
    (outcome: BlockResult['outcome'], to: number) => {
      clock.current?.pause();
      set((v) => {
        const block = v.sequence.blocks[v.state.index];
        const results = block
          ? [
              ...v.state.results.filter((r) => r.blockId !== block.id),
              {
                blockId: block.id,
                drillId: block.drillId,
                quality: earlier(v.state, block.id)?.quality ?? null,
                note: earlier(v.state, block.id)?.note ?? '',
                outcome,
              },
            ]
          : v.state.results;
        const index = Math.max(0, to);
        const over = index >= v.sequence.blocks.length;
        return {
          ...v,
          state: {
            ...v.state,
            results,
            index: over ? v.state.index : index,
            blockS: 0,
            stage: over ? 'relook' : 'running',
          },
        };
      });
      setT(0);
    },
    [set],
  );

  // The page follows the clock; at the end of a block the next one begins without a hand.
  useEffect(() => {
    if (!running || !coached) return;
    let frame = 0;
    let kept = clock.current?.now() ?? 0;
    const follow = () => {
      const now = clock.current?.now() ?? 0;
      if (now >= coached.totalS) {
        leaveBlock('done', state.index + 1);
        return;
      }
      setT(now);
      if (now - kept >= KEEP_EVERY_S) {
        kept = now;
        setState((s) => ({ ...s, blockS: now }));
      }
      frame = requestAnimationFrame(follow);
    };
    frame = requestAnimationFrame(follow);
    const hidden = setInterval(() => {
      if (document.hidden && (clock.current?.now() ?? 0) >= coached.totalS)
        leaveBlock('done', state.index + 1);
    }, 500);
    return () => {
      cancelAnimationFrame(frame);
      clearInterval(hidden);
    };
  }, [running, coached, state.index, leaveBlock, setState]);

  // A block that was left while running starts the next one on the same clock.
  const shownIndex = useRef(state.index);
  useEffect(() => {
    if (shownIndex.current === state.index && clock.current?.running !== false) return;
    shownIndex.current = state.index;
    if (running && state.stage === 'running' && clock.current && !clock.current.running)
      void clock.current.start(0, turns, silent);
  }, [state.index, state.stage, running, turns, silent, sequence]);

  useEffect(() => {
    const leaving = () => clock.current?.running && setState((s) => ({ ...s, blockS: clock.current!.now() }));
    window.addEventListener('pagehide', leaving);
    return () => {
      window.removeEventListener('pagehide', leaving);
      clock.current?.close();
      clock.current = null;
    };
  }, [setState]);

  const rated = ratedBlock(sequence, state);
  const rate = (quality: number) =>
    rated && setResult((list) => list.map((r) => (r.blockId === rated.blockId ? { ...r, quality } : r)));
  const note = (text: string) =>
    rated && setResult((list) => list.map((r) => (r.blockId === rated.blockId ? { ...r, note: text } : r)));
  const skipSetUp = () => {
    if (!coached || at >= coached.prepS) return;
    clock.current?.pause();
    setState((s) => ({ ...s, blockS: coached.prepS }));
    setT(coached.prepS);
    if (running) void clock.current?.start(coached.prepS, turns, silent);
  };
  const easier = () => {
    const block = sequence.blocks[state.index];
    const other = block ? easierThan(block, flags, props) : null;
    if (!block || !other) return;
    clock.current?.pause();
    set((v) => ({
      sequence: {
        ...v.sequence,
        blocks: v.sequence.blocks.map((b) =>
          b.id === block.id ? { ...other, id: `${block.id}e`, why: ['Made easier while coaching.'] } : b,
        ),
      },
      state: {
        ...v.state,
        blockS: 0,
        results: [
          ...v.state.results,
          { blockId: block.id, drillId: block.drillId, quality: null, note: '', outcome: 'easier' },
        ],
      },
    }));
    setT(0);
  };
  const otherCue = () => {
    const block = sequence.blocks[state.index];
    const drill = block && drillOf(block);
    const cues = drill ? cuesOf(drill).length : undefined;
    if (block && cues)
      set((v) => ({
        ...v,
        sequence: {
          ...v.sequence,
          blocks: v.sequence.blocks.map((b) => (b.id === block.id ? { ...b, cue: (b.cue + 1) % cues } : b)),
        },
      }));
  };
  const stop = (stopSign: StopSign, stopNote: string) => {
    clock.current?.pause();
    setRunning(false);
    setStopping(false);
    set((v) => {
      const block = v.sequence.blocks[v.state.index];
      const results = block
        ? [
            ...v.state.results,
            {
              blockId: block.id,
              drillId: block.drillId,
              quality: null,
              note: stopNote,
              outcome: 'stopped' as const,
            },
          ]
        : v.state.results;
      return { ...v, state: { ...v.state, results, stage: 'stopped', stopSign, stopNote } };
    });
  };
  const openStop = () => {
    pause();
    setStopping(true);
  };
  const leave = async () => {
    if (running) pause();
    await autosave.flush();
    router.push(`/clients/${clientId}/coach`);
    router.refresh();
  };

  const live = state.stage === 'running';
  useHotkeys(
    live
      ? [
          { key: ' ', does: 'start or pause', run: () => (running ? pause() : void begin()) },
          { key: 'ArrowRight', does: 'next block', run: () => leaveBlock('skipped', state.index + 1) },
          { key: 'ArrowLeft', does: 'block before', run: () => leaveBlock('skipped', state.index - 1) },
          { key: 'Enter', does: 'skip the set-up', run: skipSetUp },
          { key: 'e', does: 'easier', run: easier },
          { key: 'c', does: 'other cue', run: otherCue },
          { key: 'x', does: 'stop sign seen', run: openStop },
          ...[1, 2, 3, 4, 5].map((q) => ({
            key: String(q),
            does: `quality ${q} for the block before`,
            run: () => void rate(q),
          })),
        ]
      : [],
  );

  return (
    <div className="dim fixed inset-0 z-30 overflow-y-auto bg-paper text-ink">
      {live && coached && (
        <CoachScreen
          clientName={clientName}
          sequence={sequence}
          index={state.index}
          coached={coached}
          t={at}
          running={running}
          silent={silent}
          saved={autosave.state === 'saved' || autosave.state === 'saving' ? null : autosave.why}
          rated={rated}
          canEase={Boolean(placed && easierThan(placed.block, flags, props))}
          on={{
            toggle: () => (running ? pause() : void begin()),
            next: () => leaveBlock('skipped', state.index + 1),
            back: () => leaveBlock('skipped', state.index - 1),
            skipSetUp,
            easier,
            otherCue,
            stop: openStop,
            rate,
            note,
            leave: () => void leave(),
            silence: () => setSilent((s) => !s),
          }}
        />
      )}
      {state.stage === 'relook' && (
        <RelookScreen
          sequence={sequence}
          before={before}
          flags={flags}
          school={school}
          rated={rated}
          onRate={rate}
          onKeep={async (data) => {
            const kept = await actions.keepRelook(runId, data);
            if (kept.ok) setState((s) => ({ ...s, stage: 'done', relookLookId: kept.value.id }));
            if (kept.ok && (await autosave.flush())) router.refresh();
            return kept;
          }}
          onSkip={() => setState((s) => ({ ...s, stage: 'done' }))}
        />
      )}
      {(state.stage === 'done' || state.stage === 'stopped') && (
        <RunSummary
          clientId={clientId}
          sequence={sequence}
          state={state}
          before={before}
          after={after}
          onLeave={() => void leave()}
          onRate={(blockId, quality) =>
            setResult((list) => list.map((r) => (r.blockId === blockId ? { ...r, quality } : r)))
          }
        />
      )}
      <StopDialog open={stopping} onOpenChange={setStopping} onStop={stop} />
    </div>
  );
}

const earlier = (state: RunState, blockId: string): BlockResult | undefined =>
  state.results.find((r) => r.blockId === blockId);

/** The block whose quality is asked for: the last one that was done. */
function ratedBlock(sequence: Sequence, state: RunState): BlockResult | null {
  const last = state.results.at(-1);
  return last &&
    (last.outcome === 'done' || last.outcome === 'skipped') &&
    sequence.blocks.some((b) => b.id === last.blockId)
    ? last
    : null;
}
