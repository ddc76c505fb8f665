'use client';

import { useState } from 'react';
import { parseWith } from '@/core/base/parse';
import type { Result } from '@/core/base/result';
import { POSITION, POSITIONS } from '@/core/body/positions';
import { Task } from '@/core/task/task.schema';
import { Button } from '@/ui/button';
import { NumberField, TextField } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { labelled, Select } from '@/ui/select';

type Props = {
  task: Task;
  onSave: (task: Task) => Promise<Result<unknown>>;
  onCancel: () => void;
};

const BREATHS = ['tied', 'steps', 'phrase', 'seconds', 'free'] as const;
const BREATH_LABEL: Record<(typeof BREATHS)[number], string> = {
  tied: 'with the movement',
  steps: 'by steps',
  phrase: 'by phrases',
  seconds: 'in seconds',
  free: 'as it comes',
};

const listed = (text: string): string[] =>
  text
    .split(',')
    .map((w) => w.trim())
    .filter(Boolean);
const phasesOf = (text: string): Task['phases'] =>
  text
    .split('\n')
    .filter((l) => l.trim() !== '')
    .map((l) => {
      const at = l.lastIndexOf(':');
      return {
        does: l.slice(0, at < 0 ? l.length : at).trim(),
        breath: at < 0 ? '' : l.slice(at + 1).trim(),
      };
    });

/** A task of one's own: what it is made of in words. What it asks of the body, and who is spared, stays as it was copied. */
export function TaskForm({ task: given, onSave, onCancel }: Props) {
  const [task, setTask] = useState<Task>(given);
  const [words, setWords] = useState(given.words.join(', '));
  const [props, setProps] = useState(given.props.join(', '));
  const [phases, setPhases] = useState(given.phases.map((p) => `${p.does}: ${p.breath}`).join('\n'));
  const [error, setError] = useState<string | null>(null);
  const set = (change: Partial<Task>) => setTask((t) => ({ ...t, ...change }));
  const practise = (change: Partial<Task['practice']>) =>
    setTask((t) => ({ ...t, practice: { ...t.practice, ...change } }));
  const save = async () => {
    const whole = { ...task, words: listed(words), props: listed(props), phases: phasesOf(phases) };
    const checked = parseWith(Task, whole);
    if (!checked.ok) return setError(checked.why);
    const stored = await onSave(checked.value);
    if (!stored.ok) setError(stored.why);
  };
  const { practice } = task;
  return (
    <form
      className="max-w-[860px] space-y-4"
      aria-label="Task"
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
    >
      <h1 className="text-head">{given.name}</h1>
      <div className="grid grid-cols-1 gap-4 room:grid-cols-2">
        <TextField label="Name" value={task.name} maxLength={60} onValue={(name) => set({ name })} />
        <TextField label="Words of a goal, with commas" value={words} onValue={setWords} />
      </div>
      <label className="block">
        <span className="text-fine text-soft">Parts, a line each: what is done: the breath</span>
        <textarea
          className="h-28 w-full border-[1.5px] border-ink bg-transparent p-1"
          value={phases}
          onChange={(e) => setPhases(e.target.value)}
        />
      </label>
      <fieldset className="space-y-1">
        <legend className="text-lead">Grades, from easy to hard</legend>
        {task.grades.map((g, i) => (
          <TextField
            key={i}
            label={`Grade ${i + 1}`}
            value={g}
            maxLength={160}
            onValue={(v) => set({ grades: task.grades.map((old, j) => (j === i ? v : old)) })}
          />
        ))}
      </fieldset>
      <fieldset className="grid grid-cols-1 gap-x-6 gap-y-2 room:grid-cols-3">
        <legend className="text-lead">In the room</legend>
        <Select
          label="Position"
          value={practice.position}
          onValue={(position) => practise({ position })}
          options={POSITIONS.map((p) => ({ value: p, label: POSITION[p].label }))}
        />
        <Select
          label="The breath goes"
          value={practice.breath}
          onValue={(breath) => practise({ breath })}
          options={labelled(BREATHS, BREATH_LABEL)}
        />
        <TextField label="Counted in" value={practice.unit} onValue={(unit) => practise({ unit })} />
        <NumberField
          label="In"
          unit={practice.breath === 'steps' ? 'steps' : 's'}
          min={1}
          max={20}
          step={0.5}
          value={practice.inS}
          onValue={(inS) => inS !== undefined && practise({ inS })}
        />
        <NumberField
          label="Out"
          unit={practice.breath === 'steps' ? 'steps' : 's'}
          min={1}
          max={20}
          step={0.5}
          value={practice.outS}
          onValue={(outS) => outS !== undefined && practise({ outS })}
        />
        <TextField label="Props, with commas" value={props} onValue={setProps} />
        <TextField label="Breathing in goes with" value={practice.in} onValue={(v) => practise({ in: v })} />
        <TextField
          label="Breathing out goes with"
          value={practice.out}
          onValue={(v) => practise({ out: v })}
        />
      </fieldset>
      <fieldset className="grid grid-cols-1 gap-x-6 gap-y-2 room:grid-cols-2">
        <legend className="text-lead">Words</legend>
        <TextField
          label="First cue"
          value={task.cues[0]!}
          onValue={(v) => set({ cues: [v, task.cues[1]!] })}
        />
        <TextField
          label="Second cue"
          value={task.cues[1]!}
          onValue={(v) => set({ cues: [task.cues[0]!, v] })}
        />
        <TextField label="Image" value={task.image} onValue={(image) => set({ image })} />
        <TextField label="Watch for" value={task.watch} onValue={(watch) => set({ watch })} />
        <TextField label="Step down" value={task.stepDown} onValue={(stepDown) => set({ stepDown })} />
        <TextField label="Caution" value={task.caution} onValue={(caution) => set({ caution })} />
      </fieldset>
      {given.flags.length > 0 && (
        <div className="text-small text-care">
          <p>Kept from the task it was copied from:</p>
          <ul className="list-inside list-disc">
            {given.flags.map((f) => (
              <li key={`${f.if.join()} ${f.says}`}>{f.says}</li>
            ))}
          </ul>
        </div>
      )}
      {error && <Notice level="care">Not kept: {error}</Notice>}
      <p className="flex gap-3">
        <Button kind="main" type="submit">
          Save task
        </Button>
        <Button onClick={onCancel}>Cancel</Button>
      </p>
    </form>
  );
}
