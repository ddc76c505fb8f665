import { memo, useMemo } from 'react';
import { printBreathing, timelineOf, type BlockTimeline } from '@/core/breath/timeline';
import { drillOf, type Block } from '@/core/sequence/sequence';
import { setNumber } from '@/core/sequence/set-block';
import { wordsOf } from '@/core/sequence/words';
import { describeTone, toneAt, type ToneAt } from '@/core/tone/tone';
import { breathPaths, STROKE_COLOUR, type Stroke } from './breath-path';
import { FigureLater } from './figure-later';
import { STAVE } from './stave-lines';

/** Narrower than this a breath is no longer drawn by itself but as an envelope with a count. */
const LEAST_BREATH_PX = 4;
/** Narrower than this a block has no room for words, and narrower still none for a body: they come with zooming in. */
const WORDS_PX = 34;
const FIGURE_PX = 22;
/** From this width of a breath tone is drawn phase by phase; under it, its most. */
const PHASED_PX = 9;

type Props = {
  block: Block;
  /** Seconds of changing and set-up before the breathing. */ prepS: number;
  scale: number;
  selected: boolean;
  marked: 'stop' | 'care' | null;
  /** Can be pointed at; else a picture alone. */ live: boolean;
  tabbable: boolean;
  label: string;
};

/** One block on the staves, drawn from its own left edge, so that it need not be drawn again when it only moves. */
export const StaveBlock = memo(function StaveBlock({
  block,
  prepS,
  scale,
  selected,
  marked,
  live,
  tabbable,
  label,
}: Props) {
  const timeline = useMemo(() => timelineOf(block.breathing, block.dose), [block.breathing, block.dose]);
  const drill = drillOf(block);
  const work = prepS * scale;
  const width = work + timeline.totalS * scale;
  const words = useMemo(() => wordsOf(block), [block]);
  const { breathing } = block;
  const written = printBreathing(breathing).split(',')[0];
  /** A further set stands in the position of the first, with its words. */
  const set = setNumber(block.id);
  const moves = width > 170 && setNumber(block.id) === 1 && drill?.figure.end !== undefined;
  return (
    <g
      data-block={block.id}
      role={live ? 'button' : undefined}
      tabIndex={live ? (tabbable ? 0 : -1) : undefined}
      aria-pressed={live ? selected : undefined}
      aria-label={live ? label : undefined}
      className={live ? 'stave-block' : undefined}
    >
      <rect
        className="stave-ground"
        x={0}
        y={4}
        width={width}
        height={STAVE.end - 4}
        fill={selected ? 'var(--sheet)' : 'transparent'}
      />
      {selected && <rect x={0} y={STAVE.end - 4} width={width} height={4} fill="var(--rise)" />}
      {block.group && (
        <path
          d={`M3,${STAVE.end + 4}H${width - 3}`}
          stroke="var(--tone)"
          strokeWidth="3"
          strokeDasharray="7 3"
        />
      )}
      <line x1={0} x2={0} y1={4} y2={STAVE.end} stroke="var(--ink)" strokeWidth="1.2" />
      <rect x={1} y={80} width={Math.max(0, work - 1)} height={84} fill="var(--rule)" opacity="0.35" />
      {width >= FIGURE_PX && set === 1 && (
        <svg x={4} y={STAVE.position} width={Math.min(92, width - 8)} height="70">
          <FigureLater
            position={block.position}
            props={block.props}
            figure={drill?.figure.start}
            hands={drill?.figure.hands}
          />
        </svg>
      )}
      {moves && (
        <svg x={100} y={STAVE.position} width={Math.min(80, width - 106)} height="70">
          <FigureLater position={block.position} props={block.props} figure={drill.figure.end} />
        </svg>
      )}
      <Breaths timeline={timeline} work={work} scale={scale} free={breathing.kind === 'free'} />
      {width > 62 && (
        <text
          x={width - 5}
          y={STAVE.written}
          textAnchor="end"
          fontSize="12.5"
          fill="var(--soft)"
          className="tabular-nums"
        >
          {written}
        </text>
      )}
      <Tones block={block} timeline={timeline} work={work} scale={scale} />
      {width >= WORDS_PX && (
        <>
          <foreignObject x={4} y={STAVE.movement - 2} width={width - 7} height="38">
            <div className="line-clamp-2 text-fine leading-tight text-ink">
              {set > 1 ? `set ${set}` : words.name}
              {width > 220 && set === 1 && words.movement && (
                <span className="text-soft">: {words.movement}</span>
              )}
            </div>
          </foreignObject>
          <foreignObject x={4} y={STAVE.cue - 2} width={width - 7} height="48">
            <div className="line-clamp-3 text-tiny leading-tight text-soft italic">
              {words.cue && set === 1 ? `“${words.cue.text}”` : ''}
            </div>
          </foreignObject>
        </>
      )}
      {marked && (
        <g transform={`translate(${width - 13},15)`}>
          <path d={marked === 'stop' ? 'M0,-8L9,7H-9Z' : 'M-7,-7H7V7H-7Z'} fill={`var(--${marked})`} />
          <text y="5" textAnchor="middle" fontSize="10.5" fontWeight="700" fill="var(--paper)">
            {marked === 'stop' ? '!' : '?'}
          </text>
        </g>
      )}
      {selected && (
        <g data-lengthen={block.id} className="stave-grip">
          <rect x={width - 9} y={80} width={12} height={84} fill="transparent" />
          <path d={`M${width - 3},${112}v20M${width + 1},${112}v20`} stroke="var(--ink)" strokeWidth="1.6" />
        </g>
      )}
    </g>
  );
});

function Breaths({
  timeline,
  work,
  scale,
  free,
}: {
  timeline: BlockTimeline;
  work: number;
  scale: number;
  free: boolean;
}) {
  const drawn = useMemo(() => {
    const x = (t: number) => work + t * scale;
    const y = (v: number) => STAVE.breathBase - v * (STAVE.breathBase - STAVE.breathTop);
    const single = timeline.breaths === 0 || (timeline.totalS * scale) / timeline.breaths >= LEAST_BREATH_PX;
    return { x, y, paths: single ? breathPaths(timeline, x, y) : null };
  }, [timeline, work, scale]);
  const { x, y, paths } = drawn;
  if (!paths) {
    return (
      <g>
        <path
          d={`M${x(0)},${y(0)}L${x(0)},${y(0.5)}Q${x(0)},${y(1)} ${x(2)},${y(1)}H${x(timeline.totalS - 2)}Q${x(timeline.totalS)},${y(1)} ${x(timeline.totalS)},${y(0)}Z`}
          fill="var(--rise)"
          fillOpacity="0.25"
          stroke="var(--rise)"
          strokeWidth="1.2"
        />
        <text
          x={(x(0) + x(timeline.totalS)) / 2}
          y={y(0.4)}
          textAnchor="middle"
          fontSize="12"
          fill="var(--ink)"
        >
          ×{timeline.breaths}
        </text>
      </g>
    );
  }
  return (
    <g fill="none">
      {(Object.keys(paths) as Stroke[]).map((stroke) => (
        <path
          key={stroke}
          d={paths[stroke]}
          stroke={STROKE_COLOUR[stroke]}
          strokeWidth={stroke === 'held' ? 3 : 1.7}
          strokeLinejoin="round"
        />
      ))}
      {free && timeline.totalS * scale > 84 && (
        <text x={x(3)} y={y(0.25)} fontSize="12.5" fill="var(--soft)">
          as it comes
        </text>
      )}
    </g>
  );
}

/** Lanes from the floor up: pelvic floor, wall, squeeze; each as thick as its percent. */
const LANES: readonly { key: keyof ToneAt; base: number }[] = [
  { key: 'floorPct', base: STAVE.tone },
  { key: 'controlPct', base: STAVE.tone - 11 },
  { key: 'squeezePct', base: STAVE.tone - 22 },
];
const LANE_PX = 10;

function Tones({
  block,
  timeline,
  work,
  scale,
}: {
  block: Block;
  timeline: BlockTimeline;
  work: number;
  scale: number;
}) {
  const words = describeTone(block.tone);
  const perBreath = timeline.breaths > 0 ? (timeline.totalS * scale) / timeline.breaths : 0;
  const lanes = useMemo(() => {
    const most = toneAt(block.tone, 'exhale');
    return LANES.filter(({ key }) => most[key] > 0).map(({ key, base }) => {
      const height = (pct: number) => (pct > 0 ? Math.max(1.5, (pct / 100) * LANE_PX) : 0);
      if (perBreath < PHASED_PX)
        return `M${work},${base}v${-height(most[key])}H${work + timeline.totalS * scale}V${base}Z`;
      return timeline.spans
        .map((span) => ({ span, h: height(span.phase === 'rest' ? 0 : toneAt(block.tone, span.phase)[key]) }))
        .filter(({ h }) => h > 0)
        .map(
          ({ span, h }) =>
            `M${(work + span.startS * scale).toFixed(1)},${base}v${-h}H${(work + span.endS * scale).toFixed(1)}V${base}Z`,
        )
        .join('');
    });
  }, [block.tone, timeline, work, scale, perBreath]);
  return (
    <g>
      {lanes.map((d, i) => (
        <path key={i} d={d} fill="var(--tone)" opacity={0.85 - i * 0.2} />
      ))}
      {words && timeline.totalS * scale >= WORDS_PX && (
        <foreignObject x={work + 2} y={166} width={timeline.totalS * scale - 4} height="17">
          <div className="truncate text-tiny text-soft tabular-nums">{words}</div>
        </foreignObject>
      )}
    </g>
  );
}
