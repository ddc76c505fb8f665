'use client';

import { memo, useMemo } from 'react';
import { printPattern } from '@/core/breath/pattern';
import { timelineOf } from '@/core/breath/timeline';
import { drillById } from '@/core/drills/library';
import { clock, layoutOf, type PlacedBlock, type Sequence } from '@/core/sequence/sequence';
import { describeTone, toneAt } from '@/core/tone/tone';
import { breathPaths, STROKE_COLOUR, type Stroke } from './breath-path';
import { Figure } from './figure';

type Props = {
  sequence: Sequence;
  /** Picture units a second. */
  scale: number;
  selected?: string | null;
  onSelect?: (blockId: string) => void;
  marked?: ReadonlySet<string>;
  playheadS?: number;
};

const LEFT = 84;
const Y = { position: 6, written: 93, breathTop: 100, breathBase: 158, tone: 210, movement: 220, cue: 262, end: 310 };
/** Narrower than this a breath is no longer drawn by itself but as an envelope with a count. */
const LEAST_BREATH_PX = 4;

/** The sequence on five staves over one time axis: position, breath, tone, movement, cue. */
export function Staves({ sequence, scale, selected = null, onSelect, marked, playheadS }: Props) {
  const layout = useMemo(() => layoutOf(sequence), [sequence]);
  const length = Math.max(layout.totalS, sequence.minutes * 60);
  const width = LEFT + length * scale + 16;
  const x = (t: number) => LEFT + t * scale;
  const everyMin = [1, 2, 5, 10].find((m) => m * 60 * scale > 58) ?? 20;
  return (
    <svg width={width} height={Y.end + 26} viewBox={`0 0 ${width} ${Y.end + 26}`} role="group" aria-label={`Sequence, ${layout.placed.length} blocks, ${clock(layout.totalS)}`}>
      {(['position', 'breath', 'tone', 'movement', 'cue'] as const).map((name, i) => (
        <text key={name} x={2} y={[50, 128, 194, 242, 284][i]} fontSize="12.5" fill="var(--soft)">{name}</text>
      ))}
      {[79, 164, 214, 256, Y.end].map((y) => (
        <line key={y} x1={LEFT} x2={width - 16} y1={y} y2={y} stroke="var(--rule)" />
      ))}
      {Array.from({ length: Math.floor(length / 60 / everyMin) + 1 }, (_, i) => i * everyMin).map((m) => (
        <g key={m}>
          <line x1={x(m * 60)} x2={x(m * 60)} y1={Y.end} y2={Y.end + 5} stroke="var(--held)" />
          {x(m * 60) < width - 50 && <text x={x(m * 60)} y={Y.end + 18} fontSize="12" fill="var(--soft)" className="tabular-nums">{m} min</text>}
        </g>
      ))}
      {layout.placed.map((placed) => (
        <BlockOnStaves key={placed.block.id} placed={placed} scale={scale} selected={selected === placed.block.id} marked={marked?.has(placed.block.id) ?? false} onSelect={onSelect} />
      ))}
      <g>
        <rect x={x(layout.relook.startS)} y={4} width={(layout.relook.endS - layout.relook.startS) * scale} height={Y.end - 4} fill="var(--rise)" fillOpacity="0.07" />
        <line x1={x(layout.relook.startS)} x2={x(layout.relook.startS)} y1={4} y2={Y.end} stroke="var(--ink)" strokeWidth="1.2" />
        <foreignObject x={x(layout.relook.startS) + 4} y={Y.movement} width={Math.max(58, (layout.relook.endS - layout.relook.startS) * scale - 6)} height="40">
          <div className="text-[13px] leading-tight">Look again</div>
        </foreignObject>
      </g>
      <line x1={x(sequence.minutes * 60)} x2={x(sequence.minutes * 60)} y1={4} y2={Y.end} stroke="var(--ink)" strokeWidth="1.2" strokeDasharray="2 4" />
      {playheadS !== undefined && <line x1={x(playheadS)} x2={x(playheadS)} y1={0} y2={Y.end} stroke="var(--stop)" strokeWidth="2" />}
    </svg>
  );
}

type BlockProps = { placed: PlacedBlock; scale: number; selected: boolean; marked: boolean; onSelect?: (id: string) => void };

const BlockOnStaves = memo(function BlockOnStaves({ placed, scale, selected, marked, onSelect }: BlockProps) {
  const { block, startS, workStartS, endS } = placed;
  const drill = drillById(block.drillId);
  const x = (t: number) => LEFT + t * scale;
  const [left, work, right] = [x(startS), x(workStartS), x(endS)];
  const width = right - left;
  const name = drill?.name ?? block.drillId;
  const cue = drill?.cues[block.cue] ?? drill?.cues[0];
  const paced = block.breathing.kind === 'paced' ? block.breathing.pattern : null;
  const written = paced ? printPattern(paced) : block.breathing.kind === 'ladder' ? 'ladder' : 'free';
  return (
    <g
      role={onSelect ? 'button' : undefined}
      tabIndex={onSelect ? 0 : undefined}
      aria-pressed={onSelect ? selected : undefined}
      aria-label={`${name}, ${clock(endS - startS)}${marked ? ', breaks a rule' : ''}`}
      className={onSelect ? 'stave-block' : undefined}
      onClick={() => onSelect?.(block.id)}
      onKeyDown={(e) => {
        if (e.key === 'Enter') onSelect?.(block.id);
      }}
    >
      <rect className="stave-ground" x={left} y={4} width={width} height={Y.end - 4} fill={selected ? 'var(--sheet)' : 'transparent'} />
      {selected && <rect x={left} y={Y.end - 4} width={width} height={4} fill="var(--rise)" />}
      <line x1={left} x2={left} y1={4} y2={Y.end} stroke="var(--ink)" strokeWidth="1.2" />
      <rect x={left + 1} y={80} width={Math.max(0, work - left - 1)} height={84} fill="var(--rule)" opacity="0.35" />
      <svg x={left + 4} y={Y.position} width={Math.min(92, Math.max(30, width - 8))} height="70">
        <Figure position={block.position} props={block.props} />
      </svg>
      <BreathOnStaves placed={placed} scale={scale} />
      {width > 62 && (
        <text x={right - 5} y={Y.written} textAnchor="end" fontSize="12.5" fill="var(--soft)" className="tabular-nums">{written}</text>
      )}
      <ToneOnStaves placed={placed} scale={scale} />
      <foreignObject x={left + 4} y={Y.movement - 2} width={Math.max(30, width - 7)} height="38">
        <div className="line-clamp-2 text-[13px] leading-tight text-ink">{name}</div>
      </foreignObject>
      <foreignObject x={left + 4} y={Y.cue - 2} width={Math.max(30, width - 7)} height="48">
        <div className="line-clamp-3 text-[12.5px] leading-tight text-soft italic">{cue ? `“${cue.text}”` : ''}</div>
      </foreignObject>
      {marked && (
        <g transform={`translate(${right - 13},${15})`}>
          <path d="M0,-8L9,7H-9Z" fill="var(--stop)" />
          <text y="5" textAnchor="middle" fontSize="10.5" fontWeight="700" fill="var(--paper)">!</text>
        </g>
      )}
    </g>
  );
});

function BreathOnStaves({ placed, scale }: { placed: PlacedBlock; scale: number }) {
  const { block, workStartS, endS } = placed;
  const timeline = useMemo(() => timelineOf(block.breathing, block.dose), [block.breathing, block.dose]);
  const x = (t: number) => LEFT + (workStartS + t) * scale;
  const y = (v: number) => Y.breathBase - v * (Y.breathBase - Y.breathTop);
  const perBreath = timeline.breaths > 0 ? ((endS - workStartS) * scale) / timeline.breaths : Infinity;
  if (perBreath < LEAST_BREATH_PX) {
    return (
      <g>
        <path d={`M${x(0)},${y(0)}L${x(0)},${y(0.5)}Q${x(0)},${y(1)} ${x(2)},${y(1)}H${x(timeline.totalS - 2)}Q${x(timeline.totalS)},${y(1)} ${x(timeline.totalS)},${y(0)}Z`} fill="var(--rise)" fillOpacity="0.25" stroke="var(--rise)" strokeWidth="1.2" />
        <text x={(x(0) + x(timeline.totalS)) / 2} y={y(0.4)} textAnchor="middle" fontSize="12" fill="var(--ink)">×{timeline.breaths}</text>
      </g>
    );
  }
  const paths = breathPaths(timeline, x, y);
  const free = block.breathing.kind === 'free';
  return (
    <g fill="none">
      {(Object.keys(paths) as Stroke[]).map((stroke) => (
        <path key={stroke} d={paths[stroke]} stroke={STROKE_COLOUR[stroke]} strokeWidth={stroke === 'held' ? 3 : 1.7} strokeLinejoin="round" />
      ))}
      {free && <text x={x(3)} y={y(0.25)} fontSize="12.5" fill="var(--soft)">as it comes</text>}
    </g>
  );
}

function ToneOnStaves({ placed, scale }: { placed: PlacedBlock; scale: number }) {
  const { block, workStartS, endS } = placed;
  const words = describeTone(block.tone);
  const most = toneAt(block.tone, 'exhale');
  const height = Math.max(most.floorPct, most.controlPct, most.squeezePct) * 0.55;
  const left = LEFT + workStartS * scale;
  return (
    <g>
      {height > 0 && <rect x={left} y={Y.tone - height} width={(endS - workStartS) * scale - 2} height={height} fill="var(--tone)" opacity="0.7" />}
      {words && (
        <foreignObject x={left + 2} y={166} width={Math.max(20, (endS - workStartS) * scale - 4)} height="17">
          <div className="truncate text-[12px] text-soft tabular-nums">{words}</div>
        </foreignObject>
      )}
    </g>
  );
}
