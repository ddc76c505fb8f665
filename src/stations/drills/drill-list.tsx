'use client';

import { useState } from 'react';
import { POSITION } from '@/core/body/positions';
import { PROP_LABEL } from '@/core/body/props';
import { describePattern } from '@/core/breath/pattern';
import { STAGES, type Drill, type Stage } from '@/core/drills/drill';
import { LIBRARY, drillById } from '@/core/drills/library';
import { NEED_LABEL, type Need } from '@/core/read/needs';
import { describeTone } from '@/core/tone/tone';
import { Figure } from '@/pictures/figure';
import { Choice } from '@/ui/choice';

const words = (d: Drill): string =>
  [d.name, ...d.positions.map((p) => POSITION[p].label), ...d.props.map((p) => PROP_LABEL[p]), ...Object.keys(d.serves).map((n) => NEED_LABEL[n as Need]), ...d.steps].join(' ').toLowerCase();

/** The library: every shipped drill with its figure, breath, dose and cues. */
export function DrillList() {
  const [search, setSearch] = useState('');
  const [stage, setStage] = useState<Stage | undefined>();
  const [openId, setOpenId] = useState(LIBRARY[0]!.id);
  const found = LIBRARY.filter((d) => (!stage || d.stage === stage) && words(d).includes(search.trim().toLowerCase()));
  const open = found.find((d) => d.id === openId) ?? found[0];
  return (
    <div className="pt-3">
      <div className="flex items-end gap-8 border-b-[1.5px] border-ink pb-2">
        <h1 className="text-[25px]">Drills</h1>
        <Choice label="Stage" hideLabel options={STAGES.filter((s) => s !== 'load').map((s) => ({ value: s, label: s }))} value={stage} onValue={setStage} />
        <label className="ml-auto flex items-baseline gap-2 text-[14px] text-soft">
          Find
          <input className="w-44 border-b-[1.5px] border-ink bg-transparent px-1 text-[15px] text-ink" value={search} onChange={(e) => setSearch(e.target.value)} />
        </label>
      </div>
      <div className="grid grid-cols-[1fr_430px] gap-10 pt-4">
        <ul className="grid max-h-[640px] grid-cols-2 gap-x-6 overflow-y-auto pr-2" tabIndex={0} aria-label={`${found.length} drills`}>
          {found.map((d) => (
            <li key={d.id}>
              <button type="button" aria-pressed={open?.id === d.id} onClick={() => setOpenId(d.id)} className="flex w-full items-center gap-4 border-b border-rule py-2 text-left hover:bg-sheet aria-pressed:bg-sheet">
                <Figure position={d.positions[0]!} props={d.props} className="h-14 w-20 shrink-0" />
                <span>
                  <span className="block font-semibold">{d.name}</span>
                  <span className="block text-[13.5px] text-soft">{d.stage} · {POSITION[d.positions[0]!].label}</span>
                </span>
              </button>
            </li>
          ))}
          {found.length === 0 && <li className="py-6 text-soft">No drill holds these words. Try a position, a prop or an aim.</li>}
        </ul>
        {open && <DrillSheet drill={open} />}
      </div>
    </div>
  );
}

function DrillSheet({ drill }: { drill: Drill }) {
  const breath = drill.breathing.kind === 'paced' ? describePattern(drill.breathing.pattern) : drill.breathing.kind === 'ladder' ? '1/2 · 2/3 · 3/4 · 4/5 · 5/6 s' : 'as it comes';
  const { usual, range } = drill;
  const unit = drill.breathing.kind === 'free' ? 's' : 'breaths';
  const easier = drill.easier ? drillById(drill.easier) : undefined;
  return (
    <article aria-label={drill.name} className="space-y-3">
      <div className="flex items-end gap-6">
        <Figure position={drill.positions[0]!} props={drill.props} className="h-32 w-56" />
        <Figure position={drill.positions[0]!} props={drill.props} view="front" className="h-32 w-40" title={`${drill.name}, seen from the front`} />
      </div>
      <h2 className="text-[21px]">{drill.name}</h2>
      <p className="tabular-nums">
        {breath} · {range[0] === range[1] ? range[0] : `${range[0]}–${range[1]}`} {unit}
        {usual.rounds > 1 ? ` × ${usual.rounds}` : ''}{usual.sides === 2 ? ', each side' : ''}
        {describeTone(drill.tone) ? ` · ${describeTone(drill.tone)}` : ''}
      </p>
      <ol className="list-decimal space-y-0.5 pl-5">
        {drill.steps.map((s) => (
          <li key={s}>{s}</li>
        ))}
      </ol>
      <dl className="grid grid-cols-[92px_1fr] gap-x-3 gap-y-1 text-[14.5px]">
        {drill.cues.map((c) => (
          <div key={c.text} className="contents">
            <dt className="text-soft">{c.kind}</dt>
            <dd className="italic">“{c.text}”</dd>
          </div>
        ))}
        <dt className="text-soft">positions</dt>
        <dd>{drill.positions.map((p) => POSITION[p].label).join('; ')}</dd>
        <dt className="text-soft">props</dt>
        <dd>{drill.props.map((p) => PROP_LABEL[p]).join(', ') || 'none'}</dd>
        <dt className="text-soft">serves</dt>
        <dd>{Object.keys(drill.serves).map((n) => NEED_LABEL[n as Need]).join(', ')}</dd>
        <dt className="text-soft">watch for</dt>
        <dd>{drill.watchFor}</dd>
        <dt className="text-soft">easier</dt>
        <dd>{easier?.name ?? 'this is where to start'}</dd>
      </dl>
    </article>
  );
}
